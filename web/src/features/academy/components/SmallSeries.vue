<script setup lang="ts">
/** A figure over months: the line, its interval as a band, the last value in words. */
import { computed } from "vue";

interface Point {
  value: number | null;
  lo: number;
  hi: number;
}
const props = withDefaults(
  defineProps<{ points: Point[]; most?: number; digits?: number; label: string }>(),
  { most: 1, digits: 0 },
);
const WIDE = 120;
const HIGH = 34;
const x = (i: number) => (props.points.length < 2 ? WIDE : (i / (props.points.length - 1)) * WIDE);
const y = (value: number) => HIGH - (Math.min(value, props.most) / props.most) * HIGH;
const known = computed(() =>
  props.points.flatMap((p, i) => (p.value === null ? [] : [{ ...p, value: p.value, i }])),
);
const line = computed(() => known.value.map((p) => `${x(p.i)},${y(p.value)}`).join(" "));
const band = computed(() =>
  [
    ...known.value.map((p) => `${x(p.i)},${y(p.hi)}`),
    ...known.value.toReversed().map((p) => `${x(p.i)},${y(p.lo)}`),
  ].join(" "),
);
const last = computed(() => known.value.at(-1));
const percent = (share: number) => (100 * share).toFixed(props.digits);
const words = computed(() =>
  last.value
    ? `${percent(last.value.value)} % (${percent(last.value.lo)}–${percent(last.value.hi)})`
    : "too few",
);
</script>

<template>
  <span class="series">
    <svg
      :viewBox="`-3 -3 ${WIDE + 6} ${HIGH + 6}`"
      role="img"
      :aria-label="`${label}: ${words}`"
      width="126"
      height="40"
    >
      <line x1="0" :y1="HIGH" :x2="WIDE" :y2="HIGH" class="base" />
      <polygon v-if="known.length > 1" :points="band" class="band" />
      <polyline v-if="known.length > 1" :points="line" class="line" />
      <template v-if="last">
        <line
          v-if="known.length === 1"
          :x1="x(last.i)"
          :x2="x(last.i)"
          :y1="y(last.lo)"
          :y2="y(last.hi)"
          class="line thin"
        />
        <circle :cx="x(last.i)" :cy="y(last.value)" r="3" class="dot" />
      </template>
    </svg>
    <span class="num" :class="{ quiet: !last }" aria-hidden="true">{{ words }}</span>
  </span>
</template>

<style scoped>
.series {
  display: grid;
  gap: 0.1rem;
  white-space: nowrap;
}
.base {
  stroke: var(--line-strong);
}
.band {
  fill: var(--field-ground);
}
.line {
  fill: none;
  stroke: var(--field);
  stroke-width: 2.5;
}
.thin {
  stroke-width: 1.5;
}
.dot {
  fill: var(--field);
}
</style>
