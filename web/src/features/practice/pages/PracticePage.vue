<script setup lang="ts">
/** Practice: tests against par, rows to call or to take home, what came back. */
import { useLeads } from "@/features/account";
import { useQueryCache } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { addressOf, type CellAddress } from "@/shared/api/cells";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useLessons } from "@/shared/api/lessons";
import { useHomework, usePractice, type Homework, type Row } from "@/shared/api/practice";
import { useMatrix, useWords, askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { changing, key, useKeys } from "@/shared/keys/useKeys";
import { upper } from "@/shared/texts/texts";
import DayField from "@/shared/ui/DayField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import TabRow from "@/shared/ui/TabRow.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import HomeworkList from "../components/HomeworkList.vue";
import RoundList from "../components/RoundList.vue";
import RowTable from "../components/RowTable.vue";
import TestList from "../components/TestList.vue";
import WeekPlan from "../components/WeekPlan.vue";
import { useRows, usualRow } from "../composables/rows";

/** Today first; what is sent and what came of it behind it. */
const TABS = [
  { name: "session", label: "Today" },
  { name: "tests", label: "Tests and results" },
  { name: "homework", label: "Homework" },
] as const;
const props = defineProps<{ studentId: string }>();
const leads = useLeads();
const router = useRouter();
const cache = useQueryCache();
const { student, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const words = useWords();
const practice = usePractice(() => props.studentId);
const homework = useHomework(() => props.studentId);
const { last } = useLessons(() => props.studentId);
const rows = useRows(props.studentId);
const { error, busy, code, run } = useSaving();
const page = computed(() => practice.data.value);
const path = { params: { path: { student_id: props.studentId } } };

/** Shots that are played or in work first, then all that are measured. */
const shots = computed<CellAddress[]>(() => {
  const cells = (matrix.data.value?.cells ?? []).filter((c) => c.balls || c.play !== "neither");
  const rank = { work: 0, played: 1, neither: 2 };
  return [...cells].sort((a, b) => rank[a.play] - rank[b.play] || a.carry_yd - b.carry_yd).map(addressOf);
});
const swings = computed(() => (matrix.data.value?.positions ?? []).map((p) => p.label));
const limit = computed(() => page.value?.ball_limit ?? 0);

const call = (query: Record<string, string>) =>
  router.push({ name: "calling", params: { studentId: props.studentId }, query });
const take = (trial: Schemas["Trial"]) => void call({ trial });
function start(place: number): void {
  const row = rows.rows.value[place];
  if (row) void call({ row: JSON.stringify(row) });
}
const callHomework = (one: Homework, place: number) => void call({ homework: one.id, place: String(place) });
const add = (form: Row["form"]) => rows.add(usualRow(form, shots.value[0] ?? null, limit.value || 60));

const said = ref("");
async function sendHome(): Promise<void> {
  const { title, cues, due } = rows.draft;
  const cue = last.value?.cue ? upper(texts.value.format(last.value.cue)) : "";
  const body = {
    title: title.trim() || "Practice",
    cues: cues.trim() || cue,
    due_on: due,
    rows: rows.rows.value,
  };
  const answer = await run(() => dataOf(api.POST("/api/students/{student_id}/homework", { ...path, body })));
  if (!answer) return;
  cache.setQueryData(keys.homework(props.studentId), answer);
  void askAgain(cache, keys.students);
  rows.clear();
  said.value = `Sent: due ${body.due_on}.`;
}
async function keepRoutine(): Promise<void> {
  const name = rows.draft.title.trim();
  const known = practice.data.value?.routines.find((one) => one.name.toLowerCase() === name.toLowerCase());
  const body = { name, rows: rows.rows.value, house: leads.value, was: known?.rows ?? null };
  const answer = await run(() => dataOf(api.PUT("/api/routines", { body })));
  if (answer) {
    said.value = leads.value ? "Saved for the academy." : "Saved for you.";
    await practice.refetch();
  } else if (code.value === "changed-meanwhile") await practice.refetch();
}
/** Where one comes from decides what is looked at first: a test its result, the list what came back. */
const FROM = { test: "tests", homework: "homework" } as const;
const route = useRoute();
const chosen = ref<(typeof TABS)[number]["name"] | null>(null);
const tab = computed({
  get: () => chosen.value ?? FROM[route.query["from"] as keyof typeof FROM] ?? "session",
  set: (name) => (chosen.value = name),
});
const useRoutine = (routine: Schemas["RoutineOut"]) =>
  rows.change({ title: routine.name, rows: routine.rows.map((row) => ({ ...row })) });
const endRoutine = (id: number) =>
  run(async () => {
    await dataOf(api.DELETE("/api/routines/{routine_id}", { params: { path: { routine_id: id } } }));
    await practice.refetch();
  });
const ofHomework = (act: "close" | "back", id: string) =>
  run(async () => {
    const params = { path: { student_id: props.studentId, homework_id: id } };
    const answer = await dataOf(
      act === "close"
        ? api.POST("/api/students/{student_id}/homework/{homework_id}/close", { params })
        : api.DELETE("/api/students/{student_id}/homework/{homework_id}", { params }),
    );
    cache.setQueryData(keys.homework(props.studentId), answer);
    void askAgain(cache, keys.students);
  });
const dropRound = (uid: string) =>
  run(async () => {
    const params = { path: { student_id: props.studentId, uid } };
    await dataOf(api.DELETE("/api/students/{student_id}/rounds/{uid}", { params }));
    await practice.refetch();
  });
/** Rounds that the student reported and nobody has looked at. */
const unseen = computed(() => page.value?.rounds.filter((r) => r.reported && !r.seen).length ?? 0);
const seen = () =>
  run(async () => {
    await dataOf(api.POST("/api/students/{student_id}/rounds-seen", path));
    await practice.refetch();
    void askAgain(cache, keys.students);
  });

const days = ref(3);
function useDay(chosen: Row[], day: string): void {
  rows.change({ rows: chosen.map((row) => ({ ...row })), due: day });
  said.value = "";
}
const LETTERS: Record<Schemas["PracticeForm"], string> = {
  blocked: "b",
  serial: "s",
  random: "r",
  net: "t",
  "worse of two": "w",
  "one swing": "o",
};
const FORMS = Object.keys(LETTERS) as Schemas["PracticeForm"][];
useKeys("Practice", [
  {
    shown: "1–5",
    does: "start a test",
    on: (event) => {
      const trial = page.value?.trials[Number(event.key) - 1];
      if (!/^[1-5]$/.test(event.key) || !trial?.par) return false;
      take(trial.trial);
      return true;
    },
  },
  ...FORMS.map((form) => changing(LETTERS[form], `a row: ${form}`, LETTERS[form], () => add(form))),
  changing("h", "send the rows as homework", "h", () => {
    if (rows.rows.value.length) void sendHome();
  }),
  changing("Enter", "play the first row", "Enter", () => start(0)),
  changing("i", "mark returned homework as seen", "i", () => {
    if (unseen.value) void seen();
  }),
  key("p", "paper score sheet", "p", () => {
    void router.push({ name: "sheet", params: { studentId: props.studentId } });
  }),
]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Practice</h1>
      <span class="quiet">{{ student.data.value?.name }}</span>
      <span v-if="last?.cue" class="quiet">Cue: {{ upper(texts.format(last.cue)) }}</span>
      <span class="push">
        <RouterLink :to="{ name: 'sheet', params: { studentId } }">Paper score sheet <kbd>p</kbd></RouterLink>
      </span>
    </div>
    <Sentence v-if="practice.error.value" :text="sentenceOf(practice.error.value)" />
    <Waiting v-if="!page && !practice.error.value" what="the practice" />
    <template v-else-if="page">
      <Sentence v-if="page.problem" :text="page.problem" tone="ask"
        ><RouterLink :to="{ name: 'shots', params: { studentId } }"> Shots</RouterLink></Sentence
      >
      <TabRow v-model="tab" :tabs="TABS" about="Practice" />
      <section v-if="unseen" class="sheet came">
        <b>{{ unseen }} {{ unseen === 1 ? "round" : "rounds" }} returned.</b>
        <RouterLink :to="{ name: 'review', params: { studentId } }">Confirm the balls</RouterLink>
        <Button size="small" @click="seen">Seen <kbd>i</kbd></Button>
      </section>
      <div v-show="tab === 'session'" class="columns">
        <WeekPlan v-model:days="days" class="sheet" :student-id="studentId" @use="useDay" />
        <div>
          <section class="sheet">
            <div class="head">
              <h2>Session</h2>
              <span v-if="rows.balls.value" class="quiet num"
                >{{ rows.balls.value }} balls<template v-if="rows.balls.value > limit"
                  >, over the limit of {{ limit }} a session</template
                ></span
              >
              <span class="push" aria-live="polite">{{ said }}</span>
            </div>
            <p class="forms">
              <button
                v-for="form in FORMS"
                :key="form"
                type="button"
                :title="texts.format(`form-${form}.about`)"
                @click="add(form)"
              >
                {{ upper(texts.name("form", form)) }} <kbd>{{ LETTERS[form] }}</kbd>
              </button>
            </p>
            <p v-if="!rows.rows.value.length" class="quiet">
              Blocked practice builds a shot, ladders vary it, random tests it. Add one above, or use a day.
            </p>
            <RowTable
              :rows="rows.rows.value"
              :shots="shots"
              :swings="swings"
              :limit="Math.min(60, limit)"
              @put="rows.put"
              @drop="rows.drop"
              @move="rows.move"
              @start="start"
            />
            <div v-if="rows.rows.value.length" class="send">
              <input
                :value="rows.draft.title"
                maxlength="80"
                placeholder="Title"
                aria-label="Title"
                @input="rows.change({ title: ($event.target as HTMLInputElement).value })"
              />
              <input
                class="cues"
                :value="rows.draft.cues"
                maxlength="300"
                :placeholder="last?.cue ? `Cue: ${upper(texts.format(last.cue))}` : 'Cues'"
                aria-label="Cues"
                @input="rows.change({ cues: ($event.target as HTMLInputElement).value })"
              />
              <span class="quiet"
                >due
                <DayField
                  :model-value="rows.draft.due || null"
                  aria-label="Due"
                  @update:model-value="(day) => rows.change({ due: day ?? '' })"
              /></span>
              <span class="acts">
                <Button type="text" @click="rows.clear()">Clear</Button>
                <Button @click="keepRoutine">{{ leads ? "Save for the academy" : "Save for me" }}</Button>
                <Button type="primary" :loading="busy" @click="sendHome"
                  >Send as homework <kbd>h</kbd></Button
                >
              </span>
            </div>
            <Sentence :text="error" />
            <p v-if="page.routines.length" class="routines">
              <span class="quiet">Saved:</span>
              <span v-for="routine in page.routines" :key="routine.id">
                <button type="button" @click="useRoutine(routine)">
                  {{ routine.name }}{{ routine.ownership === "house" ? " (house)" : "" }}
                </button>
                <button
                  v-if="routine.ownership === 'mine' || leads"
                  type="button"
                  class="drop"
                  :aria-label="`Remove ${routine.name} from the list`"
                  @click="endRoutine(routine.id)"
                >
                  ✕
                </button>
              </span>
            </p>
          </section>
        </div>
      </div>
      <div v-show="tab === 'tests'" class="columns even">
        <TestList class="sheet" :trials="page.trials" @take="take" />
        <RoundList
          class="sheet"
          :page="page"
          :interval="words.data.value?.interval ?? ''"
          @drop="dropRound"
        />
      </div>
      <div v-show="tab === 'homework'">
        <HomeworkList
          class="sheet"
          :homework="homework.data.value ?? []"
          :student-id="studentId"
          @close="(id) => ofHomework('close', id)"
          @back="(id) => ofHomework('back', id)"
          @call="callHomework"
        />
      </div>
      <p class="quiet">
        Rest between sets. Stop if it hurts and see a clinician. Your range's rules come first.
      </p>
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
  gap: 1rem;
  align-items: start;
}
.head {
  margin-bottom: 0.3rem;
}
p {
  margin: 0.2rem 0;
}
.forms,
.routines {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  margin: 0.2rem 0 0.5rem;
  align-items: center;
}
.forms button,
.routines button {
  min-height: 38px;
  padding: 0 0.6rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  cursor: pointer;
}
.routines .drop {
  border-color: transparent;
  background: none;
  color: var(--ink-2);
}
.send {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  align-items: center;
  border-top: 1px solid var(--line);
  padding-top: 0.5rem;
}
.send input {
  min-height: 38px;
  padding: 0 0.5rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
.cues {
  flex: 1 1 10rem;
  min-width: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  margin-left: auto;
}
.acts kbd {
  background: none;
  color: inherit;
  margin-left: 0.4rem;
}
.came {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
  align-items: center;
}
@media (max-width: 1050px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
