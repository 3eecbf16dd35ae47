<script setup lang="ts">
/** The best wedge, one swing with every wedge, and the fraction arithmetic beside it. */
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { computed, ref } from "vue";
import { basisWords, halfInterval } from "@/shared/api/cells";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import type { Matrix } from "@/shared/api/queries";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  studentId: string;
  matrix: Matrix;
  trajectory: string;
}>();
const { units } = useStudentContext();
const compared = useQuery({
  key: () => keys.compare(props.studentId),
  query: () =>
    dataOf(
      api.GET("/api/students/{student_id}/compare", {
        params: { path: { student_id: props.studentId } },
      }),
    ),
});
const percent = (share: number, digits = 0) => `${(100 * share).toFixed(digits)} %`;
const sure = (chance: number) =>
  chance > 0.9 ? "sure" : chance > 0.6 ? "likely" : chance > 0.25 ? "perhaps" : "hardly";
const middle = props.matrix.positions[Math.floor((props.matrix.positions.length - 1) / 2)];
const swing = ref(middle?.label ?? "");
const height = computed(() => (props.trajectory === "all" ? "stock" : props.trajectory));
const row = computed(() => {
  const cells = props.matrix.clubs.flatMap(
    (club) =>
      props.matrix.cells.find(
        (c) =>
          c.club === club.label &&
          c.swing === swing.value &&
          c.trajectory === height.value &&
          c.spin === "check" &&
          c.tempo === "normal",
      ) ?? [],
  );
  return cells.map((cell, i) => {
    const before = cells[i - 1];
    return { cell, step: before ? cell.carry_yd - before.carry_yd : null };
  });
});
const lines = computed(() => compared.data.value?.arithmetic ?? []);
const measured = computed(() => lines.value.filter((line) => line.follows !== null));
const swapped = computed(() => (compared.data.value?.swaps ?? []).filter((line) => line.follows !== null));
const swaps = computed(() => swapped.value.filter((line) => line.follows).length);
const follows = computed(() => measured.value.filter((line) => line.follows).length);
</script>

<template>
  <section>
    <Sentence v-if="compared.error.value" :text="sentenceOf(compared.error.value)" />
    <Waiting v-else-if="!compared.data.value" what="the comparison" />
    <div v-else class="three">
      <div>
        <h2>Best wedge</h2>
        <table class="plain">
          <thead>
            <tr>
              <th>Club</th>
              <th class="right">Spread</th>
              <th class="right">Solid</th>
              <th class="right">Best</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="wedge in compared.data.value.wedges" :key="wedge.club">
              <td class="slab">{{ wedge.club }}</td>
              <td class="right">
                {{ percent(wedge.scatter, 1) }}
                <span class="quiet"
                  >{{ (100 * wedge.scatter_lo).toFixed(0) }} to
                  {{ (100 * wedge.scatter_hi).toFixed(0) }}</span
                >
              </td>
              <td class="right">{{ wedge.solid }} of {{ wedge.balls }}</td>
              <td class="right">{{ sure(wedge.best_chance) }} {{ percent(wedge.best_chance) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="!compared.data.value.wedges.length" class="quiet">
          No balls yet. Hit every wedge with one swing.
        </p>
      </div>
      <div>
        <h2>
          One swing, every wedge
          <select v-model="swing" aria-label="Swing length">
            <option v-for="p in matrix.positions" :key="p.label">{{ p.label }}</option>
          </select>
        </h2>
        <table class="plain">
          <tbody>
            <tr v-for="{ cell, step } in row" :key="cell.club">
              <td class="slab">{{ cell.club }}</td>
              <td class="right slab" :class="{ est: cell.basis === 'estimated' }">
                {{ units.show(cell.carry_yd) }} ± {{ units.show(halfInterval(cell)) }}
              </td>
              <td class="quiet">{{ basisWords(cell) }}</td>
              <td class="right quiet">
                {{ step === null ? "" : `${step < 0 ? "−" : "+"}${units.show(Math.abs(step))} on it` }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <h2>Fraction rule</h2>
        <p v-if="measured.length" class="quiet">
          Fits {{ follows }} of {{ measured.length }} measured stock shots.
        </p>
        <p v-else class="quiet">No measured shots to compare yet.</p>
        <table class="plain">
          <tbody>
            <tr v-for="line in measured" :key="line.club + line.swing">
              <td>{{ line.club }} {{ line.swing }}</td>
              <td class="right quiet">
                {{ percent(line.fraction) }} of {{ line.of }} is {{ units.show(line.arithmetic_yd) }}
              </td>
              <td class="right slab">{{ units.show(line.carry_yd) }}</td>
              <td :class="{ clay: !line.follows }">{{ line.follows ? "follows" : "not" }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <h2>Swap rule</h2>
        <p class="quiet">
          A low shot from one swing shorter, or a high shot from one swing longer, carries the same.
          {{ swapped.length ? `True for ${swaps} of ${swapped.length}.` : "" }}
        </p>
        <table v-if="swapped.length" class="plain">
          <thead>
            <tr>
              <th>Stock</th>
              <th class="right">Shorter, low</th>
              <th class="right">Longer, high</th>
              <th><span class="sr-only">Fits?</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in swapped" :key="line.club + line.swing">
              <td>
                {{ line.club }} {{ line.swing }}
                <span class="slab">{{ units.show(line.stock_yd) }}</span>
              </td>
              <td class="right">
                {{ line.low_swing }} <span class="slab">{{ units.show(line.low_yd) }}</span>
              </td>
              <td class="right">
                {{ line.high_swing }} <span class="slab">{{ units.show(line.high_yd) }}</span>
              </td>
              <td :class="{ clay: !line.follows }">{{ line.follows ? "follows" : "not" }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">No set of three measured yet.</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(19rem, 100%), 1fr));
  gap: 1.2rem 1.8rem;
  align-items: start;
}
h2 {
  min-height: 2.4rem;
  display: flex;
  align-items: center;
  gap: 0.6rem;
}
table.plain td {
  padding: 0.25rem 0.4rem;
  white-space: nowrap;
}
table.plain th {
  padding: 0.25rem 0.4rem;
}
table.plain th.right {
  text-align: right;
}
p {
  margin: 0 0 0.3rem;
}
.clay {
  color: var(--clay);
}
</style>
