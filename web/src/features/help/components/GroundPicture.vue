<script setup lang="ts">
/** The ground explained by a picture: what each sign in it means. */
import { computed } from "vue";
import type { UnitWords } from "@/shared/units/units";

const props = defineProps<{ units: UnitWords }>();
const FROM = 30;
const TO = 100;
const LEFT = 46;
const WIDE = 660;
const x = (yards: number) => LEFT + ((yards - FROM) / (TO - FROM)) * (WIDE - LEFT - 14);
const ticks = computed(() => {
  const step = 10;
  const first = Math.ceil(props.units.value(FROM) / step) * step;
  const count = Math.floor((props.units.value(TO) - first) / step) + 1;
  return Array.from({ length: count }, (_, i) => first + i * step).map((value) => ({
    value,
    x: x(props.units.yards(value)),
  }));
});
const FURROWS = [
  { kind: "measured", lane: 0, from: 38, to: 46, tick: 42 },
  { kind: "measured", lane: 0, from: 55, to: 65, tick: 60 },
  { kind: "doubtful", lane: 1, from: 48, to: 57, tick: 52.5 },
  { kind: "estimated", lane: 1, from: 76, to: 88, tick: 82 },
] as const;
const MARKS = [
  { at: 42, y: 22, text: "1" },
  { at: 60, y: 22, text: "2" },
  { at: 52.5, y: 74, text: "3" },
  { at: 82, y: 74, text: "4" },
  { at: 60, y: 132, text: "5" },
  { at: 71, y: 132, text: "6" },
];
const SAYS = [
  "Spread bar: where the middle 80 % of solid balls land. Tick: mean carry.",
  "One lane for each club. A dot is stock, a mark down is low, a mark up is high.",
  "Uncertain: measured, but needs checking.",
  "Estimated: not hit yet, worked out from other shots. Hidden unless you turn it on.",
  "Covered: a shot in use carries within tolerance.",
  "Gap: no shot in use carries within tolerance.",
];
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDE} 190`" role="img" aria-label="The ground, with its signs numbered">
      <text class="lane" x="0" y="46">56</text>
      <text class="lane" x="0" y="98">52</text>
      <g v-for="f in FURROWS" :key="`${f.lane}${f.from}`" :class="f.kind">
        <rect :x="x(f.from)" :y="30 + f.lane * 52" :width="x(f.to) - x(f.from)" height="22" />
        <line :x1="x(f.tick)" :x2="x(f.tick)" :y1="26 + f.lane * 52" :y2="56 + f.lane * 52" />
      </g>
      <rect class="covered" :x="x(38)" y="136" :width="x(46) - x(38)" height="14" />
      <rect class="covered" :x="x(55)" y="136" :width="x(65) - x(55)" height="14" />
      <line class="fallow" :x1="x(65)" :x2="x(100)" y1="143" y2="143" />
      <line class="fallow" :x1="x(30)" :x2="x(38)" y1="143" y2="143" />
      <line class="fallow" :x1="x(46)" :x2="x(55)" y1="143" y2="143" />
      <g v-for="mark in MARKS" :key="mark.text" class="mark">
        <circle :cx="x(mark.at) + 26" :cy="mark.y" r="10" />
        <text :x="x(mark.at) + 26" :y="mark.y + 5">{{ mark.text }}</text>
      </g>
      <text v-for="tick in ticks" :key="tick.value" class="tick" :x="tick.x" y="180">
        {{ tick.value }}
      </text>
    </svg>
    <ol>
      <li v-for="say in SAYS" :key="say">{{ say }}</li>
    </ol>
  </figure>
</template>

<style scoped>
figure {
  margin: 0 0 1.2rem;
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(15rem, 2fr);
  gap: 1rem 1.6rem;
  align-items: center;
}
svg {
  width: 100%;
  height: auto;
}
.lane {
  font: 650 16px var(--slab);
  fill: var(--ink);
}
.measured rect,
.covered {
  fill: var(--field);
}
.doubtful rect {
  fill: var(--field-ground);
  stroke: var(--field);
  stroke-dasharray: 5 3;
}
.estimated rect {
  fill: none;
  stroke: var(--slate);
}
g line {
  stroke: var(--ink);
  stroke-width: 3;
}
.fallow {
  stroke: var(--line-strong);
  stroke-width: 3;
  stroke-dasharray: 2 5;
}
.mark circle {
  fill: var(--accent);
}
.mark text {
  fill: #fff;
  font: 650 13px var(--text);
  text-anchor: middle;
}
.tick {
  fill: var(--ink-2);
  font-size: 14px;
  text-anchor: middle;
}
ol {
  margin: 0;
  padding-left: 1.3rem;
}
@media (max-width: 800px) {
  figure {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
