<script setup lang="ts">
/** A swing's measured positions over months: the arm angle with its error, and where it is meant. */
import dayjs from "dayjs";
import { computed } from "vue";
import { shortDay } from "@/shared/format/dates";
import { positionName, type SwingSeries } from "@/shared/student/positions";

const props = defineProps<{ series: SwingSeries }>();
const WIDTH = 300;
const HEIGHT = 96;
const LEFT = 40;
const PAD = 12;
/** Room above and below what was measured [degrees]. */
const ROOM = 6;

const span = computed(() => {
  const { seen, meant_deg: meant } = props.series;
  const ends = seen.flatMap(({ arm_deg: at, sd_deg: sd }) => [at - sd, at + sd]);
  if (meant !== null) ends.push(meant);
  return { lo: Math.min(...ends) - ROOM, hi: Math.max(...ends) + ROOM };
});
const y = (deg: number) =>
  HEIGHT - PAD - ((deg - span.value.lo) / (span.value.hi - span.value.lo)) * (HEIGHT - 2 * PAD);
const dots = computed(() => {
  const { seen } = props.series;
  const first = dayjs(seen[0]?.day);
  const days = Math.max(1, dayjs(seen.at(-1)?.day).diff(first, "day"));
  return seen.map((one) => ({
    ...one,
    x: LEFT + PAD + (dayjs(one.day).diff(first, "day") / days) * (WIDTH - LEFT - 3 * PAD),
    name: `${shortDay(one.day)}: ${positionName(one)}`,
  }));
});
const words = computed(() => dots.value.map(({ name }) => name).join(", "));
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="words">
    <template v-if="series.meant_deg !== null">
      <line class="meant" :x1="LEFT" :x2="WIDTH" :y1="y(series.meant_deg)" :y2="y(series.meant_deg)" />
      <text x="0" :y="y(series.meant_deg) + 4">{{ series.swing }}</text>
    </template>
    <g v-for="dot in dots" :key="`${dot.day}${dot.x}`">
      <title>{{ dot.name }}</title>
      <line :x1="dot.x" :x2="dot.x" :y1="y(dot.arm_deg - dot.sd_deg)" :y2="y(dot.arm_deg + dot.sd_deg)" />
      <circle :cx="dot.x" :cy="y(dot.arm_deg)" r="4.5" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 20rem;
}
line {
  stroke: var(--ink);
  stroke-width: 2;
}
.meant {
  stroke: var(--field);
  stroke-dasharray: 5 4;
}
text {
  font: 600 0.8rem var(--text);
  fill: var(--field);
}
</style>
