<script setup lang="ts">
/** The academy's settings. What depends on one is recomputed, and said. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button, Input, InputNumber } from "ant-design-vue";
import { computed, ref } from "vue";
import { useRoute } from "vue-router";
import { useAccount } from "@/features/account";
import { RangePictures } from "@/features/range";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName } from "@/shared/storage/own";
import { useTexts } from "@/shared/texts/texts";
import MeasureField from "@/shared/ui/MeasureField.vue";
import { unitNames } from "@/shared/units/names";
import { useUnits } from "@/shared/units/units";
import { useWords, askAgain } from "@/shared/api/queries";
import DeferredMount from "@/shared/ui/DeferredMount.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import TabRow from "@/shared/ui/TabRow.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import RetentionBox from "../components/RetentionBox.vue";

type Settings = Schemas["SettingsOut"];
type Change = Schemas["SettingsChange"];
const route = useRoute();
const cache = useQueryCache();
const account = useAccount();
const texts = useTexts();
const words = useWords();
const units = useUnits();
/** The distances for which a tolerance is set. */
const usualDistances = computed(() => {
  const { from_yd: from = 0, to_yd: to = 0 } = words.data.value ?? {};
  return `${units.value.show(from)} to ${units.value.show(to)} ${units.value.unit}`;
});
const leads = computed(() => account.coach?.role === "head");
const settings = useQuery({ key: keys.settings, query: () => dataOf(api.GET("/api/settings")) });
const { busy, code, run, about } = useSaving();
const announcement = ref("");
const now = computed(() => settings.data.value);
const FIELDS = [
  "name",
  "time_zone",
  "altitude_m",
  "public_address",
  "units",
  "scale_id",
  "school",
  "tolerances",
  "ball_limit",
  "junior_limit",
  "card",
  "second_factor",
  "idle_hours",
  "link_days",
  "keep_months",
  "picture_months",
] as const;
type Fields = Partial<Pick<Settings, (typeof FIELDS)[number]>>;
const filled = (): Fields =>
  Object.fromEntries(FIELDS.map((field) => [field, settings.data.value?.[field]])) as Fields;
const {
  form: draft,
  changed,
  was,
  settle,
  rebase,
} = useFormDraft<Fields>(draftName("settings"), filled(), () => settings.data.value && filled());
/** Of a setting with several parts only the parts that differ go to the server. */
const differing = (now: object, before: object) =>
  Object.fromEntries(Object.entries(now).filter(([part, value]) => value !== before[part as keyof object]));
const changes = computed<Change>(() => {
  const parts: Change = { ...(changed.value as Change), was: was.value };
  for (const field of ["tolerances", "card"] as const)
    if (changed.value[field] && was.value[field])
      Object.assign(parts, { [field]: differing(changed.value[field], was.value[field]) });
  return parts;
});
const open = computed(() => Object.keys(changed.value).length);

function setTolerance(level: string, yards: number | null): void {
  if (draft.tolerances && yards !== null) draft.tolerances[level] = yards;
}
async function save(): Promise<void> {
  announcement.value = "";
  const done = await run(() => dataOf(api.PATCH("/api/settings", { body: changes.value })));
  if (!done) {
    if (code.value !== "changed-meanwhile") return;
    // Told of the other coach's value: saving again is meant against that one.
    await settings.refetch();
    return rebase(filled());
  }
  cache.setQueryData(keys.settings, done.settings);
  settle(filled());
  const parts = ["Saved."];
  if (done.moved) parts.push(`The balls of ${done.moved} students are being adjusted to it.`);
  if (done.sessions) parts.push(`${done.sessions} upcoming sessions keep their time.`);
  if (done.tolerances) parts.push(`${done.tolerances} students have the new tolerance.`);
  announcement.value = parts.join(" ");
  await account.load();
  await Promise.all([
    askAgain(cache, keys.students),
    askAgain(cache, keys.everyStudent),
    askAgain(cache, keys.calendar),
  ]);
  await bringAlong(announcement.value, done.settings.left);
}
async function bringAlong(before: string, left: number): Promise<void> {
  for (let n = left; n > 0;) {
    announcement.value = `${before} ${n} students to go…`;
    const rest = await run(() => dataOf(api.POST("/api/settings/bring-along")));
    if (!rest) return;
    n = rest.left;
    if (!n) announcement.value = `${before} All done.`;
  }
}
/** A tab for each kind; what was changed in any is saved together. */
const TABS = (["Academy", "Range", "New students", "Cards", "Privacy"] as const).map((name) => ({
  name,
  label: name,
}));
const tab = ref<(typeof TABS)[number]["name"]>(route.query["tab"] === "range" ? "Range" : "Academy");
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Settings</h1>
      <span v-if="!leads && tab !== 'Range'" class="quiet">Only a head coach can change these.</span>
      <span class="push">
        <Button v-if="leads && tab !== 'Range'" type="primary" :disabled="!open" :loading="busy" @click="save"
          >Save {{ open ? `${open} ${open === 1 ? "change" : "changes"}` : "" }}</Button
        >
      </span>
    </div>
    <Sentence v-if="settings.error.value" :text="sentenceOf(settings.error.value)" />
    <Waiting v-if="!settings.data.value && !settings.error.value" what="the settings" />
    <p v-if="announcement" role="status">{{ announcement }}</p>
    <Sentence :text="about('', 'step', 'card')" />
    <TabRow v-if="now" v-model="tab" :tabs="TABS" about="Settings" />
    <RangePictures v-if="now && tab === 'Range'" :disabled="account.coach?.role === 'assistant'" />
    <form v-if="now" @submit.prevent="save">
      <fieldset v-show="tab === 'Academy'" class="sheet" :disabled="!leads">
        <h2>The academy</h2>
        <label for="name">Name</label>
        <Input id="name" v-model:value="draft.name" :maxlength="120" />
        <Sentence :text="about('name')" />
        <label for="zone">Time zone</label>
        <Input id="zone" v-model:value="draft.time_zone" list="zones" :maxlength="64" />
        <DeferredMount
          ><datalist id="zones">
            <option v-for="zone in now?.zones" :key="zone" :value="zone" /></datalist
        ></DeferredMount>
        <p class="quiet">Sessions and balls are dated in this time zone.</p>
        <Sentence :text="about('time_zone')" />
        <label for="altitude">Altitude of the range</label>
        <MeasureField
          id="altitude"
          :value="draft.altitude_m"
          :measure="units.near"
          :digits="0"
          @set="draft.altitude_m = $event ?? 0"
        />
        <p class="quiet">Every carry is adjusted to this altitude.</p>
        <Sentence :text="about('altitude_m')" />
        <label for="address">Address for phones</label>
        <Input id="address" v-model:value="draft.public_address" placeholder="https://…" />
        <Sentence :text="about('public_address')" />
      </fieldset>
      <fieldset v-show="tab === 'New students'" class="sheet" :disabled="!leads">
        <h2>New students start with</h2>
        <label for="units">Units</label>
        <select id="units" v-model="draft.units" data-units>
          <option v-for="[id, unitName] in unitNames(words.data.value?.units ?? {})" :key="id" :value="id">
            {{ unitName }}
          </option>
        </select>
        <label for="scale">Swing scale</label>
        <select id="scale" v-model="draft.scale_id">
          <option :value="null">none</option>
          <option v-for="scale in now?.scales" :key="scale.id" :value="scale.id">
            {{ scale.name }}{{ scale.longest ? `, longest swing ${scale.longest}` : "" }}
          </option>
        </select>
        <p class="quiet">
          The longest controlled swing is part of the swing scale. Change it on a student's page.
        </p>
        <label for="school">Set-up style</label>
        <select id="school" v-model="draft.school">
          <option v-for="one in now?.schools" :key="one" :value="one">
            {{ one === "shallow" ? "shallow, ball near the middle" : "ball back, handle forward" }}
          </option>
        </select>
        <h3>Tolerance, {{ units.name }}</h3>
        <div v-if="draft.tolerances" class="grid">
          <template v-for="level in now?.levels" :key="level">
            <label :for="`tol-${level}`">{{ texts.name("level", level) }}</label>
            <MeasureField
              :id="`tol-${level}`"
              :value="draft.tolerances[level]"
              :measure="units"
              bare
              @set="setTolerance(level, $event)"
            />
          </template>
        </div>
        <p class="quiet">
          For {{ usualDistances }}. Other distances get the same share. Students without their own tolerance
          follow.
        </p>
        <Sentence :text="about('tolerances')" />
        <h3>Most balls in a session</h3>
        <div class="grid">
          <label for="limit">adults</label>
          <InputNumber id="limit" v-model:value="draft.ball_limit" />
          <label for="junior">juniors</label>
          <InputNumber id="junior" v-model:value="draft.junior_limit" />
        </div>
        <Sentence :text="about('ball_limit', 'junior_limit')" />
      </fieldset>
      <fieldset v-if="draft.card" v-show="tab === 'Cards'" class="sheet" :disabled="!leads">
        <h2>New cards show</h2>
        <div class="grid">
          <label for="step">A line every</label>
          <select id="step" v-model="draft.card.step">
            <option v-for="n in now?.steps" :key="n" :value="n">{{ n }}</option>
          </select>
          <label for="order">Order</label>
          <select id="order" v-model="draft.card.order">
            <option value="short-first">short first</option>
            <option value="long-first">long first</option>
          </select>
        </div>
        <p>
          <label><input v-model="draft.card.cues" type="checkbox" /> The cue of each swing</label>
          <label><input v-model="draft.card.run" type="checkbox" /> How far the ball runs</label>
        </p>
      </fieldset>
      <fieldset v-show="tab === 'Privacy'" class="sheet" :disabled="!leads">
        <h2>Privacy</h2>
        <p>
          <label
            ><input v-model="draft.second_factor" type="checkbox" /> Everyone needs a second factor</label
          >
        </p>
        <Sentence :text="about('second_factor')" />
        <div class="grid">
          <label for="idle">Sign out after idle hours</label>
          <InputNumber id="idle" v-model:value="draft.idle_hours" />
          <label for="link">Card links end after days</label>
          <InputNumber id="link" v-model:value="draft.link_days" />
          <label for="keep">Keep archived students for months</label>
          <InputNumber id="keep" v-model:value="draft.keep_months" />
          <label for="pictures">Keep pictures for months</label>
          <InputNumber id="pictures" v-model:value="draft.picture_months" />
        </div>
        <p class="quiet">
          0 means keep forever. Oxgang never deletes a student by itself. Local law decides how long you may
          and must keep data.
        </p>
        <Sentence :text="about('idle_hours', 'link_days', 'keep_months', 'picture_months')" />
      </fieldset>
      <RetentionBox v-if="leads" v-show="tab === 'Privacy'" />
    </form>
  </div>
</template>

<style scoped>
form {
  max-width: 40rem;
}
fieldset {
  margin: 0;
  min-width: 0;
}
label {
  display: block;
  font-weight: 600;
  margin: 0.7rem 0 0.2rem;
}
.grid {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.4rem 0.8rem;
  align-items: center;
}
.grid label,
p label {
  margin: 0;
  font-weight: 400;
}
p {
  margin: 0.3rem 0 0;
}
h3 {
  margin: 1rem 0 0.3rem;
  font-size: 1rem;
}
select {
  min-height: 40px;
}
</style>
