<script setup lang="ts">
/** One shot on the ground, before and after the new balls: the old carry as an outline, the new one filled, all
 * shots of the list on one scale. */
import { computed } from "vue";
import type { Cell } from "@/shared/api/queries";

type Moved = { before: Cell; after: Cell };
const props = defineProps<Moved & { of: Moved[] }>();
const WIDE = 240;
const LEAST_WIDE = 2;
const scale = computed(() => {
  const all = props.of.flatMap((m) => [m.before, m.after]);
  const from = Math.min(...all.map((c) => c.carry_lo_yd)) - 3;
  const to = Math.max(...all.map((c) => c.carry_hi_yd)) + 3;
  return (yards: number) => ((yards - from) / (to - from)) * WIDE;
});
const bar = (cell: Cell) => {
  const at = scale.value;
  const left = at(cell.carry_lo_yd);
  return {
    x: left,
    width: Math.max(LEAST_WIDE, at(cell.carry_hi_yd) - left),
    middle: at(cell.carry_yd),
  };
};
const old = computed(() => bar(props.before));
const now = computed(() => bar(props.after));
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} 22`" aria-hidden="true" preserveAspectRatio="none">
    <line class="ground" x1="0" y1="20" :x2="WIDE" y2="20" />
    <rect class="old" :x="old.x" y="2" :width="old.width" height="7" />
    <rect class="now" :x="now.x" y="11" :width="now.width" height="7" />
    <line class="tick" :x1="old.middle" y1="1" :x2="old.middle" y2="10" />
    <line class="tick firm" :x1="now.middle" y1="10" :x2="now.middle" y2="19" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: 26px;
}
.ground {
  stroke: var(--line-strong);
}
.old {
  fill: none;
  stroke: var(--ink-2);
  stroke-dasharray: 3 2;
}
.now {
  fill: var(--field);
}
.tick {
  stroke: var(--ink-2);
  stroke-width: 1.5;
}
.firm {
  stroke: var(--ink);
  stroke-width: 2.5;
}
</style>
