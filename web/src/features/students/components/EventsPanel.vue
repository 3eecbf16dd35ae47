<script setup lang="ts">
/** What happened: written down by the coach; old numbers that it touches become open. */
import { useQuery } from "@pinia/colada";
import { Button, Input } from "ant-design-vue";
import dayjs from "dayjs";
import { computed, nextTick, ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { useStudentContext } from "@/shared/student/context";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, useWords, type Student } from "@/shared/api/queries";
import { useCheckUp } from "@/shared/api/checkUp";
import { useSaving } from "@/shared/api/saving";
import { changing, useKeys } from "@/shared/keys/useKeys";
import DayField from "@/shared/ui/DayField.vue";
import NumberField from "@/shared/ui/NumberField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent } from "@/shared/storage/own";
import { shortDay } from "@/shared/format/dates";

const props = defineProps<{ student: Student }>();
const forget = useForgetStudent();
const path = { params: { path: { student_id: props.student.id } } };
const events = useQuery({
  key: () => keys.events(props.student.id),
  query: () => dataOf(api.GET("/api/students/{student_id}/events", path)),
});
const words = useWords();
const { texts } = useStudentContext();
const about = (kind: Kind) => texts.value.format(`event-${kind}.about`);
const { state, save } = useSaving();
const open = ref(false);
type Kind = Schemas["EventIn"]["kind"];
const blank = () => ({
  kind: "technique" as Kind,
  on: dayjs().format("YYYY-MM-DD"),
  club_id: "",
  label: "",
  loft_deg: null as number | null,
  remark: "",
});
const { form: draft, dirty, settle } = useFormDraft(ofStudent(props.student.id, draftName("event")), blank());
/** What was begun before stands open. */
open.value = dirty.value;
const on = computed({
  get: () => draft.on,
  set: (day: string | null) => (draft.on = day ?? draft.on),
});
const kinds = computed(() => words.data.value?.events ?? []);
const kind = computed(() => kinds.value.find((k) => k.kind === draft.kind));
/** The club that another takes the place of, and what that one may be called to tell them apart. */
const replaced = computed(() => props.student.clubs.find(({ id }) => id === draft.club_id)?.label ?? "");
const dayBefore = computed(() => dayjs(draft.on).subtract(1, "day").format("YYYY-MM-DD"));
const proposed = computed(() => `${replaced.value} (${draft.on.slice(0, 4)})`);
const asksLoft = computed(() => kind.value?.new_loft ?? false);

async function writeDown(): Promise<void> {
  const done = await save(async () => {
    const body: Schemas["EventIn"] = {
      kind: draft.kind,
      on: draft.on,
      club_id: draft.club_id || null,
      swing: "",
      trajectory: null,
      label: draft.kind === "new club" ? draft.label.trim() : "",
      loft_deg: asksLoft.value ? draft.loft_deg : null,
      bounce_deg: null,
      remark: draft.remark,
    };
    await dataOf(api.POST("/api/students/{student_id}/events", { ...path, body }));
    await forget(props.student.id);
  });
  if (!done) return;
  renewed.value = draft.kind === "new club" ? draft.label.trim() || replaced.value : "";
  settle(blank());
  open.value = false;
}
/** The club that was just put in another's place. */
const renewed = ref("");
const check = useCheckUp();
const checkUpBalls = computed(() => words.data.value?.check_up_balls ?? 0);
const checkUp = () => check.start(props.student.id, checkUpBalls.value, { club: renewed.value });
function newClub(): void {
  open.value = true;
  draft.kind = "new club";
  if (!draft.club_id) draft.club_id = props.student.clubs[0]?.id ?? "";
  void nextTick(() => document.getElementById("event-club")?.focus());
}
useKeys("Changes", [
  changing("n", "a new club replaces another", "n", newClub),
  changing("c", "a check-up of the new club", "c", () => {
    if (renewed.value) void checkUp();
  }),
]);
const withdraw = (id: number) =>
  save(async () => {
    await dataOf(api.POST("/api/events/{event_id}/withdraw", { params: { path: { event_id: id } } }));
    await forget(props.student.id);
  });
</script>

<template>
  <Sentence v-if="events.error.value" :text="sentenceOf(events.error.value)" />
  <ul v-if="events.data.value?.events.length">
    <li v-for="event in events.data.value.events" :key="event.id">
      <span class="num day">{{ shortDay(event.on) }}</span>
      <span>
        <b>{{ texts.name("event", event.kind) }}</b><template v-if="event.touched.code !== 'touch-everything'"
          >, {{ texts.say(event.touched) }}</template
        ><template v-if="event.note">: {{ event.note }}</template>
        <span class="quiet about">{{ about(event.kind) }}</span>
      </span>
      <Button type="text" @click="withdraw(event.id)">Undo</Button>
    </li>
  </ul>
  <p v-else class="quiet">
    No changes yet. Add a new or bent club, an injury or a break, and the carries it affects are marked for
    checking.
  </p>
  <p v-if="renewed" role="status">
    The shots used with the old {{ renewed }} are now "still learning" with the new one.
    <Button type="primary" :loading="check.busy.value === student.id" @click="checkUp"
      >Check-up of the {{ renewed }}, {{ checkUpBalls }} balls <kbd>c</kbd></Button
    >
    <Sentence :text="check.error.value" />
  </p>
  <form v-if="open" @submit.prevent="writeDown">
    <div class="fields">
      <label
        >What<select v-model="draft.kind">
          <option v-for="k in kinds" :key="k.kind" :value="k.kind">
            {{ texts.name("event", k.kind) }}
          </option>
        </select></label
      >
      <label>From<DayField v-model="on" required /></label>
      <label v-if="student.clubs.length"
        >Club<select id="event-club" v-model="draft.club_id">
          <option value="">{{ kind?.of_club ? "choose" : "all" }}</option>
          <option v-for="club in student.clubs" :key="club.id" :value="club.id">
            {{ club.label }}
          </option>
        </select></label
      >
      <label v-if="draft.kind === 'new club' && replaced"
        >New label<Input v-model:value="draft.label" :maxlength="24" :placeholder="`${replaced}, as before`"
      /></label>
      <label v-if="asksLoft">New loft<NumberField v-model="draft.loft_deg" placeholder="as before" /></label>
    </div>
    <label class="note"
      >Note<Input v-model:value="draft.remark" :maxlength="200" placeholder="in a few words"
    /></label>
    <p v-if="kind" class="quiet">
      {{ about(kind.kind) }}
      <template v-if="draft.kind === 'new club' && replaced && !draft.label.trim()"
        >Files call the old one "{{ replaced }} until {{ dayBefore }}".
        <Button type="link" size="small" @click="draft.label = proposed"
          >Call the new one {{ proposed }}</Button
        ></template
      >
    </p>
    <Sentence :text="state.error" />
    <p class="acts">
      <Button type="primary" html-type="submit" :loading="state.busy">Add change</Button>
      <Button type="text" @click="open = false">Cancel</Button>
    </p>
  </form>
  <template v-else>
    <Sentence :text="state.error" />
    <p class="acts">
      <Button @click="open = true">Add a change</Button>
      <Button v-if="student.clubs.length" @click="newClub">New club <kbd>n</kbd></Button>
    </p>
  </template>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 7rem minmax(0, 1fr) auto;
  gap: 0.6rem;
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  padding: 0.3rem 0;
}
.about {
  display: block;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 0.9rem;
}
label {
  font-weight: 600;
  display: grid;
  gap: 0.15rem;
}
.note {
  margin-top: 0.6rem;
}
.acts {
  display: flex;
  align-items: center;
  gap: 0.8rem;
  margin: 0.7rem 0 0;
}
</style>
