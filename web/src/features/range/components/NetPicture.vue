<script setup lang="ts">
/** The net from the ball's side, to scale: the tape to drag, the launch window, where balls hit. */
import { scaleLinear } from "d3-scale";
import { computed, useTemplateRef } from "vue";
import { useWidth } from "@/shared/ui/width";
import type { Measure } from "@/shared/units/units";
import type { Schemas } from "@/shared/api/client";

export interface NetBall {
  uid: string;
  height_m: number;
  launch_deg: number | null;
  side: "in" | "below" | "above";
}

const props = defineProps<{ plan: Schemas["NetPlanOut"]; balls: NetBall[]; near: Measure }>();
const tape = defineModel<number>("tape", { required: true });
const emit = defineEmits<{ hit: [aboveM: number] }>();

const box = useTemplateRef<HTMLDivElement>("box");
const svg = useTemplateRef<SVGSVGElement>("svg");
const width = useWidth(box);
const HEIGHT = 420;
const TOP_M = 3;
const LEFT = 48;
const RIGHT = 92;
const CM = 100;
/** A ball over the usual picture makes it higher: none lands outside, its label neither. */
const top = computed(() => Math.max(TOP_M, tape.value + 0.4, ...props.balls.map((b) => b.height_m + 0.1)));
const z = computed(() =>
  scaleLinear()
    .domain([0, top.value])
    .range([HEIGHT - 14, 14]),
);
const right = computed(() => Math.max(240, (width.value || 520) - RIGHT));
const angles = computed(() =>
  props.plan.angles_deg
    .map((deg, i) => ({ deg, y: z.value(props.plan.heights_m[i] ?? 0) }))
    .filter(({ deg, y }) => deg % 10 === 0 && y > 8 && y < HEIGHT - 14),
);
const meshes = computed(() => scaleLinear().domain([LEFT, right.value]).ticks(22));
const spread = (i: number) => LEFT + 40 + ((i * 67) % Math.max(60, right.value - LEFT - 80));

function heightAt(event: PointerEvent): number {
  const top = svg.value?.getBoundingClientRect().top ?? 0;
  return z.value.invert(event.clientY - top);
}
let dragging = false;
function grab(event: PointerEvent): void {
  dragging = true;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent): void {
  if (dragging) tape.value = Math.min(2.9, Math.max(0.1, Math.round(heightAt(event) * CM) / CM));
}
function hit(event: PointerEvent): void {
  if (dragging) dragging = false;
  else emit("hit", Math.round((heightAt(event) - tape.value) * CM) / CM);
}
</script>

<template>
  <div ref="box">
    <svg
      ref="svg"
      :width="width || 520"
      :height="HEIGHT"
      role="img"
      aria-label="Tap where the ball hit the net"
      @pointerup="hit"
      @pointermove="drag"
    >
      <rect class="cloth" :x="LEFT" y="4" :width="right - LEFT" :height="HEIGHT - 18" />
      <line v-for="m in meshes" :key="m" class="mesh" :x1="m" :x2="m" y1="4" :y2="HEIGHT - 14" />
      <rect
        class="window"
        :x="LEFT"
        :width="right - LEFT"
        :y="z(plan.hi_m)"
        :height="Math.max(1, z(plan.lo_m) - z(plan.hi_m))"
      />
      <text class="name" :x="LEFT + 8" :y="z(plan.hi_m) - 7">
        window {{ plan.lo_deg }} to {{ plan.hi_deg }}°
      </text>
      <template v-for="angle in angles" :key="angle.deg">
        <line class="angle" :x1="LEFT" :x2="right" :y1="angle.y" :y2="angle.y" />
        <text class="deg" :x="LEFT - 8" :y="angle.y + 4">{{ angle.deg }}°</text>
      </template>
      <g
        v-for="(ball, i) in balls"
        :key="ball.uid"
        class="ball"
        :class="[ball.side, { newest: i === balls.length - 1 }]"
      >
        <circle :cx="spread(i)" :cy="z(ball.height_m)" r="8" />
        <text v-if="i === balls.length - 1" :x="spread(i) + 13" :y="z(ball.height_m) + 5">
          {{ ball.launch_deg?.toFixed(1) }}°
        </text>
      </g>
      <g class="tape" @pointerdown.stop="grab">
        <line :x1="LEFT" :x2="right" :y1="z(tape)" :y2="z(tape)" />
        <rect :x="right - 6" :y="z(tape) - 12" width="94" height="24" rx="3" />
        <text :x="right + 41" :y="z(tape) + 5">
          {{ near.show(tape, near.sign === "m" ? 2 : 1) }} {{ near.sign }}
        </text>
      </g>
      <line class="turf" x1="0" :x2="width" :y1="HEIGHT - 13" :y2="HEIGHT - 13" />
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
  cursor: crosshair;
  touch-action: none;
  user-select: none;
}
.cloth {
  fill: var(--sheet);
  stroke: var(--line-strong);
}
.mesh {
  stroke: var(--line);
}
.window {
  fill: var(--field-ground);
  opacity: 0.7;
}
.angle {
  stroke: var(--line-strong);
  stroke-dasharray: 2 6;
}
text {
  font: 0.87rem var(--text);
  fill: var(--ink);
  font-variant-numeric: tabular-nums;
}
.deg {
  text-anchor: end;
  fill: var(--ink-2);
}
.name {
  fill: var(--field);
  font-weight: 600;
}
.turf {
  stroke: var(--field);
  stroke-width: 3;
}
.tape {
  cursor: ns-resize;
}
.tape line {
  stroke: var(--accent);
  stroke-width: 7;
}
.tape rect {
  fill: var(--accent);
}
.tape text {
  fill: var(--sheet);
  text-anchor: middle;
  font-weight: 700;
}
.ball circle {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
.ball.below circle,
.ball.above circle {
  fill: var(--sheet);
  stroke: var(--clay);
  stroke-width: 3;
}
.ball text {
  font: 700 1.1rem var(--slab);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4;
}
</style>
