<script setup lang="ts">
/** The ground: which yardages are under the plough, and which lie fallow. */
import { computed, ref, useTemplateRef } from "vue";
import { useWidth } from "@/shared/ui/width";
import type { Matrix } from "@/shared/api/queries";
import { themeName } from "@/shared/ui/theme";
import { useStudentContext } from "@/shared/student/context";
import { LANE, LANE_LABEL, layGround, yardageAt, type Furrow, type DrawnCell } from "./layout";

const props = defineProps<{
  matrix: Matrix;
  pinned: number | null;
  /** The cells to draw; all of them when not given. */
  shown?: DrawnCell[];
  selected?: DrawnCell | null;
}>();
const { units } = useStudentContext();
const emit = defineEmits<{
  hover: [yardage: number | null];
  pin: [yardage: number];
  select: [cell: DrawnCell];
}>();

const box = useTemplateRef<HTMLDivElement>("box");
const width = useWidth(box);
/** The sun theme's type is a third larger. */
const TYPE_SIZE = { paper: 1, sun: 4 / 3 };
const hovered = ref<number | null>(null);
const DEPTH = ["neither", "work", "played"];
/** Estimates lie under what was measured, that under what is played. Places are those in the matrix. */
const drawn = computed(() =>
  [...layout.value.furrows].sort((a, b) => {
    const order = (f: Furrow) =>
      Number(f.cell.basis === "measured") + 2 * DEPTH.indexOf(f.cell.play ?? "neither");
    return order(a) - order(b);
  }),
);
const layout = computed(() =>
  layGround(
    width.value || 900,
    props.matrix.clubs,
    props.shown ?? props.matrix.cells,
    props.matrix.ground,
    units.value,
    TYPE_SIZE[themeName.value],
  ),
);
const cursor = computed(() => hovered.value ?? props.pinned);

function at(event: PointerEvent | MouseEvent): number {
  const left = box.value?.getBoundingClientRect().left ?? 0;
  return yardageAt(layout.value, event.clientX - left, props.matrix.ground);
}
function move(event: PointerEvent): void {
  hovered.value = at(event);
  emit("hover", hovered.value);
}
function leave(): void {
  hovered.value = null;
  emit("hover", null);
}
function step(by: number): void {
  const { axis_from_yd: lo, axis_to_yd: hi, from_yd, to_yd } = props.matrix.ground;
  const now = props.pinned ?? Math.round((from_yd + to_yd) / 2) - by;
  emit("pin", Math.min(hi, Math.max(lo, now + by)));
}
const STEPS: Record<string, number> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  PageDown: -10,
  PageUp: 10,
};
function onKey(event: KeyboardEvent): void {
  const by = STEPS[event.key];
  if (by === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  step(by);
}
defineExpose({ step });
</script>

<template>
  <div ref="box" class="ground">
    <svg
      :height="layout.height"
      :width="width || 900"
      role="slider"
      tabindex="0"
      aria-label="Distance on the ground"
      :aria-valuemin="matrix.ground.axis_from_yd"
      :aria-valuemax="matrix.ground.axis_to_yd"
      :aria-valuenow="cursor ?? matrix.ground.from_yd"
      :aria-valuetext="cursor === null ? 'none' : `${units.show(cursor)} ${units.unit}`"
      @pointermove="move"
      @pointerleave="leave"
      @click="emit('pin', at($event))"
      @keydown="onKey"
    >
      <defs>
        <pattern id="fallow" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" class="hatch-ground" />
          <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
        </pattern>
      </defs>
      <line
        v-for="tick in layout.ticks"
        :key="tick.text"
        class="grid"
        :x1="tick.x"
        :x2="tick.x"
        y1="20"
        :y2="layout.summaryY + 34"
      />
      <g v-for="lane in layout.lanes" :key="lane.club.id">
        <line class="edge" x1="0" :x2="width" :y1="lane.y + LANE" :y2="lane.y + LANE" />
        <text class="club" x="0" :y="lane.y + LANE / 2 + 1">
          {{ lane.club.label.length > 7 ? lane.club.label.slice(0, 6) + "…" : lane.club.label }}
        </text>
        <text class="loft" x="0" :y="lane.y + LANE / 2 + 17">
          {{ lane.club.loft_deg }}°
          <template v-if="lane.club.bounce_deg !== null">· bounce {{ lane.club.bounce_deg }}</template>
        </text>
      </g>
      <g
        v-for="furrow in drawn"
        :key="furrow.index"
        class="furrow"
        :class="[
          furrow.cell.basis,
          furrow.cell.play,
          { doubtful: furrow.doubtful, selected: furrow.cell === selected },
        ]"
        @click.stop="emit('select', furrow.cell)"
      >
        <rect :x="furrow.x" :y="furrow.y" :width="furrow.width" :height="furrow.height" rx="1.5" />
        <text v-if="furrow.label" :x="furrow.x + 4" :y="furrow.y + 10.2">{{ furrow.label }}</text>
        <path
          v-if="furrow.cell.trajectory !== 'stock'"
          class="glyph"
          :d="
            furrow.cell.trajectory === 'high'
              ? `M${furrow.tick - 4} ${furrow.y - 1} l4 -6 l4 6 z`
              : `M${furrow.tick - 4} ${furrow.y + furrow.height + 1} l4 6 l4 -6 z`
          "
        />
        <line
          class="tick"
          :x1="furrow.tick"
          :x2="furrow.tick"
          :y1="furrow.y - 3"
          :y2="furrow.y + furrow.height + 3"
        />
        <title>
          {{ furrow.cell.club }} {{ furrow.cell.swing }} {{ furrow.cell.trajectory }}:
          {{ units.show(furrow.cell.carry_yd) }} {{ units.unit }}
        </title>
      </g>
      <text class="sum" x="0" :y="layout.summaryY + 12">covered</text>
      <text class="sum fallow-word" x="0" :y="layout.summaryY + 27">gap</text>
      <rect
        class="ploughed"
        :x="layout.covered.x"
        :width="layout.covered.width"
        :y="layout.summaryY"
        height="30"
      />
      <rect
        v-for="stretch in layout.unsure"
        :key="`u${stretch.x}`"
        class="unsure"
        :x="stretch.x"
        :width="stretch.width"
        :y="layout.summaryY"
        height="30"
      />
      <g v-for="stretch in layout.fallow" :key="stretch.x">
        <rect
          class="fallow"
          :x="stretch.x"
          :y="layout.summaryY"
          :width="stretch.width"
          height="30"
          fill="url(#fallow)"
        />
        <g v-if="stretch.width > 11">
          <rect
            class="paper"
            :x="stretch.x + stretch.width / 2 - 4 * stretch.text.length - 3"
            :y="layout.summaryY + 6"
            :width="8 * stretch.text.length + 6"
            height="18"
            rx="2"
          />
          <text class="width" :x="stretch.x + stretch.width / 2" :y="layout.summaryY + 20">
            {{ stretch.text }}
          </text>
        </g>
      </g>
      <text
        v-for="tick in layout.ticks"
        :key="`t${tick.text}`"
        class="axis"
        :x="tick.x"
        :y="layout.summaryY + 49"
      >
        {{ tick.text }}
      </text>
      <g v-if="cursor !== null" class="cursor" :class="{ loose: hovered !== null }">
        <line :x1="layout.x(cursor)" :x2="layout.x(cursor)" y1="20" :y2="layout.summaryY + 32" />
        <rect :x="layout.x(cursor) - 20" y="0" width="40" height="21" rx="2" />
        <text :x="layout.x(cursor)" y="15.5">{{ units.show(cursor) }}</text>
      </g>
      <text v-if="!layout.furrows.length" class="bare" :x="LANE_LABEL + 12" y="52">
        No measured shots yet.
      </text>
    </svg>
  </div>
</template>

<style scoped>
.ground {
  width: 100%;
  overflow: hidden;
}
svg {
  display: block;
  cursor: crosshair;
  touch-action: pan-y;
}
text {
  font-family: var(--text);
  font-size: 0.8rem;
  fill: var(--ink);
  font-variant-numeric: tabular-nums;
  user-select: none;
}
.grid,
.edge {
  stroke: var(--line);
}
.club {
  font: 650 1.27rem var(--slab);
}
.loft,
.axis {
  fill: var(--ink-2);
}
.axis,
.width {
  text-anchor: middle;
}
.furrow {
  cursor: pointer;
}
.furrow rect {
  fill: var(--field);
}
.furrow text {
  fill: var(--sheet);
  font-size: 0.7rem;
  font-weight: 600;
}
.furrow .tick {
  stroke: var(--ink);
  stroke-width: 2.4;
}
.furrow .glyph {
  fill: var(--ink);
}
.furrow.estimated rect {
  fill: var(--paper);
  fill-opacity: 0.55;
  stroke: var(--slate);
  stroke-dasharray: 3 2.5;
}
.furrow.fill rect {
  fill: var(--accent-soft);
  stroke: var(--accent);
  stroke-width: 2;
}
.furrow.fill .tick {
  stroke: var(--accent);
}
.furrow.estimated text {
  fill: var(--slate);
}
.furrow.estimated .glyph {
  fill: var(--slate);
}
.furrow.estimated .tick {
  stroke: var(--slate);
}
/* What is played stands firm, what is in work lighter, the rest back; doubtful has a broken edge. */
.furrow.work rect {
  fill: var(--field-soft);
}
.furrow.neither rect {
  fill: var(--field-ground);
}
.furrow.work text,
.furrow.neither text {
  fill: var(--ink);
}
.furrow.neither .tick {
  stroke-width: 1.4;
}
.furrow.doubtful rect {
  stroke: var(--ink);
  stroke-dasharray: 4 3;
}
.furrow.played.doubtful rect {
  fill: color-mix(in srgb, var(--field) 72%, var(--paper));
}
.furrow.estimated.played rect {
  fill: color-mix(in srgb, var(--slate) 25%, var(--paper));
  stroke-dasharray: none;
}
.furrow.estimated.played text {
  fill: var(--ink);
}
/* From a chart: a number somebody gave, without its balls. */
.furrow.reported rect {
  fill: color-mix(in srgb, var(--field-soft) 35%, var(--paper));
  stroke: var(--field);
  stroke-width: 1.5;
}
.furrow.reported text {
  fill: var(--ink);
}
.furrow.selected rect,
.furrow:hover rect {
  stroke: var(--accent);
  stroke-width: 2.5;
  stroke-dasharray: none;
}
.sum {
  font-weight: 600;
  fill: var(--field);
}
.fallow-word {
  fill: var(--clay);
}
.ploughed {
  fill: var(--field-ground);
}
.fallow {
  stroke: var(--clay);
  stroke-width: 0.8;
}
.unsure {
  fill: var(--paper);
  stroke: var(--slate);
  stroke-dasharray: 3 2.5;
}
.hatch-ground {
  fill: var(--paper);
}
.hatch {
  stroke: var(--clay);
  stroke-width: 1.6;
  opacity: 0.55;
}
.paper {
  fill: var(--paper);
}
.width {
  fill: var(--clay);
  font-weight: 700;
  font-size: 0.87rem;
}
.cursor line {
  stroke: var(--accent);
  stroke-width: 2;
}
.cursor rect {
  fill: var(--accent);
}
.cursor text {
  fill: var(--sheet);
  text-anchor: middle;
  font-weight: 700;
  font-size: 0.93rem;
}
.bare {
  fill: var(--ink-2);
  font-size: 0.93rem;
}
</style>
