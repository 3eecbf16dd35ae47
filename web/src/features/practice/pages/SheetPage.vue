<script setup lang="ts">
/** A sheet to fill in by pencil, and typing it in afterwards: a number, Enter, the next box. */
import { Button } from "ant-design-vue";
import dayjs from "dayjs";
import { v7 as uuid } from "uuid";
import { computed, nextTick, reactive, ref, watch } from "vue";
import { cellName, cellOfItem, type CellAddress } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import { RANGE_LIE } from "@/shared/api/shotDefaults";
import { usePlan, useMatrix, useWords, type Strike } from "@/shared/api/queries";
import { key, useKeys } from "@/shared/keys/useKeys";
import { enqueue } from "@/shared/outbox/outbox";
import EmptyState from "@/shared/ui/EmptyState.vue";
import DayField from "@/shared/ui/DayField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import { readBox } from "../composables/boxes";

const props = defineProps<{ studentId: string }>();
const { student, units } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const plan = usePlan(() => props.studentId);
const words = useWords();
const BOXES = 5;
const NOON = 12;
const day = ref(dayjs().format("YYYY-MM-DD"));
const conditions = reactive({
  lie: RANGE_LIE as Schemas["Lie"],
  ball: "range" as Schemas["BallType"],
  read: "eye" as "typed" | "laser" | "eye",
});
/** The cells of the plan; without one those that are played. */
const cells = computed<CellAddress[]>(() => {
  const planned = (plan.data.value?.plan?.items ?? []).map(cellOfItem);
  const seen = new Map(planned.map((cell) => [cellName(cell), cell]));
  if (seen.size) return [...seen.values()];
  return (matrix.data.value?.cells ?? []).filter((cell) => cell.play !== "neither");
});
const boxes = ref<string[][]>([]);
watch(
  () => cells.value.map(cellName).join("|"),
  () => (boxes.value = cells.value.map(() => Array.from({ length: BOXES }, () => ""))),
  { immediate: true },
);
const problem = ref("");
const said = ref("");
const filled = computed(() => boxes.value.flat().filter((text) => text.trim()).length);
const pdf = computed(() => `/api/students/${props.studentId}/sheet.pdf`);
function next(event: KeyboardEvent): void {
  const all = [...document.querySelectorAll<HTMLInputElement>("input.box")];
  const at = all.indexOf(event.target as HTMLInputElement);
  all[at + 1]?.focus();
  if (at === all.length - 1) void take();
}
async function take(): Promise<void> {
  const club = (cell: CellAddress) =>
    student.data.value?.clubs.find((one) => one.in_use && one.label === cell.club);
  const read = boxes.value.map((row) => row.map((text) => readBox(text)));
  const bad = read.flat().find((one) => one && "problem" in one);
  problem.value = bad && "problem" in bad ? bad.problem : "";
  if (problem.value) return;
  let number = 0;
  const start = dayjs(day.value).hour(NOON);
  for (const [i, cell] of cells.value.entries()) {
    const mine = club(cell);
    for (const one of read[i] ?? []) {
      if (!one || "problem" in one || !mine) continue;
      const uid = uuid();
      const { swing, trajectory, spin, tempo } = cell;
      const body: Schemas["BallIn"] = {
        uid,
        hit_at: start.add(number++, "minute").toISOString(),
        club_id: mine.id,
        swing,
        trajectory,
        spin,
        tempo,
        ...conditions,
        carry_yd: units.value.yards(one.carry),
        strike: one.strike,
        confirmed: true,
        moment: "as said",
      };
      void enqueue({ kind: "record", studentId: props.studentId, uid, club: mine.label, body });
    }
  }
  said.value = `${number} balls saved for ${day.value}. Confirm them next.`;
  boxes.value = cells.value.map(() => Array.from({ length: BOXES }, () => ""));
  await nextTick();
}
const strikeLetters: [string, Strike][] = [
  ["f", "fat"],
  ["t", "thin"],
  ["h", "heel"],
  ["o", "toe"],
  ["x", "hard"],
];
useKeys("Sheet", [
  { shown: "44 Enter", does: "save the ball and go to the next box" },
  { shown: "44f Enter", does: "fat (t thin, h heel, o toe, x hard)" },
  key("p", "print the sheet", "p", () => window.open(pdf.value, "_blank", "noopener")),
]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Paper score sheet</h1>
      <span class="quiet">{{ student.data.value?.name }}</span>
      <span class="push">
        <a v-if="cells.length" :href="pdf" target="_blank" rel="noopener">Print (PDF) <kbd>p</kbd></a>
      </span>
    </div>
    <Waiting v-if="!matrix.data.value || !plan.data.value" what="the sheet" />
    <EmptyState
      v-else-if="!cells.length"
      title="Nothing to print yet"
      next="Plan a session, or choose shots first."
    >
      <RouterLink :to="{ name: 'plan', params: { studentId } }">Plan a session</RouterLink>
      <RouterLink :to="{ name: 'shots', params: { studentId } }">Choose shots</RouterLink>
    </EmptyState>
    <template v-else>
      <div class="sheet how">
        <span>Hit on <DayField v-model="day" aria-label="Hit on" required /></span>
        <label
          >Lie
          <select v-model="conditions.lie">
            <option v-for="lie in words.data.value?.lies ?? []" :key="lie">{{ lie }}</option>
          </select></label
        >
        <label
          >Ball
          <select v-model="conditions.ball">
            <option v-for="ball in words.data.value?.balls ?? []" :key="ball">{{ ball }}</option>
          </select></label
        >
        <label
          >Measured
          <select v-model="conditions.read">
            <option value="eye">by eye</option>
            <option value="laser">by laser</option>
            <option value="typed">by monitor</option>
          </select></label
        >
        <span class="quiet"
          >Add a letter for the strike:
          <template v-for="[letter, name] in strikeLetters" :key="letter"
            ><kbd>{{ letter }}</kbd> {{ name }}&ensp;</template
          ></span
        >
      </div>
      <div class="scroll">
        <table class="plain num">
          <tbody>
            <tr v-for="(cell, i) in cells" :key="cellName(cell)">
              <th scope="row" class="slab">{{ cellName(cell) }}</th>
              <td v-for="n in BOXES" :key="n">
                <input
                  v-model="boxes[i]![n - 1]"
                  class="box"
                  inputmode="decimal"
                  autocomplete="off"
                  :aria-label="`${cellName(cell)}, ball ${n}`"
                  @keydown.enter.prevent="next"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <Sentence :text="problem" />
      <p>
        <Button type="primary" :disabled="!filled" @click="take">Save {{ filled }} balls</Button>
        <span class="quiet" aria-live="polite"> {{ said }}</span>
      </p>
    </template>
  </div>
</template>

<style scoped>
.how {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1rem;
  align-items: center;
  margin-bottom: 0.8rem;
}
label {
  display: flex;
  gap: 0.4rem;
  align-items: center;
}
input {
  min-height: 40px;
  padding: 0 0.4rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
.scroll {
  overflow-x: auto;
}
table {
  max-width: 46rem;
}
.box {
  width: 5rem;
  font: 650 1.2rem var(--slab);
  text-align: center;
}
th {
  color: var(--ink);
}
p {
  margin-top: 0.6rem;
}
</style>
