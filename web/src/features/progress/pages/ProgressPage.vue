<script setup lang="ts">
/** What students and parents ask: is it getting better? With the page to hand out. */
import { useTeaches } from "@/features/account";
import { upper } from "@/shared/texts/texts";
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import dayjs from "dayjs";
import { computed, ref, watch } from "vue";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";
import { key, useKeys } from "@/shared/keys/useKeys";
import DayField from "@/shared/ui/DayField.vue";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import GroundRows from "@/shared/ground/GroundRows.vue";
import { provideStudent } from "@/shared/student/context";
import CoursePanel from "../components/CoursePanel.vue";
import SidePanel from "../components/SidePanel.vue";
import TimeChart from "../components/TimeChart.vue";
import TurnTable from "../components/TurnTable.vue";

const props = defineProps<{ studentId: string }>();
const { student, texts } = provideStudent(() => props.studentId);
const period = ref<{ from: string | null; to: string | null }>({ from: null, to: null });
const progress = useQuery({
  key: () => keys.progress(props.studentId, period.value),
  query: () =>
    dataOf(
      api.GET("/api/students/{student_id}/progress", {
        params: {
          path: { student_id: props.studentId },
          query: { from_day: period.value.from, to_day: period.value.to },
        },
      }),
    ),
  placeholderData: (before) => before,
});
const trade = useWords();
const data = computed(() => progress.data.value);
/** The coach's own words; empty takes the draft. */
const own = ref<string | null>(null);
const words = computed({
  get: () => own.value ?? data.value?.words ?? "",
  set: (text: string) => (own.value = text),
});
watch(
  () => props.studentId,
  () => (own.value = null),
);
const MOST_WORDS = 1200;

const span = computed<[string, string]>(() => [data.value?.from_day ?? "", data.value?.to_day ?? ""]);
const marks = computed(() => [
  ...(data.value?.turns ?? []).map((t) => ({ day: t.on, text: texts.value.name("event", t.kind) })),
  ...(data.value?.lessons ?? []).map((t) => ({ day: t.on, text: "lesson" })),
]);
/** Events and lessons, each against what was hit before and after. */
const turns = computed(() => {
  const { say, name, format } = texts.value;
  const events = (data.value?.turns ?? []).map(({ on, turn, kind, touched }) => ({
    on,
    turn,
    title: name("event", kind) + (touched.code === "touch-everything" ? "" : `, ${say(touched)}`),
  }));
  const lessons = (data.value?.lessons ?? []).map(({ on, turn, cue }) => ({
    on,
    turn,
    title: cue ? `lesson, "${upper(format(cue))}"` : "lesson",
  }));
  return [...events, ...lessons].sort((a, b) => (a.on < b.on ? -1 : 1));
});
type Part = NonNullable<typeof data.value>["points"][number];
const over = (of: (part: Part) => Part["solid"] | Part["spread"]) =>
  (data.value?.points ?? []).map((part) => {
    const { value, lo, hi } = of(part);
    return { day: part.to_day, value, lo, hi };
  });
const looks = (of: (look: { covered: number; doubtful: number | null }) => number | null) =>
  (data.value?.looks ?? []).map((look) => ({ day: look.day, value: of(look) }));
/** The latest spread of solid balls along. */
const along = computed(
  () => data.value?.points.findLast(({ spread }) => spread.value !== null)?.spread.value ?? null,
);
const filling = computed(() =>
  (data.value?.looks ?? []).map(({ day, strips, covered }) => ({
    name: dayjs(day).format("D MMM"),
    strips,
    share: covered,
  })),
);
const pdf = computed(() => {
  const query = new URLSearchParams();
  if (data.value) {
    query.set("from_day", data.value.from_day);
    query.set("to_day", data.value.to_day);
  }
  if (own.value?.trim()) query.set("words", own.value);
  return `/api/students/${props.studentId}/report.pdf?${query}`;
});
function back(months: number): void {
  const to = dayjs();
  period.value = {
    from: to.subtract(months, "month").format("YYYY-MM-DD"),
    to: to.format("YYYY-MM-DD"),
  };
}
const from = computed({
  get: () => data.value?.from_day ?? null,
  set: (day) => (period.value = { from: day, to: data.value?.to_day ?? null }),
});
const to = computed({
  get: () => data.value?.to_day ?? null,
  set: (day) => (period.value = { from: data.value?.from_day ?? null, to: day }),
});
const teaches = useTeaches();
const openPdf = () => window.open(pdf.value, "_blank", "noopener");
useKeys("Progress", [
  key("1", "the last month", "1", () => back(1)),
  key("3", "the last three months", "3", () => back(3)),
  key("6", "the last half year", "6", () => back(6)),
  ...(teaches.value ? [key("p", "download the page as PDF", "p", openPdf)] : []),
]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Progress</h1>
      <span class="quiet">{{ student.data.value?.name }}</span>
      <span v-if="data" class="push period">
        <Button @click="back(1)">1 month</Button>
        <Button @click="back(3)">3</Button>
        <Button @click="back(6)">6</Button>
        <Button @click="back(12)">12</Button>
        <DayField v-model="from" aria-label="From" required />
        to
        <DayField v-model="to" aria-label="To" required />
      </span>
    </div>
    <Sentence v-if="progress.error.value" :text="sentenceOf(progress.error.value)" />
    <Waiting v-if="!data && !progress.error.value" what="the progress" />
    <EmptyState
      v-else-if="data && !data.first_ball"
      title="Nothing hit yet"
      next="Progress shows after the first session."
    >
      <RouterLink :to="{ name: 'range', params: { studentId } }">Hit balls</RouterLink>
    </EmptyState>
    <div v-else-if="data" class="columns">
      <div class="charts">
        <TimeChart
          title="Solid strikes"
          :about="`share of balls, ${trade.data.value?.interval ?? ''} interval`"
          :highest="1"
          :span="span"
          :marks="marks"
          :lines="[{ name: 'solid', colour: 'field', points: over((p) => p.solid) }]"
        />
        <TimeChart
          title="Spread"
          about="of solid balls, share of carry"
          :span="span"
          :marks="marks"
          :lines="[{ name: 'spread', colour: 'ink', points: over((p) => p.spread) }]"
        />
        <TimeChart
          title="Launch in window"
          about="share of launches measured"
          :highest="1"
          :span="span"
          :marks="marks"
          :lines="[{ name: 'in the window', colour: 'slate', points: over((p) => p.launch) }]"
        />
        <TimeChart
          title="Coverage"
          about=""
          :highest="1"
          :span="span"
          :marks="marks"
          :lines="[
            { name: 'covered', colour: 'field', points: looks((l) => l.covered) },
            {
              name: 'doubtful',
              colour: 'clay',
              dashed: true,
              points: looks((l) => l.doubtful),
            },
          ]"
        />
        <GroundRows
          v-if="student.data.value"
          class="filling"
          title="Coverage over time"
          about="with today's shots, as measured then"
          :rows="filling"
          :from="student.data.value.from_yd"
          :to="student.data.value.to_yd"
        />
        <CoursePanel class="filling" :from="data.from_day" :to="data.to_day" />
      </div>
      <aside>
        <section class="sheet">
          <h2>For the student</h2>
          <p class="quiet">One page to hand out. Your words first, the figures below.</p>
          <textarea v-model="words" rows="7" :maxlength="MOST_WORDS" aria-label="Your words to the student" />
          <p class="acts">
            <Button v-if="teaches" type="primary" @click="openPdf">Download PDF</Button>
            <Button v-if="own !== null" type="text" @click="own = null">Reset text</Button>
          </p>
        </section>
        <SidePanel :along="along" />
        <section class="sheet">
          <h2>Before and after</h2>
          <p v-if="!turns.length" class="quiet">No lessons or changes in this period.</p>
          <TurnTable :turns="turns" />
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.period {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 27rem;
  gap: 1.4rem;
  align-items: start;
}
.charts {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 1.2rem 1.4rem;
}
.filling {
  grid-column: 1 / -1;
}
aside {
  display: grid;
  gap: 1rem;
}
textarea {
  width: 100%;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  padding: 0.5rem 0.6rem;
  resize: vertical;
}
p {
  margin: 0.3rem 0;
}
.acts {
  display: flex;
  gap: 0.4rem;
}
@media (max-width: 1150px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .charts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
