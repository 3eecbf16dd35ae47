<script setup lang="ts">
/** Club by swing length: what each carries, and how many balls of today; trajectory above. */
import { oneOf } from "@/shared/ui/oneOf";
import { computed, ref } from "vue";
import type { CellAddress } from "@/shared/api/cells";
import { UNSAID } from "@/shared/api/shotDefaults";
import type { Cell, Words } from "@/shared/api/queries";
import { useStudentContext } from "@/shared/student/context";
import { count } from "@/shared/format/numbers";
import TrajectoryGlyph from "@/shared/ui/TrajectoryGlyph.vue";
import type { ShownBall } from "../composables/merge";

const props = defineProps<{
  clubs: string[];
  swings: string[];
  words: Words;
  balls: ShownBall[];
  /** What is known of the cells. */
  cells?: Cell[];
  /** How many balls are in these numbers that the matrix does not have yet. */
  unconfirmed: number | undefined;
}>();
const { units } = useStudentContext();
const cell = defineModel<CellAddress>({ required: true });

const counts = computed(() => {
  const found = new Map<string, number>();
  for (const ball of props.balls) {
    if (ball.trajectory !== cell.value.trajectory) continue;
    const box = `${ball.club}\n${ball.swing}`;
    found.set(box, (found.get(box) ?? 0) + 1);
  }
  return found;
});
/** The carries of this height, spin and tempo. */
const carries = computed(() => {
  const { trajectory, spin, tempo } = cell.value;
  const found = new Map<string, { text: string; measured: boolean }>();
  for (const one of props.cells ?? []) {
    if (one.trajectory !== trajectory || one.spin !== spin || one.tempo !== tempo) continue;
    if (one.back_in || one.down_in) continue;
    const text = units.value.show(one.carry_yd);
    found.set(`${one.club}\n${one.swing}`, { text, measured: one.basis !== "estimated" });
  }
  return found;
});
/** The shots that somebody has hit, of any height, and those of today; all where there are none, or when asked for. */
const all = ref(false);
const hit = computed(() => {
  const found = new Set<string>();
  for (const one of props.cells ?? [])
    if (one.balls || one.basis === "reported") found.add(`${one.club}\n${one.swing}`);
  for (const ball of props.balls) found.add(`${ball.club}\n${ball.swing}`);
  return found;
});
const shows = (box: string) =>
  all.value || !hit.value.size || hit.value.has(box) || box === `${cell.value.club}\n${cell.value.swing}`;
const folds = computed(() => hit.value.size > 0 && hit.value.size < props.clubs.length * props.swings.length);
/** Another spin or tempo than the usual: then both are in sight. */
const unusual = computed(() => cell.value.spin !== UNSAID.spin || cell.value.tempo !== UNSAID.tempo);
const change = (part: Partial<CellAddress>) => (cell.value = { ...cell.value, ...part });
</script>

<template>
  <section class="picker">
    <div class="row" role="radiogroup" aria-label="Trajectory">
      <button
        v-for="trajectory in words.trajectories"
        :key="trajectory"
        type="button"
        role="radio"
        :aria-checked="cell.trajectory === trajectory"
        @click="change({ trajectory })"
      >
        <TrajectoryGlyph :trajectory="trajectory" /> {{ trajectory }}
      </button>
    </div>
    <div class="scroll">
      <table>
        <thead>
          <tr>
            <th><span class="sr-only">Club</span></th>
            <th v-for="swing in swings" :key="swing" scope="col">{{ swing }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="club in clubs" :key="club">
            <th scope="row" class="slab">{{ club }}</th>
            <td v-for="swing in swings" :key="swing">
              <button
                v-if="shows(`${club}\n${swing}`)"
                type="button"
                class="box"
                :aria-pressed="cell.club === club && cell.swing === swing"
                :aria-label="`${club} ${swing}`"
                @click="change({ club, swing })"
              >
                <span
                  v-if="carries.get(`${club}\n${swing}`)"
                  class="carry slab"
                  :class="{ est: !carries.get(`${club}\n${swing}`)!.measured }"
                  >{{ carries.get(`${club}\n${swing}`)!.text }}</span
                >
                <span v-if="counts.get(`${club}\n${swing}`)" class="today">{{
                  counts.get(`${club}\n${swing}`)
                }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <button v-if="folds" type="button" class="fold" :aria-pressed="all" @click="all = !all">
      {{ all ? "Only shots hit before" : "All shots" }}
    </button>
    <p v-if="unconfirmed" class="quiet">Includes {{ count(unconfirmed, "ball") }} to confirm.</p>
    <details class="kinds" :open="unusual || undefined">
      <summary>{{ unusual ? `${cell.spin}, ${cell.tempo} tempo` : "More" }}</summary>
      <div class="row">
        <label
          >Spin
          <select :value="cell.spin" @change="change({ spin: oneOf(words.spins, $event) })">
            <option v-for="spin in words.spins" :key="spin">{{ spin }}</option>
          </select></label
        >
        <label
          >Tempo
          <select :value="cell.tempo" @change="change({ tempo: oneOf(words.tempos, $event) })">
            <option v-for="tempo in words.tempos" :key="tempo">{{ tempo }}</option>
          </select></label
        >
        <slot name="more" />
      </div>
    </details>
    <slot />
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
.row > button {
  flex: 1;
}
button {
  min-height: 44px;
  min-width: 44px;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  border-radius: 3px;
  font: inherit;
  color: var(--ink);
  cursor: pointer;
}
[aria-checked="true"],
[aria-pressed="true"] {
  background: var(--bar);
  border-color: var(--bar);
  color: var(--bar-ink);
  font-weight: 650;
}
.scroll {
  overflow-x: auto;
  margin: 0.5rem 0;
}
table {
  border-collapse: separate;
  border-spacing: 3px;
  width: 100%;
}
thead th {
  font-weight: 600;
  font-size: 0.87rem;
  line-height: 1.1;
  color: var(--ink-2);
  vertical-align: bottom;
}
tbody th {
  text-align: left;
  white-space: nowrap;
  padding-right: 0.3rem;
}
td {
  padding: 0;
}
.box {
  position: relative;
  width: 100%;
  padding: 0;
}
.fold[aria-pressed] {
  min-height: 36px;
  padding: 0 0.7rem;
  border-color: transparent;
  background: none;
  color: var(--accent);
  font-weight: 400;
}
.kinds summary {
  min-height: 36px;
  align-content: center;
  color: var(--accent);
  cursor: pointer;
}
.carry {
  font-size: 1.1rem;
  font-weight: 650;
}
/* As on the ground: what nobody hit is an outline of a number. */
.carry.est {
  font-size: 0.95rem;
  font-weight: 400;
  color: var(--slate);
}
/* In the corner, clear of the number: the themes differ in size, and a count may have two digits. */
.today {
  position: absolute;
  top: 0;
  right: 0;
  min-width: 0.95rem;
  padding: 0 0.15rem;
  border-radius: 0 2px 0 3px;
  background: var(--field);
  color: var(--sheet);
  font: 650 0.72rem/0.95rem var(--text);
}
.box:has(.today) {
  padding-top: 0.55rem;
}
.box[aria-pressed="true"] .est {
  color: var(--bar-ink);
}
label {
  display: flex;
  align-items: center;
  gap: 0.3rem;
  color: var(--ink-2);
}
select {
  min-height: 44px;
}
</style>
