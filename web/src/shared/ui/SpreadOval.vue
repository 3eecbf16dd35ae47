<script setup lang="ts">
/** Where eight balls in ten land about the aim, from above and to scale: along, to a side, off line. */
import { computed } from "vue";
import type { Measure } from "@/shared/units/units";

const props = defineProps<{
  /** Half lengths of the oval, and how far right of the aim its middle is [yd]. */
  alongYd: number;
  acrossYd: number;
  rightYd: number;
  units: Measure;
  /** What it shows, in words. */
  words: string;
}>();
const WIDTH = 250;
const HEIGHT = 150;
const STEP = 5;
const pxPerYd = computed(() => {
  const across = props.acrossYd + Math.abs(props.rightYd);
  return Math.min((WIDTH / 2 - 8) / across, (HEIGHT / 2 - 8) / props.alongYd, 14);
});
/** Lines every five of the reader's unit, away from the aim. */
const steps = computed(() => {
  const px = props.units.stored(STEP) * pxPerYd.value;
  return Array.from({ length: Math.floor(WIDTH / 2 / px) }, (_, i) => (i + 1) * px);
});
</script>

<template>
  <svg :viewBox="`${-WIDTH / 2} ${-HEIGHT / 2} ${WIDTH} ${HEIGHT}`" role="img" :aria-label="words">
    <template v-for="at in steps" :key="at">
      <line v-for="x in [-at, at]" :key="x" class="step" :x1="x" :x2="x" :y1="-HEIGHT / 2" :y2="HEIGHT / 2" />
    </template>
    <line class="aim" x1="0" x2="0" :y1="-HEIGHT / 2" :y2="HEIGHT / 2" />
    <ellipse :cx="rightYd * pxPerYd" cy="0" :rx="acrossYd * pxPerYd" :ry="alongYd * pxPerYd" />
    <line class="middle" :x1="rightYd * pxPerYd - 9" :x2="rightYd * pxPerYd + 9" y1="0" y2="0" />
    <text :x="(steps[0] ?? 0) + 3" :y="HEIGHT / 2 - 5">{{ STEP }} {{ units.sign }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 16rem;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--sheet);
}
ellipse {
  fill: var(--field-ground);
  stroke: var(--field);
  stroke-width: 1.5;
  opacity: 0.85;
}
.aim {
  stroke: var(--ink-2);
  stroke-dasharray: 6 5;
}
.middle {
  stroke: var(--ink);
  stroke-width: 3;
}
.step {
  stroke: var(--line);
}
text {
  font: 0.8rem var(--text);
  fill: var(--ink-2);
}
</style>
