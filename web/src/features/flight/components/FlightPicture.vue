<script setup lang="ts">
/** The paths to scale, and the first steps again in close-up with the gate to drag. */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { computed, useTemplateRef } from "vue";
import { useWidth } from "@/shared/ui/width";
import { useStudentContext } from "@/shared/student/context";
import type { Bar, Shot } from "../composables/flight";

const props = defineProps<{
  shots: Shot[];
  others: Shot[];
  metresPerYard: number;
  stockWindow: [number, number];
}>();
const { units } = useStudentContext();
const gate = defineModel<Bar>("gate", { required: true });
const tape = defineModel<Bar>("tape", { required: true });

const box = useTemplateRef<HTMLDivElement>("box");
const near = useTemplateRef<SVGSVGElement>("near");
const width = useWidth(box);
const PAD = 34;
const RIGHT = 64;
const NEAR_H = 230;
const NEAR_UP_M = 2;
const MARK_M = 15;
const SKY = 26;

const all = computed(() => [...props.shots, ...props.others]);
const reach = computed(() =>
  Math.max(40, ...all.value.map((s) => (s.carry_yd + Math.max(0, s.run_yd)) * props.metresPerYard)),
);
const top = computed(() => Math.max(8, ...all.value.map((s) => s.apex_yd * props.metresPerYard)));
const metre = computed(() => Math.max(1, (width.value || 760) - PAD - RIGHT) / reach.value);
const height = computed(() => Math.max(110, top.value * metre.value + 24 + SKY + NAME_GAP * 2));
const turf = computed(() => height.value - 24);
const x = (m: number) => PAD + m * metre.value;
const z = (m: number) => turf.value - m * metre.value;
const draw = line<[number, number]>()
  .x((p) => x(p[0]))
  .y((p) => z(p[1]));
const ticks = computed(() =>
  scaleLinear()
    .domain([0, units.value.value(reach.value / props.metresPerYard)])
    .ticks(8)
    .map((value) => ({
      x: x(units.value.yards(value) * props.metresPerYard),
      text: String(value),
    })),
);
// The paths come down close together; their names are spread so that each can be read.
const NAME_GAP = 15;
const names = computed(() => {
  let last = Infinity;
  return [...props.shots]
    .sort((a, b) => a.apex_yd - b.apex_yd)
    .map((shot) => {
      const at = shot.path.reduce((best, p) => (p[1] > best[1] ? p : best), [0, 0]);
      const y = Math.min(z(at[1]) - 6, last - NAME_GAP);
      last = y;
      return { shot, x: x(at[0]), y };
    });
});

const nearScale = (NEAR_H - 22) / NEAR_UP_M;
const nearReach = computed(() => Math.min(MARK_M, ((width.value || 760) - PAD - 10) / nearScale));
const EVERY = 7;
const nearTicks = computed(() =>
  scaleLinear()
    .domain([0, units.value.near.value(nearReach.value)])
    .ticks(EVERY)
    .filter((value) => value > 0)
    .map((value) => ({ value, m: units.value.near.stored(value) })),
);
const nx = (m: number) => PAD + m * nearScale;
const nz = (m: number) => NEAR_H - 22 - m * nearScale;
const nearLine = line<[number, number]>()
  .x((p) => nx(p[0]))
  .y((p) => nz(p[1]));
const tangent = (degrees: number) => Math.tan((degrees * Math.PI) / 180);
/** The stock launch window as a wedge from the ball to the top of the close-up. */
const sectorEnd = computed(() => NEAR_UP_M / tangent(props.stockWindow[0]));
const sector = computed(
  () =>
    `M${nx(0)} ${nz(0)} L${nx(sectorEnd.value)} ${nz(NEAR_UP_M)} ` +
    `L${nx(NEAR_UP_M / tangent(props.stockWindow[1]))} ${nz(NEAR_UP_M)} Z`,
);
const LOWEST_M = 0.1;
const HIGHEST_M = NEAR_UP_M - 0.05;

const BARS = { gate, tape };
type Which = keyof typeof BARS;
let held: Which = "gate";

function place(which: Which, distance: number, up: number): void {
  BARS[which].value = {
    distance_m: Math.round(Math.min(nearReach.value - 0.1, Math.max(0.3, distance)) * 100) / 100,
    height_m: Math.round(Math.min(HIGHEST_M, Math.max(LOWEST_M, up)) * 100) / 100,
  };
}
const at = (event: PointerEvent): [number, number] => {
  const box = near.value?.getBoundingClientRect();
  return [
    (event.clientX - (box?.left ?? 0) - PAD) / nearScale,
    (NEAR_H - 22 - (event.clientY - (box?.top ?? 0))) / nearScale,
  ];
};
function drag(event: PointerEvent): void {
  if (event.buttons !== 0) place(held, ...at(event));
}
/** Whichever of gate and tape is nearer is taken. */
function grab(event: PointerEvent): void {
  const [x, y] = at(event);
  const away = (bar: Bar) => Math.hypot(bar.distance_m - x, bar.height_m - y);
  held = away(gate.value) <= away(tape.value) ? "gate" : "tape";
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  drag(event);
}
const NUDGES: Record<string, [number, number]> = {
  ArrowLeft: [-0.05, 0],
  ArrowRight: [0.05, 0],
  ArrowUp: [0, 0.05],
  ArrowDown: [0, -0.05],
};
function nudge(event: KeyboardEvent): void {
  const by = NUDGES[event.key];
  if (!by) return;
  event.preventDefault();
  event.stopPropagation();
  const which = event.shiftKey ? "tape" : "gate";
  const { distance_m, height_m } = BARS[which].value;
  place(which, distance_m + by[0], height_m + by[1]);
}
/** A label stands right of its post, and left of it where it would leave the picture. */
const LABEL = 190;
const beside = (m: number) =>
  nx(m) + LABEL > (width.value || 760)
    ? { x: nx(m) - 11, "text-anchor": "end" }
    : { x: nx(m) + 11, "text-anchor": "start" };
const NAMED = 90;
const windowName = computed(() => {
  const right = (width.value || 760) - 8;
  return nx(sectorEnd.value) + NAMED > right
    ? { x: right, "text-anchor": "end" }
    : { x: nx(sectorEnd.value) + 6, "text-anchor": "start" };
});
/** The reader's own lengths: the axis, the gate and the tape in one unit. */
const length = (m: number) => {
  const { sign, show } = units.value.near;
  return `${show(m, sign === "m" ? 2 : 1)} ${sign}`;
};
</script>

<template>
  <div ref="box">
    <svg :width="width || 760" :height="height" role="img" aria-label="Flights to scale">
      <template v-for="tick in ticks" :key="tick.text">
        <line class="grid" :x1="tick.x" :x2="tick.x" y1="6" :y2="turf" />
        <text class="tick" :x="tick.x" :y="turf + 17">{{ tick.text }}</text>
      </template>
      <line class="turf" x1="0" :x2="width" :y1="turf" :y2="turf" />
      <path
        v-for="shot in others"
        :key="`o${shot.trajectory}`"
        class="other"
        :d="draw(shot.path as [number, number][]) ?? ''"
      />
      <g v-for="shot in shots" :key="shot.trajectory" :class="shot.trajectory">
        <path class="path" :d="draw(shot.path as [number, number][]) ?? ''" />
        <line
          class="run"
          :x1="x(shot.carry_yd * metresPerYard)"
          :x2="x((shot.carry_yd + shot.run_yd) * metresPerYard)"
          :y1="turf - 2"
          :y2="turf - 2"
        />
      </g>
      <text v-for="name in names" :key="name.shot.trajectory" class="name" :x="name.x" :y="name.y">
        {{ name.shot.trajectory }} {{ name.shot.launch_deg.toFixed(0) }}°
      </text>
    </svg>
    <h2>Close to the ball, in {{ units.near.sign }}</h2>
    <svg
      ref="near"
      class="near"
      :width="width || 760"
      :height="NEAR_H"
      tabindex="0"
      role="application"
      aria-label="Drag the gate and the tape, or move the gate with the arrow keys and the tape with Shift"
      @pointerdown="grab"
      @pointermove="drag"
      @keydown="nudge"
    >
      <line class="turf" x1="0" :x2="width" :y1="nz(0)" :y2="nz(0)" />
      <template v-for="{ value, m } in nearTicks" :key="value">
        <text class="tick" :x="nx(m)" :y="nz(0) + 17">{{ value }}</text>
        <line class="grid" :x1="nx(m)" :x2="nx(m)" y1="0" :y2="nz(0)" />
      </template>
      <path class="window" :d="sector" />
      <path
        v-for="shot in shots"
        :key="shot.trajectory"
        class="path"
        :class="shot.trajectory"
        :d="nearLine(shot.path as [number, number][]) ?? ''"
      />
      <text class="window-name" v-bind="windowName" :y="nz(NEAR_UP_M) + 14">stock window</text>
      <circle class="ball" :cx="nx(0)" :cy="nz(0) - 4" r="4" />
      <g class="gate">
        <line :x1="nx(gate.distance_m)" :x2="nx(gate.distance_m)" :y1="nz(0)" :y2="nz(gate.height_m)" />
        <circle :cx="nx(gate.distance_m)" :cy="nz(gate.height_m)" r="7" />
        <text v-bind="beside(gate.distance_m)" :y="nz(gate.height_m) + 16">
          gate {{ length(gate.height_m) }} up, {{ length(gate.distance_m) }} away
        </text>
      </g>
      <g class="tape">
        <line
          class="net"
          :x1="nx(tape.distance_m)"
          :x2="nx(tape.distance_m)"
          :y1="nz(0)"
          :y2="nz(NEAR_UP_M)"
        />
        <rect :x="nx(tape.distance_m) - 5" :y="nz(tape.height_m) - 9" width="10" height="18" />
        <text v-bind="beside(tape.distance_m)" :y="nz(tape.height_m) + 16">
          tape {{ length(tape.height_m) }} up, {{ length(tape.distance_m) }} away
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
svg {
  display: block;
  overflow: hidden;
}
h2 {
  font-size: 1.05rem;
  margin: 0.6rem 0 0.2rem;
}
.near {
  touch-action: none;
  cursor: crosshair;
  background: var(--sheet);
  border: 1px solid var(--line);
}
text {
  font: 0.8rem var(--text);
  fill: var(--ink-2);
  font-variant-numeric: tabular-nums;
  /* A path that runs behind a word leaves room around its letters. */
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
.near text {
  stroke: var(--sheet);
}
.tick,
.name {
  text-anchor: middle;
}
.name {
  fill: var(--ink);
  font-weight: 600;
}
.grid {
  stroke: var(--line);
}
.turf {
  stroke: var(--field);
  stroke-width: 2;
}
.path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.2;
}
.low .path,
.low.path {
  stroke-dasharray: 9 4;
}
.high .path,
.high.path {
  stroke-dasharray: 2 4;
  stroke-linecap: round;
}
.other {
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.4;
  opacity: 0.75;
}
.run {
  stroke: var(--field);
  stroke-width: 4;
}
.window {
  fill: var(--field-ground);
  opacity: 0.6;
}
.ball {
  fill: var(--ink);
}
.gate line {
  stroke: var(--accent);
  stroke-width: 3;
}
.gate circle {
  fill: var(--accent);
  cursor: grab;
}
.net {
  stroke: var(--line-strong);
  stroke-width: 3;
  stroke-dasharray: 3 3;
}
.tape rect {
  fill: var(--accent);
  cursor: grab;
}
.tape text,
.gate text {
  fill: var(--ink);
  font-weight: 600;
}
</style>
