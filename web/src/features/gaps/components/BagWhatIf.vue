<script setup lang="ts">
/** Another bag, tried out: change, add or remove a wedge and see the ground move. */
import { Button } from "ant-design-vue";
import { computed, reactive, ref, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import { useSaving } from "@/shared/api/saving";
import type { Club, Matrix } from "@/shared/api/queries";
import Sentence from "@/shared/ui/Sentence.vue";

type WhatIf = Schemas["WhatIfOut"];
const props = defineProps<{ studentId: string; matrix: Matrix; covered: number }>();
const emit = defineEmits<{ show: [bag: WhatIf | null] }>();
interface Row {
  label: string;
  loft_deg: number;
  bounce_deg: number | null;
}
const path = { params: { path: { student_id: props.studentId } } };
const rows = reactive<Row[]>([]);
const { state, run } = useSaving();
const finding = useSaving();
const error = computed(() => state.error || finding.state.error);
const result = ref<WhatIf | null>(null);
const found = ref<Schemas["GappingOut"][]>([]);
const searching = finding.busy;
const number = ref(1);

function reset(): void {
  rows.splice(
    0,
    rows.length,
    ...props.matrix.clubs.map(({ label, loft_deg, bounce_deg }: Club) => ({ label, loft_deg, bounce_deg })),
  );
  result.value = null;
  found.value = [];
  state.error = finding.state.error = "";
  emit("show", null);
}
watch(() => props.matrix.clubs, reset, { immediate: true });
async function tryIt(): Promise<void> {
  const body = { clubs: rows.map((row) => ({ ...row })) };
  const bag = await run(() => dataOf(api.POST("/api/students/{student_id}/what-if", { ...path, body })));
  if (!bag) return;
  result.value = bag;
  emit("show", bag);
}
function remove(at: number): void {
  rows.splice(at, 1);
  void tryIt();
}
function add(loft = 54): void {
  let label = `${loft}`;
  while (rows.some((row) => row.label === label)) label += " new";
  rows.push({ label, loft_deg: loft, bounce_deg: null });
  void tryIt();
}
async function search(): Promise<void> {
  const body = { number: number.value, staying: rows.map((row) => row.label) };
  const lofts = await finding.run(() =>
    dataOf(api.POST("/api/students/{student_id}/loft-search", { ...path, body })),
  );
  if (lofts) found.value = lofts;
}
function take(lofts: number[]): void {
  for (const loft of lofts) add(loft);
}
</script>

<template>
  <section class="sheet">
    <h2>Another bag</h2>
    <p class="quiet">A trial only. The student's bag doesn't change.</p>
    <table class="plain">
      <thead>
        <tr>
          <th>Club</th>
          <th>Loft</th>
          <th>Bounce</th>
          <th><span class="sr-only">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i">
          <td>
            <input v-model="row.label" maxlength="24" :aria-label="`Label of club ${i + 1}`" />
          </td>
          <td>
            <input
              v-model.number="row.loft_deg"
              type="number"
              min="30"
              max="70"
              :aria-label="`Loft of ${row.label}`"
              @change="tryIt"
            />
          </td>
          <td>
            <input
              v-model.number="row.bounce_deg"
              type="number"
              min="-4"
              max="20"
              :aria-label="`Bounce of ${row.label}`"
            />
          </td>
          <td>
            <button type="button" :aria-label="`Remove ${row.label}`" @click="remove(i)">✕</button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="acts">
      <Button size="small" @click="add()">Add a wedge</Button>
      <Button size="small" type="primary" @click="tryIt">Try this bag</Button>
      <Button v-if="result" size="small" type="text" @click="reset">Current bag</Button>
    </p>
    <p v-if="result" class="num" role="status">
      Covers <b>{{ percent(result.coverage.all) }}</b> instead of {{ percent(covered) }}, one ball within
      tolerance {{ percent(result.coverage.chance) }}. Clubs not hit yet are estimated.
    </p>
    <Sentence :text="error" />
    <p class="acts">
      <label
        >Best lofts for
        <select v-model.number="number">
          <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
        </select>
        extra</label
      >
      <Button size="small" :loading="searching" @click="search">Find best lofts</Button>
    </p>
    <ul v-if="found.length">
      <li v-for="g in found" :key="g.lofts.join()">
        <button type="button" class="word" @click="take(g.lofts)">
          {{ g.lofts.map((l) => `${l}°`).join(", ") }}
        </button>
        <span class="quiet"> stock swings cover {{ percent(g.covered) }}</span>
      </li>
    </ul>
    <p class="quiet">
      More bounce for soft turf, sand and a steep attack, less for firm, tight lies. Try before you buy.
    </p>
  </section>
</template>

<style scoped>
table.plain td {
  padding: 0.15rem 0.3rem;
}
input {
  width: 4.2rem;
  min-height: 34px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.acts {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  margin: 0.5rem 0;
}
p {
  margin: 0.3rem 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
button:not(.ant-btn) {
  border: 0;
  background: none;
  font: inherit;
  color: var(--accent);
  cursor: pointer;
  padding: 0.2rem;
}
</style>
