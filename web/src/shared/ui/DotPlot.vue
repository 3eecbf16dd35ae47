<script setup lang="ts">
/** The balls of one cell along the yardage: strikes by shape, the centre as a firm tick. */
import { scaleLinear } from "d3-scale";
import { computed, useTemplateRef } from "vue";
import { useWidth } from "@/shared/ui/width";
import { useStudentContext } from "@/shared/student/context";
import { stack } from "./dots";

export interface DotBall {
  uid: string;
  carry_yd: number | null;
  strike: string;
  excluded?: string;
  waiting?: boolean;
}

const props = defineProps<{
  balls: DotBall[];
  centreYd?: number | null;
  newest?: string | null;
}>();
const { units } = useStudentContext();
const box = useTemplateRef<HTMLDivElement>("box");
const width = useWidth(box);
const DOT = 11;
const LEVELS = 6;
const HEIGHT = DOT * LEVELS + 30;

const shown = computed(() => props.balls.filter((ball) => ball.carry_yd !== null));
const x = computed(() => {
  const all = shown.value.map((ball) => ball.carry_yd ?? 0);
  if (props.centreYd != null) all.push(props.centreYd);
  const lo = Math.min(...all, 1000);
  const hi = Math.max(...all, 0);
  const pad = Math.max(4, (hi - lo) * 0.12);
  return scaleLinear()
    .domain([Math.max(0, lo - pad), hi + pad])
    .range([10, Math.max(60, (width.value || 260) - 10)]);
});
const dots = computed(() => stack(shown.value, (ball) => x.value(ball.carry_yd ?? 0), DOT));
const deepest = computed(() => Math.max(LEVELS, ...dots.value.map((dot) => dot.level + 1)));
const base = HEIGHT - 22;
const rise = computed(() => (DOT * LEVELS) / deepest.value);
const ticks = computed(() => {
  const [lo = 0, hi = 1] = x.value.domain();
  return x.value
    .copy()
    .domain([units.value.value(lo), units.value.value(hi)])
    .ticks(4)
    .map((value) => ({ x: x.value(units.value.yards(value)), text: String(value) }));
});
const y = (level: number) => base - 7 - level * rise.value;
</script>

<template>
  <div ref="box" class="dots">
    <svg v-if="shown.length" :width="width || 260" :height="HEIGHT" role="img" aria-label="Balls">
      <line class="line" x1="4" :x2="(width || 260) - 4" :y1="base" :y2="base" />
      <template v-for="tick in ticks" :key="tick.text">
        <line class="line" :x1="tick.x" :x2="tick.x" :y1="base" :y2="base + 4" />
        <text :x="tick.x" :y="base + 17">{{ tick.text }}</text>
      </template>
      <line
        v-if="centreYd != null"
        class="centre"
        :x1="x(centreYd)"
        :x2="x(centreYd)"
        y1="2"
        :y2="base + 3"
      />
      <g
        v-for="dot in dots"
        :key="dot.ball.uid"
        class="dot"
        :class="{
          mishit: dot.ball.strike !== 'solid',
          excluded: dot.ball.excluded,
          waiting: dot.ball.waiting,
          newest: dot.ball.uid === newest,
        }"
        :transform="`translate(${dot.x} ${y(dot.level)})`"
      >
        <circle v-if="dot.ball.strike === 'solid'" r="4.6" />
        <path v-else d="M-4 -4 L4 4 M-4 4 L4 -4" />
        <title>
          {{ units.show(dot.ball.carry_yd ?? 0, 1) }} {{ dot.ball.strike }}
          {{ dot.ball.excluded ? `excluded: ${dot.ball.excluded}` : "" }}
        </title>
      </g>
    </svg>
    <p v-else class="quiet none">No balls with this shot yet.</p>
  </div>
</template>

<style scoped>
.dots {
  width: 100%;
  overflow: hidden;
}
svg {
  display: block;
}
.line {
  stroke: var(--line-strong);
}
text {
  text-anchor: middle;
  font: 12px var(--text);
  fill: var(--ink-2);
  font-variant-numeric: tabular-nums;
}
.centre {
  stroke: var(--ink);
  stroke-width: 2.4;
}
.dot circle {
  fill: var(--field);
  stroke: var(--sheet);
  stroke-width: 1;
}
.dot path {
  stroke: var(--clay);
  stroke-width: 2.2;
  fill: none;
}
.dot.excluded circle {
  fill: none;
  stroke: var(--ink-2);
}
.dot.waiting {
  opacity: 0.65;
}
.dot.newest circle {
  stroke: var(--accent);
  stroke-width: 2.5;
}
.dot.newest path {
  stroke-width: 3.4;
}
.none {
  margin: 1.5rem 0;
}
</style>
