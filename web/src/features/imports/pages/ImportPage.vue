<script setup lang="ts">
/** Any table of balls, or a chart: say what its columns are, look at the first balls, take it in. */
import { Button, Progress } from "ant-design-vue";
import { computed, ref, watch } from "vue";
import type { Schemas } from "@/shared/api/client";
import { useFileImport } from "@/shared/api/import";
import { useForgetStudent, useWords } from "@/shared/api/queries";
import { count } from "@/shared/format/numbers";
import { ofStudent, useOwn } from "@/shared/storage/own";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import { provideStudent } from "@/shared/student/context";
import ChartForm from "../components/ChartForm.vue";
import ChartNames from "../components/ChartNames.vue";
import FirstBalls from "../components/FirstBalls.vue";
import NameMatches from "../components/NameMatches.vue";

type Look = Schemas["FileLook"];
const props = defineProps<{ studentId: string }>();
const { units } = provideStudent(() => props.studentId);
const forget = useForgetStudent();
const address = `/api/students/${props.studentId}/files`;
const mapping = ref<Look["mapping"] | null>(null);
const { state, look, store, cancel } = useFileImport<Look>({
  lookAt: `${address}/look`,
  storeAt: `${address}/take`,
  fields: (): Record<string, string> => (mapping.value ? { mapping: JSON.stringify(mapping.value) } : {}),
});
const seen = computed(() => state.report as Look | null);
/** What the coach said of files with these columns and did not take in yet: the page was left. */
const unsaved = useOwn<Record<string, Look["mapping"]>>(ofStudent(props.studentId, "file-columns"), {});
const columnsOf = (report: Look) => report.columns.map(({ name }) => name).join("|");
/** Names of a chart that only the coach can tell, and what they are. */
const named = ref<Record<string, string>>({});
watch(seen, (report) => {
  if (!report) return;
  const answered = report.chart?.strange.filter(({ answer }) => answer) ?? [];
  named.value = Object.fromEntries(answered.map(({ about, name, answer }) => [`${about} ${name}`, answer]));
  const before = mapping.value === null ? unsaved.value[columnsOf(report)] : undefined;
  mapping.value = copy(before ?? report.mapping);
  if (before) again();
});
const copy = (of: Look["mapping"]) => JSON.parse(JSON.stringify(of)) as Look["mapping"];
const input = ref<HTMLInputElement | null>(null);
function chosen(event: Event): void {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  mapping.value = null;
  named.value = {};
  if (file) void look(file);
}
function again(): void {
  const report = seen.value;
  if (report && mapping.value) unsaved.value = { ...unsaved.value, [columnsOf(report)]: copy(mapping.value) };
  if (state.file) void look(state.file);
}
const words = useWords();
/** A measurement is called as it is everywhere; other columns by their own names. */
const word = (target: string) =>
  words.data.value?.measurements.find((m) => m.name === target)?.label ??
  (target === "spin" ? "spin grade" : target);
/** Column by column: what it means here. */
const meaning = computed(() => {
  const of = new Map<string, string>();
  for (const [target, source] of Object.entries(mapping.value?.sources ?? {})) {
    of.set(source.column, target);
  }
  return of;
});
function mean(column: string, target: string): void {
  const now = mapping.value;
  if (!now) return;
  const kept = Object.entries(now.sources).filter(([t, s]) => s.column !== column && t !== target);
  const choices = seen.value?.units[target] ?? [];
  const carries = now.sources["carry_yd"]?.unit ?? "";
  // A length is most likely in what the carries are in.
  const unit = choices.includes(carries) ? carries : (choices[0] ?? "");
  now.sources = Object.fromEntries(target ? [...kept, [target, { column, unit }]] : kept);
  again();
}
function setUnit(target: string, unit: string): void {
  const source = mapping.value?.sources[target];
  if (source) source.unit = unit;
  again();
}
function match(kind: "clubs" | "swings" | "strikes", name: string, ours: string): void {
  if (!mapping.value) return;
  mapping.value[kind] = { ...mapping.value[kind], [name]: ours };
  again();
}
/** The file names others than the student: the coach says whose balls go here. */
function whose(person: string): void {
  if (!mapping.value) return;
  mapping.value.person = person;
  again();
}
/** Balls that can hardly be are left out, unless the coach knows better. */
function takeOdd(odd: boolean): void {
  if (!mapping.value) return;
  mapping.value.odd = odd;
  again();
}
function fix(kind: "club" | "swing" | "days", ours: string): void {
  if (!mapping.value) return;
  Object.assign(mapping.value, { [kind]: ours });
  again();
}
async function take(skipBad: boolean): Promise<void> {
  if (await store(skipBad)) {
    unsaved.value = {};
    mapping.value = null;
    await forget(props.studentId);
  }
}
const boxes = computed(() => {
  const chart = seen.value?.chart;
  if (!chart) return [];
  return chart.boxes
    .map((box) => ({
      ...box,
      club: box.club || (named.value[`club ${box.club_name}`] ?? ""),
      swing: box.swing || (named.value[`swing ${box.swing_name}`] ?? ""),
    }))
    .filter(({ club, swing }) => club && swing);
});
const ranges = computed(() => seen.value?.chart?.boxes.filter(({ of_yd }) => of_yd).length ?? 0);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Import</h1>
      <span class="quiet">Balls or a chart as CSV or Excel, from a launch monitor or your own sheet.</span>
      <span class="push">
        <Button type="primary" :disabled="state.busy" @click="input?.click()">Choose a file</Button>
        <input
          ref="input"
          type="file"
          accept=".csv,.txt,.tsv,.xlsx,.xlsm,.json"
          class="sr-only"
          tabindex="-1"
          aria-label="File to import"
          @change="chosen"
        />
      </span>
    </div>
    <Sentence :text="state.error" />
    <p v-if="state.done" role="status">
      {{ state.done }}
      <RouterLink :to="{ name: 'review', params: { studentId } }">Confirm them</RouterLink>
    </p>
    <p v-if="state.busy && !seen" class="quiet" role="status">Reading {{ state.file?.name }}…</p>
    <EmptyState
      v-if="!seen && !state.busy && !state.done"
      title="No file chosen"
      next="Oxgang reads the columns it knows and asks about the others. The next file like it is read the same way."
    >
      <RouterLink :to="{ name: 'chart', params: { studentId } }">Enter a chart instead</RouterLink>
    </EmptyState>
    <template v-if="seen?.chart">
      <p class="num">
        <b>{{ state.file?.name }}</b> is a chart. {{ count(boxes.length, "number", "numbers") }} are filled in
        below<template v-if="ranges">, {{ count(ranges, "range", "ranges") }} as the mean</template>. Check
        them, then save.
      </p>
      <ChartNames
        v-if="seen.chart.strange.length"
        v-model="named"
        :strange="seen.chart.strange"
        :bag="seen.bag"
        :positions="seen.positions"
      />
      <ul v-if="seen.problems_total">
        <li v-for="p in seen.problems.slice(0, 12)" :key="`${p.line}${p.column}${p.reason}`">
          Line {{ p.line }}<template v-if="p.column">, {{ p.column }}</template
          >: {{ p.reason }}
        </li>
      </ul>
      <ChartForm :found="boxes" :total="seen.chart.total" :signature="seen.chart.signature" :names="named" />
    </template>
    <template v-else-if="seen && mapping">
      <p class="num">
        <b>{{ state.file?.name }}</b>: {{ count(seen.new, "new ball", "new balls")
        }}<template v-if="seen.known">, {{ seen.known }} already here</template
        ><template v-if="seen.problems_total"
          >, <span class="clay">{{ count(seen.problems_total, "bad row", "bad rows") }}</span></template
        >.
        <span v-if="seen.remembered" class="quiet">Read like the last file with these columns.</span>
      </p>
      <Progress v-if="state.busy && state.percent" :percent="state.percent" />
      <p class="acts">
        <label v-if="seen.people.length" class="whose"
          ><b>Who hit these balls?</b>
          <select :value="mapping.person" @change="whose(($event.target as HTMLSelectElement).value)">
            <option value="" disabled>choose</option>
            <option v-for="one in seen.people" :key="one">{{ one }}</option>
            <option value="*">all {{ seen.people.length }} of them</option>
          </select></label
        >
        <Button
          v-if="seen.rows"
          type="primary"
          :disabled="seen.people.length > 0 && !mapping.person"
          :loading="state.busy"
          @click="take(seen.problems_total > 0)"
        >
          {{ seen.problems_total ? "Skip the bad rows, import" : "Import" }}
          {{ count(seen.new, "ball", "balls") }}
        </Button>
        <Button @click="cancel">Cancel</Button>
      </p>
      <div class="columns">
        <section class="sheet">
          <h2>Columns</h2>
          <table class="plain asked">
            <thead>
              <tr>
                <th>In the file</th>
                <th>Such as</th>
                <th>Means</th>
                <th>In</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="column in seen.columns" :key="column.name">
                <td>
                  <b>{{ column.name }}</b>
                </td>
                <td class="quiet sample">{{ column.sample.join(", ") }}</td>
                <td>
                  <select
                    :value="meaning.get(column.name) ?? ''"
                    :aria-label="`Meaning of ${column.name}`"
                    @change="mean(column.name, ($event.target as HTMLSelectElement).value)"
                  >
                    <option value="">a note</option>
                    <option v-for="target in seen.targets" :key="target" :value="target">
                      {{ word(target) }}
                    </option>
                  </select>
                </td>
                <td>
                  <select
                    v-if="seen.units[meaning.get(column.name) ?? '']"
                    data-units
                    :value="mapping.sources[meaning.get(column.name) ?? '']?.unit"
                    :aria-label="`Unit of ${column.name}`"
                    @change="
                      setUnit(meaning.get(column.name) ?? '', ($event.target as HTMLSelectElement).value)
                    "
                  >
                    <option v-for="u in seen.units[meaning.get(column.name) ?? '']" :key="u">
                      {{ u }}
                    </option>
                  </select>
                </td>
              </tr>
            </tbody>
          </table>
        </section>
        <div>
          <section class="sheet">
            <label v-if="seen.day_orders.length > 1" class="days"
              ><b>Dates</b> have the
              <select :value="mapping.days" @change="fix('days', ($event.target as HTMLSelectElement).value)">
                <option v-for="order in seen.day_orders" :key="order">{{ order }}</option>
              </select></label
            >
            <NameMatches
              :seen="seen"
              :mapping="mapping"
              :strikes="words.data.value?.strikes ?? []"
              @match="match"
              @fix="fix"
            />
          </section>
          <section v-if="seen.questions_total" class="sheet">
            <h2>Check these rows</h2>
            <ul>
              <li v-for="q in seen.questions.slice(0, 6)" :key="`${q.line}${q.column}`">
                Line {{ q.line }}: {{ q.reason }}
              </li>
            </ul>
            <p v-if="seen.questions_total > 6" class="quiet">and {{ seen.questions_total - 6 }} more.</p>
            <label>
              <span
                >{{ count(seen.questions_total, "row is", "rows are") }}
                {{ mapping.odd ? "taken" : "skipped" }}</span
              >
              <span
                ><input type="checkbox" :checked="mapping.odd" @change="takeOdd(!mapping?.odd)" /> import
                them</span
              >
            </label>
          </section>
          <section v-if="seen.problems_total" class="sheet">
            <h2>Bad rows</h2>
            <ul>
              <li v-for="p in seen.problems.slice(0, 12)" :key="`${p.line}${p.column}`">
                Line {{ p.line }}<template v-if="p.column">, {{ p.column }}</template
                >: {{ p.reason }}
              </li>
            </ul>
            <p v-if="seen.problems_total > 12" class="quiet">and {{ seen.problems_total - 12 }} more.</p>
          </section>
        </div>
      </div>
      <FirstBalls :balls="seen.preview" :units="units" />
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 22rem;
  gap: 1.2rem;
  align-items: start;
  margin: 0.8rem 0;
}
.columns > div {
  display: grid;
  gap: 1rem;
}
table.plain td {
  padding: 0.2rem 0.4rem;
}
.sample {
  max-width: 14rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
label {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.6rem;
  margin: 0.25rem 0;
}
.whose {
  margin: 0 0.6rem 0 0;
}
.acts {
  display: flex;
  gap: 0.6rem;
}
.clay {
  color: var(--clay);
}
ul {
  margin: 0.3rem 0;
  padding-left: 1.1rem;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
/* A column of the file over what it means. */
@media (max-width: 640px) {
  .asked thead {
    display: none;
  }
  .asked tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
    padding: 0.3rem 0;
  }
  .asked td {
    border: 0;
  }
  .sample {
    max-width: 100%;
    text-align: right;
  }
}
</style>
