<script setup lang="ts">
/** Clubs down, swing lengths across. One trajectory at a time, or all of them in each box. */
import { computed } from "vue";
import { basisWords, halfInterval, PLAIN, sameCell, type CellAddress } from "@/shared/api/cells";
import { useWords, type Cell, type Matrix } from "@/shared/api/queries";
import TrajectoryGlyph from "@/shared/ui/TrajectoryGlyph.vue";
import { shortDay } from "@/shared/format/dates";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  matrix: Matrix;
  view: CellAddress["trajectory"] | "all";
  selected: CellAddress | null;
}>();
const { units } = useStudentContext();
const emit = defineEmits<{ select: [cell: CellAddress] }>();

const MOST_DOTS = 6;
const PLAYS = { played: ", used", work: ", still learning", neither: "" };
const words = useWords();
/** As the ground draws them: low sits low. */
const highToLow = computed(() => [...(words.data.value?.trajectories ?? [])].reverse());
const trajectories = computed(() => (props.view === "all" ? highToLow.value : [props.view]));

/** The box's addresses: the plain cell of each trajectory, then any with another spin or tempo. */
function entries(club: string, swing: string): { address: CellAddress; cell: Cell | null }[] {
  return trajectories.value.flatMap((trajectory) => {
    const plain: CellAddress = { ...PLAIN, club, swing, trajectory };
    const here = props.matrix.cells.filter(
      (c) => c.club === club && c.swing === swing && c.trajectory === trajectory,
    );
    const others = here.filter((cell) => !sameCell(cell, plain));
    return [
      { address: plain, cell: here.find((cell) => sameCell(cell, plain)) ?? null },
      ...others.map((cell) => ({ address: cell, cell })),
    ];
  });
}
const isSelected = (address: CellAddress) => props.selected !== null && sameCell(props.selected, address);
const variant = (a: CellAddress) =>
  [a.spin !== PLAIN.spin ? a.spin : "", a.tempo !== PLAIN.tempo ? a.tempo : ""].filter(Boolean).join(" ");
</script>

<template>
  <div class="scroll">
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="sr-only">Club</span></th>
          <th v-for="position in matrix.positions" :key="position.label" scope="col">
            {{ position.label }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="club in matrix.clubs" :key="club.id">
          <th scope="row" class="slab">{{ club.label }}</th>
          <td v-for="position in matrix.positions" :key="position.label">
            <!-- What is not in sight is nothing to press: the arrow keys still come to it. -->
            <component
              :is="cell || isSelected(address) ? 'button' : 'span'"
              v-for="{ address, cell } in entries(club.label, position.label)"
              :key="`${address.trajectory}${address.spin}${address.tempo}`"
              :type="cell || isSelected(address) ? 'button' : undefined"
              class="box"
              :class="{
                blank: !cell,
                estimated: cell?.basis === 'estimated',
                doubtful: cell?.doubts.length,
                selected: isSelected(address),
                narrow: view === 'all',
                played: cell?.play === 'played',
                work: cell?.play === 'work',
              }"
              :aria-label="
                !cell && !isSelected(address)
                  ? undefined
                  : cell
                    ? `${address.club} ${address.swing} ${address.trajectory}: ${units.show(cell.carry_yd)} plus or minus ${units.show(halfInterval(cell))}, ${basisWords(cell)}${PLAYS[cell.play]}`
                    : `${address.club} ${address.swing} ${address.trajectory}: not measured`
              "
              @click="cell && emit('select', address)"
            >
              <TrajectoryGlyph
                v-if="view === 'all'"
                :trajectory="address.trajectory"
                :size="9"
                class="glyph"
              />
              <template v-if="cell">
                <span class="slab carry">{{ units.show(cell.carry_yd) }}</span>
                <span class="half num">± {{ units.show(halfInterval(cell)) }}</span>
                <span v-if="variant(address)" class="variant">{{ variant(address) }}</span>
                <span v-if="view !== 'all'" class="foot">
                  <span class="pips" aria-hidden="true"
                    >{{ "•".repeat(Math.min(cell.balls, MOST_DOTS))
                    }}{{ cell.balls > MOST_DOTS ? "+" : "" }}</span
                  >
                  <span class="day">{{
                    cell.balls
                      ? shortDay(cell.last_measured).replace(/ \d{4}$/, "")
                      : cell.basis === "reported"
                        ? "chart"
                        : "est."
                  }}</span>
                </span>
              </template>
              <span v-else class="dash" aria-hidden="true">·</span>
            </component>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  padding-bottom: 2px;
}
table {
  width: calc(100% + 0.7rem);
  border-collapse: separate;
  border-spacing: 0.35rem;
  margin: 0 -0.35rem;
}
thead th {
  font-weight: 600;
  color: var(--ink-2);
  padding: 0;
  text-align: left;
}
tbody th {
  text-align: left;
  font-size: 1.15rem;
  white-space: nowrap;
  max-width: 7rem;
  overflow: hidden;
  text-overflow: ellipsis;
  padding-right: 0.4rem;
}
td {
  padding: 0;
  vertical-align: top;
  min-width: 5.8rem;
}
.box {
  width: 100%;
  min-height: 3.35rem;
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: baseline;
  gap: 0 0.4rem;
  text-align: left;
  padding: 0.25rem 0.55rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.box.narrow {
  grid-template-columns: auto auto 1fr;
  min-height: 1.9rem;
  margin-bottom: 2px;
  padding: 0.05rem 0.4rem;
}
.narrow .carry {
  font-size: 1.05rem;
}
.carry {
  font-size: 1.4rem;
  font-weight: 650;
}
.half,
.variant {
  color: var(--ink-2);
}
.foot {
  grid-column: 1 / -1;
  display: flex;
  justify-content: space-between;
  font-size: 0.87rem;
  color: var(--ink-2);
  line-height: 1;
}
.day {
  white-space: nowrap;
}
.pips {
  overflow: hidden;
  white-space: nowrap;
  color: var(--field);
  letter-spacing: 0.05em;
}
/* Played stands firm, in work lighter. */
.played {
  border-color: var(--field);
  border-left-width: 6px;
  background: var(--sheet);
}
.work {
  border-left: 6px solid var(--field-soft);
}
.doubtful {
  border-style: dashed;
}
.played.doubtful,
.work.doubtful {
  border-left-style: solid;
}
.doubtful .pips {
  color: var(--field-soft);
}
.estimated {
  border-style: dotted;
  background: none;
}
.estimated .carry {
  color: var(--slate);
  font-weight: 500;
}
.blank {
  background: none;
  border: 1px dashed var(--line);
  color: var(--line-strong);
}
.selected {
  outline: 2.5px solid var(--accent);
  outline-offset: -1px;
}
</style>
