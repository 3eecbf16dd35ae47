<script setup lang="ts">
/** Files in and out. Nothing of a file with bad rows is stored before the coach has chosen. */
import { Button, Progress } from "ant-design-vue";
import { ref } from "vue";
import { useTeaches } from "@/features/account";
import { useSaving } from "@/shared/api/saving";
import { count } from "@/shared/format/numbers";
import { useForgetStudent } from "@/shared/api/queries";
import Sentence from "@/shared/ui/Sentence.vue";
import { importBag, importMatrix, useShotsImport } from "../composables/transfer";

const props = defineProps<{ studentId: string }>();
const forget = useForgetStudent();
const teaches = useTeaches();
const { state, look, store, cancel } = useShotsImport(props.studentId);
const bagResult = ref("");
const bag = useSaving();
const bagError = bag.error;
const shotsInput = ref<HTMLInputElement | null>(null);
const bagInput = ref<HTMLInputElement | null>(null);

function chosen(event: Event): File | undefined {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = "";
  return file;
}
async function takeShots(event: Event): Promise<void> {
  const file = chosen(event);
  if (file) await look(file);
}
async function keep(skipBad: boolean): Promise<void> {
  if (await store(skipBad)) await forget(props.studentId);
}
async function takeBag(event: Event): Promise<void> {
  const file = chosen(event);
  if (!file) return;
  bagResult.value = "";
  await bag.save(async () => {
    bagResult.value = await importBag(props.studentId, file);
    await forget(props.studentId);
  });
}
const matrixInput = ref<HTMLInputElement | null>(null);
const matrixResult = ref("");
const matrixImport = useSaving();
const matrixError = matrixImport.error;
async function takeMatrix(event: Event): Promise<void> {
  const file = chosen(event);
  if (!file) return;
  matrixResult.value = "";
  await matrixImport.save(async () => {
    matrixResult.value = await importMatrix(props.studentId, file);
    await forget(props.studentId);
  });
}
</script>

<template>
  <p v-if="!teaches" class="quiet">Only a coach can import and export files.</p>
  <template v-else>
    <p class="row">
      <b>Balls</b>
      <Button :disabled="state.busy" @click="shotsInput?.click()">Import shots.csv</Button>
      <RouterLink :to="{ name: 'import', params: { studentId } }">Any other file</RouterLink>
      <a :href="`/api/students/${studentId}/shots.csv`" download>Export shots.csv</a>
      <a :href="`/api/students/${studentId}/shots.xlsx`" download>.xlsx</a>
      <a :href="`/api/students/${studentId}/shots.json`" download>.json</a>
      <input
        ref="shotsInput"
        type="file"
        accept=".csv,text/csv,text/plain"
        class="sr-only"
        tabindex="-1"
        aria-label="shots.csv to import"
        @change="takeShots"
      />
    </p>
    <div v-if="state.report" class="report">
      <p>
        <b>{{ state.file?.name }}</b>: {{ count(state.report.new, "new ball", "new balls")
        }}<template v-if="state.report.known">, {{ state.report.known }} already here (unchanged)</template>.
        <template v-if="state.report.as_notes.length">
          Saved as notes: {{ state.report.as_notes.join(", ") }}.
        </template>
      </p>
      <template v-if="state.report.problems_total">
        <p class="bad">{{ count(state.report.problems_total, "bad row", "bad rows") }}:</p>
        <ul>
          <li v-for="p in state.report.problems" :key="`${p.line}${p.column}`">
            Line {{ p.line }}<template v-if="p.column">, {{ p.column }}</template
            >: {{ p.reason }}
          </li>
          <li v-if="state.report.problems_total > state.report.problems.length">
            … and {{ state.report.problems_total - state.report.problems.length }} more.
          </li>
        </ul>
      </template>
      <template v-if="state.report.questions_total">
        <p>{{ count(state.report.questions_total, "row", "rows") }} to check before you import:</p>
        <ul>
          <li v-for="q in state.report.questions" :key="`${q.line}q`">Line {{ q.line }}: {{ q.reason }}</li>
        </ul>
      </template>
      <Progress v-if="state.busy" :percent="state.percent" />
      <p class="row">
        <template v-if="!state.busy">
          <Button v-if="!state.report.problems_total" type="primary" @click="keep(false)">
            Import {{ count(state.report.new, "ball", "balls") }}
          </Button>
          <Button v-else-if="state.report.rows" type="primary" @click="keep(true)">
            Skip those rows, import {{ count(state.report.new, "ball", "balls") }}
          </Button>
        </template>
        <Button @click="cancel">Cancel</Button>
      </p>
    </div>
    <p v-else-if="state.busy" role="status" class="quiet">Reading {{ state.file?.name }}…</p>
    <Sentence :text="state.error" />
    <p v-if="state.done" role="status">
      {{ state.done }}
      <RouterLink :to="{ name: 'review', params: { studentId } }">Confirm them</RouterLink>
    </p>
    <p class="row">
      <b>Bag</b>
      <Button @click="bagInput?.click()">Import bag.csv</Button>
      <a :href="`/api/students/${studentId}/bag.csv`" download>Export bag.csv</a>
      <input
        ref="bagInput"
        type="file"
        accept=".csv,text/csv,text/plain"
        class="sr-only"
        tabindex="-1"
        aria-label="bag.csv to import"
        @change="takeBag"
      />
    </p>
    <p v-if="bagResult" role="status">{{ bagResult }}</p>
    <Sentence :text="bagError" />
    <p class="row">
      <b>Matrix</b>
      <Button @click="matrixInput?.click()">Import a matrix</Button>
      <RouterLink :to="{ name: 'chart', params: { studentId } }">Enter a chart</RouterLink>
      <a :href="`/api/students/${studentId}/matrix.csv`" download>Export matrix.csv</a>
      <a :href="`/api/students/${studentId}/matrix.xlsx`" download>.xlsx</a>
      <a :href="`/api/students/${studentId}/matrix.json`" download>.json</a>
      <input
        ref="matrixInput"
        type="file"
        accept=".csv,.xlsx,text/csv,text/plain"
        class="sr-only"
        tabindex="-1"
        aria-label="matrix to import"
        @change="takeMatrix"
      />
    </p>
    <p v-if="matrixResult" role="status">{{ matrixResult }}</p>
    <Sentence :text="matrixError" />
    <p class="row">
      <b>Student</b>
      <a :href="`/api/students/${studentId}/student.json`" download title="For another academy"
        >Export everything</a
      >
    </p>
    <p class="quiet">Carries from a chart or matrix count until the shot has five balls of its own.</p>
  </template>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.9rem;
  margin: 0.5rem 0;
}
.row b {
  width: 3.6rem;
}
a {
  color: var(--accent);
}
.report {
  border-left: 3px solid var(--line-strong);
  padding: 0.1rem 0 0.1rem 0.9rem;
  margin: 0.4rem 0 0.8rem;
}
.report p {
  margin: 0.3rem 0;
}
.bad,
.report li {
  color: var(--clay);
}
ul {
  margin: 0;
  padding-left: 1.1rem;
  max-height: 12rem;
  overflow-y: auto;
}
</style>
