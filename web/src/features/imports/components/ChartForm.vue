<script setup lang="ts">
/** The student's chart as a grid: numbers that a coach has on paper, typed, pasted or from a file. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, nextTick, ref, useTemplateRef, watch } from "vue";
import { cellName, PLAIN, type CellAddress } from "@/shared/api/cells";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, useMatrix, useWords } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { count } from "@/shared/format/numbers";
import { draftName, ofStudent, useOwn } from "@/shared/storage/own";
import { useStudentContext } from "@/shared/student/context";
import DayField from "@/shared/ui/DayField.vue";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { stepOf, trimmed } from "../composables/grid";

type Height = CellAddress["trajectory"];
interface Box {
  club: string;
  swing: string;
  trajectory: Height;
}
const props = defineProps<{
  /** Numbers [yd] that a file has for some boxes, and whether they are totals. */
  found?: (Box & { distance_yd: number })[];
  total?: boolean;
  /** What a file's names were said to be: the next file with them is read the same way. */
  signature?: string;
  names?: Record<string, string>;
}>();
const emit = defineEmits<{ saved: [] }>();
const { studentId, units } = useStudentContext();
const path = computed(() => ({ path: { student_id: studentId.value } }));
const matrix = useMatrix(studentId);
const words = useWords();
const forget = useForgetStudent();
const chart = useQuery({
  key: () => keys.chart(studentId.value),
  query: () => dataOf(api.GET("/api/students/{student_id}/chart", { params: path.value })),
});
const { state, run } = useSaving();
const nameOf = (box: Box) => cellName({ ...PLAIN, ...box });
/** What is typed and not saved yet, by the box's name. */
const typed = useOwn<Record<string, string>>(draftName(ofStudent(studentId.value, "chart")), {});
const stored = computed(
  () =>
    new Map(
      chart.data.value?.boxes.map((box) => [nameOf(box), trimmed(units.value.show(box.distance_yd, 1))]),
    ),
);
const storedOf = (box: Box) => stored.value.get(nameOf(box)) ?? "";
const textOf = (box: Box) => typed.value[nameOf(box)] ?? storedOf(box);
function type(box: Box, text: string): void {
  const rest = Object.fromEntries(Object.entries(typed.value).filter(([name]) => name !== nameOf(box)));
  typed.value = text === storedOf(box) ? rest : { ...rest, [nameOf(box)]: text };
}

const height = ref<Height>(PLAIN.trajectory);
const heights = computed(() => words.data.value?.trajectories ?? []);
const clubs = computed(() => matrix.data.value?.clubs.map(({ label }) => label) ?? []);
const swings = computed(() => matrix.data.value?.positions.map(({ label }) => label) ?? []);
const rowsAt = (trajectory: Height): Box[][] =>
  clubs.value.map((club) => swings.value.map((swing) => ({ club, swing, trajectory })));
const rows = computed(() => rowsAt(height.value));
const filled = (at: Height) =>
  rowsAt(at)
    .flat()
    .filter((box) => textOf(box).trim()).length;
const changed = computed(() =>
  heights.value
    .flatMap((at) => rowsAt(at).flat())
    .filter((box) => nameOf(box) in typed.value)
    .map((box) => ({ ...box, text: textOf(box) })),
);
const source = ref("");
const measuredOn = ref<string | null>(null);
const totals = ref(false);
watch(
  () => chart.data.value,
  (data) => {
    source.value ||= data?.source ?? "";
    measuredOn.value ??= data?.measured_on ?? null;
    totals.value ||= data?.boxes.some((box) => box.total) ?? false;
  },
  { immediate: true },
);
/** What a file has goes into the boxes, to be looked at before it is saved. */
watch(
  [() => props.found, () => chart.data.value],
  ([found, data]) => {
    if (!found || !data) return;
    totals.value = props.total ?? false;
    for (const box of found) type(box, trimmed(units.value.show(box.distance_yd, 1)));
    height.value = found[0]?.trajectory ?? height.value;
  },
  { immediate: true },
);

const table = useTemplateRef<HTMLTableElement>("table");
function move(event: KeyboardEvent, row: number, column: number): void {
  const field = event.target as HTMLInputElement;
  const step = stepOf(event, field, column === swings.value.length - 1);
  if (!step) return;
  event.preventDefault();
  const at = `${row + step.down}-${step.first ? 0 : column + step.right}`;
  const next = table.value?.querySelector<HTMLInputElement>(`[data-at="${at}"]`);
  // Behind the last box is the button that saves.
  if (!next && event.key === "Enter") return document.getElementById("save-chart")?.focus();
  next?.focus();
  next?.select();
}
/** A block of a spreadsheet fills the boxes from here on, down and to the right. */
const pasted = ref("");
function paste(event: ClipboardEvent, row: number, column: number): void {
  const text = (event.clipboardData?.getData("text") ?? "").replace(/\r/g, "").replace(/\n$/, "");
  if (!/[\t\n]/.test(text)) return;
  event.preventDefault();
  let fits = 0;
  let beyond = 0;
  text.split("\n").forEach((line, i) =>
    line.split("\t").forEach((part, j) => {
      const box = rows.value[row + i]?.[column + j];
      if (!part.trim()) return;
      if (box) type(box, part.trim());
      if (box) fits++;
      else beyond++;
    }),
  );
  pasted.value = `${count(fits, "box", "boxes")} filled${beyond ? `, ${beyond} didn't fit` : ""}.`;
}

const saved = ref("");
/** The box that the server refused: its field says which of those sent. */
const wrong = ref("");
async function save(): Promise<void> {
  const boxes = changed.value;
  saved.value = pasted.value = wrong.value = "";
  const body = {
    boxes,
    source: source.value,
    measured_on: measuredOn.value,
    total: totals.value,
    signature: props.signature ?? "",
    names: props.names ?? {},
  };
  const done = await run(() =>
    dataOf(api.POST("/api/students/{student_id}/chart", { params: path.value, body })),
  );
  if (!done) {
    const box = boxes[Number(/^boxes\.(\d+)$/.exec(state.field)?.[1] ?? -1)];
    if (!box) return;
    height.value = box.trajectory;
    wrong.value = nameOf(box);
    await nextTick();
    return table.value?.querySelector<HTMLInputElement>('[aria-invalid="true"]')?.focus();
  }
  typed.value = {};
  saved.value = `${count(boxes.length, "number", "numbers")} saved.`;
  await forget(studentId.value);
  emit("saved");
}
</script>

<template>
  <Waiting v-if="!matrix.data.value && !matrix.error.value" what="the chart" />
  <Sentence v-else-if="matrix.error.value" :text="sentenceOf(matrix.error.value)" />
  <NoClubs
    v-else-if="!clubs.length"
    :student-id="studentId"
    next="Add at least one wedge with its loft first."
  />
  <form v-else class="chart" @submit.prevent="save">
    <div class="about">
      <label>Measured by <input v-model="source" maxlength="80" placeholder="who, with what" /></label>
      <label>on <DayField v-model="measuredOn" aria-label="Day of the chart" /></label>
      <fieldset>
        <legend class="sr-only">Numbers are</legend>
        <label><input v-model="totals" type="radio" :value="false" /> carries</label>
        <label><input v-model="totals" type="radio" :value="true" /> totals</label>
        <span class="quiet">in {{ units.name }}</span>
      </fieldset>
    </div>
    <div class="views" role="tablist" aria-label="Trajectory">
      <button
        v-for="one in heights"
        :key="one"
        type="button"
        role="tab"
        :aria-selected="height === one"
        @click="height = one"
      >
        {{ one }} <span v-if="filled(one)" class="quiet num">{{ filled(one) }}</span>
      </button>
    </div>
    <div class="wide">
      <table ref="table" class="num">
        <thead>
          <tr>
            <th scope="col">Club</th>
            <th v-for="swing in swings" :key="swing" scope="col">{{ swing }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, r) in rows" :key="clubs[r]">
            <th scope="row">{{ clubs[r] }}</th>
            <td v-for="(box, c) in row" :key="box.swing">
              <input
                :data-at="`${r}-${c}`"
                :value="textOf(box)"
                :aria-label="`${nameOf(box)}, ${units.name}`"
                :aria-invalid="wrong === nameOf(box)"
                inputmode="decimal"
                maxlength="20"
                @input="type(box, ($event.target as HTMLInputElement).value)"
                @keydown="move($event, r, c)"
                @paste="paste($event, r, c)"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <Sentence :text="state.error" />
    <p class="acts">
      <Button
        id="save-chart"
        type="primary"
        html-type="submit"
        :disabled="!changed.length"
        :loading="state.busy"
      >
        {{ changed.length ? `Save ${count(changed.length, "number", "numbers")}` : "Save" }}
      </Button>
      <span role="status">
        {{ saved || pasted }}
        <template v-if="saved">
          They count until you log balls for that shot.
          <RouterLink :to="{ name: 'matrix', params: { studentId } }">Matrix</RouterLink>,
          <RouterLink :to="{ name: 'card', params: { studentId } }">Card</RouterLink>
        </template>
        <span v-else-if="!pasted" class="quiet">
          50-54 counts as 52. You can paste from a spreadsheet. Empty a box to delete its number.
        </span>
      </span>
    </p>
  </form>
</template>

<style scoped>
.about,
.about fieldset,
.views,
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1rem;
}
.about fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
.about label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}
.about input:not([type="radio"]),
td input {
  min-height: 44px;
  font: inherit;
  padding: 0 0.45rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.views {
  gap: 0;
  margin-top: 0.9rem;
}
.views button {
  min-height: 44px;
  padding: 0 0.9rem;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  font: inherit;
  color: var(--ink-2);
  cursor: pointer;
}
.views button[aria-selected="true"] {
  border-color: var(--accent);
  color: var(--ink);
  font-weight: 650;
}
.wide {
  overflow-x: auto;
  padding: 0.4rem 2px;
}
th {
  text-align: left;
  padding: 0.15rem 0.6rem 0.15rem 0;
  font-weight: 600;
  white-space: nowrap;
}
thead th {
  color: var(--ink-2);
}
td {
  padding: 0.15rem 0.3rem 0.15rem 0;
}
td input {
  width: 5rem;
}
td input[aria-invalid="true"] {
  border-color: var(--clay);
  box-shadow: 0 0 0 1px var(--clay);
}
</style>
