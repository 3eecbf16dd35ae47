<script setup lang="ts">
/** The first start: the academy and the person who begins it; then the thread of the first day. */
import { useQuery } from "@pinia/colada";
import { Button, Input, InputPassword } from "ant-design-vue";
import { computed, reactive } from "vue";
import { useRouter } from "vue-router";
import { PasswordStrength, useAccount } from "@/features/account";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { unitNames } from "@/shared/units/names";
import { unitWords, type Units } from "@/shared/units/units";
import { vFocus } from "@/shared/ui/focus";
import MeasureField from "@/shared/ui/MeasureField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { useThread } from "../composables/thread";

const props = defineProps<{ code: string }>();
const router = useRouter();
const account = useAccount();
const thread = useThread();
const words = useWords();
const start = useQuery({
  key: () => ["start", props.code],
  query: () => dataOf(api.POST("/api/account/start/look", { body: { token: props.code } })),
});
const { busy, run, about } = useSaving();
const draft = reactive<Omit<Schemas["BeginningIn"], "token"> & { units: Units }>({
  academy: "",
  time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
  altitude_m: 0,
  units: "yd",
  name: "",
  log_in: "",
  password: "",
});
const units = computed(() => unitWords(draft.units, words.data.value?.units ?? {}));
const FIELDS = ["academy", "time_zone", "altitude_m", "units", "name", "log_in", "password"];

async function begin(): Promise<void> {
  // Asking sets the token that writes need.
  await api.GET("/api/account");
  const done = await run(() =>
    dataOf(api.POST("/api/account/start", { body: { ...draft, token: props.code } })),
  );
  if (!done) return;
  await account.load();
  thread.start();
  await router.replace("/students/new");
}
</script>

<template>
  <div class="page narrow">
    <Waiting v-if="!start.data.value && !start.error.value" what="the first start" />
    <section v-if="start.error.value" class="sheet">
      <h1>Oxgang</h1>
      <Sentence :text="sentenceOf(start.error.value)" />
      <p><RouterLink to="/">Sign in</RouterLink></p>
    </section>
    <form v-else-if="start.data.value" @submit.prevent="begin">
      <div class="head">
        <h1>Welcome to Oxgang</h1>
        <p class="quiet">
          In ten minutes you'll hold a student's card. You can change all of this later in Settings and
          Account.
        </p>
      </div>
      <div class="columns">
        <fieldset class="sheet">
          <h2>The academy</h2>
          <label for="academy">Name</label>
          <Input id="academy" v-model:value="draft.academy" v-focus :maxlength="120" />
          <Sentence :text="about('academy')" />
          <label for="zone">Time zone</label>
          <Input id="zone" v-model:value="draft.time_zone" list="zones" :maxlength="64" />
          <datalist id="zones">
            <option v-for="zone in start.data.value.zones" :key="zone" :value="zone" />
          </datalist>
          <Sentence :text="about('time_zone')" />
          <label for="units">Units</label>
          <select id="units" v-model="draft.units" data-units class="native">
            <option v-for="[id, unitName] in unitNames(words.data.value?.units ?? {})" :key="id" :value="id">
              {{ unitName }}
            </option>
          </select>
          <p class="quiet">Coaches and students can choose their own units.</p>
          <Sentence :text="about('units')" />
          <label for="altitude">Altitude of the range</label>
          <MeasureField
            id="altitude"
            :value="draft.altitude_m"
            :measure="units.near"
            :digits="0"
            @set="draft.altitude_m = $event ?? 0"
          />
          <p class="quiet">0 is fine to start with.</p>
          <Sentence :text="about('altitude_m')" />
        </fieldset>
        <fieldset class="sheet">
          <h2>You</h2>
          <label for="name">Name</label>
          <Input id="name" v-model:value="draft.name" :maxlength="120" autocomplete="name" />
          <Sentence :text="about('name')" />
          <label for="start-log-in">Username</label>
          <Input
            id="start-log-in"
            v-model:value="draft.log_in"
            autocomplete="username"
            autocapitalize="none"
            :maxlength="150"
          />
          <Sentence :text="about('log_in')" />
          <label for="start-password">Password</label>
          <ul class="quiet">
            <li v-for="rule in start.data.value.rules" :key="rule">{{ rule }}</li>
          </ul>
          <InputPassword id="start-password" v-model:value="draft.password" autocomplete="new-password" />
          <PasswordStrength :password="draft.password" />
          <Sentence :text="about('password')" />
          <Sentence :text="FIELDS.some((f) => about(f)) ? '' : about('')" />
          <Button type="primary" html-type="submit" size="large" block :loading="busy">Start</Button>
        </fieldset>
      </div>
    </form>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 60rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 1.2rem;
  align-items: start;
}
fieldset {
  margin: 0;
  min-width: 0;
}
label {
  display: block;
  font-weight: 600;
  margin: 0.8rem 0 0.2rem;
}
ul {
  margin: 0 0 0.4rem;
  padding-left: 1.1rem;
}
p {
  margin: 0.2rem 0 0;
}
.native {
  width: 100%;
}
:deep(.ant-btn) {
  margin-top: 1rem;
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
