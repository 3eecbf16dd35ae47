<script setup lang="ts">
/** The range as it is seen from the mat: a touch where the ball landed, its last balls as dots. */
import { computed, ref, useTemplateRef, watch } from "vue";
import {
  distanceOf,
  gapTo,
  heightAt,
  offlineOf,
  spotAt,
  type Landing,
  type Spot,
} from "@/shared/offline/landing";
import type { Measure } from "@/shared/units/units";
import { pointerYd, type LandedBall, type RangePicture, type Seen } from "../composables/rangePicture";
import { STRIKE_KEYS } from "../composables/strikes";
import RangeField from "./RangeField.vue";

const props = defineProps<{
  picture: RangePicture;
  seen: Seen;
  width: number;
  height: number;
  aimDeg: number;
  /** Where the shot is expected to land [yd]. */
  carryYd: number | null;
  balls: LandedBall[];
  units: Measure;
  /** Along which line distances are written. */
  rayDeg: number;
  /** A second touch says where the ball came to rest. */
  both: boolean;
}>();
const emit = defineEmits<{
  land: [landing: Landing];
  move: [uid: string, landing: Landing];
  problem: [sentence: string];
}>();

const svg = useTemplateRef<SVGSVGElement>("svg");
const x = (spot: Spot) => props.width / 2 + (spot.right_yd - props.seen.middle.right_yd) * props.seen.pxPerYd;
const y = (spot: Spot) => props.height / 2 - (spot.out_yd - props.seen.middle.out_yd) * props.seen.pxPerYd;
const spotOfPx = (px: number, py: number): Spot => ({
  right_yd: props.seen.middle.right_yd + (px - props.width / 2) / props.seen.pxPerYd,
  out_yd: props.seen.middle.out_yd - (py - props.height / 2) / props.seen.pxPerYd,
});

/** Balls of which carry and side are known, where they landed. */
const letterOf = (strike: LandedBall["strike"]) => (strike === "solid" ? "" : STRIKE_KEYS[strike]);
const dots = computed(() =>
  props.balls.flatMap((ball) => {
    if (ball.carry_yd === null || ball.offline_yd === null || ball.offline_yd === undefined) return [];
    const aimed = Number(ball.extra["aim_deg"] ?? props.aimDeg);
    const spot = spotAt(ball.carry_yd, ball.offline_yd, Number.isFinite(aimed) ? aimed : 0);
    return [{ ball, aimed, x: x(spot), y: y(spot), letter: letterOf(ball.strike) }];
  }),
);
const newest = computed(() => dots.value.at(-1)?.ball.uid);
const moves = (ball: LandedBall) => ball.extra["read"] === "touch" && !ball.refused;
/** The line of aim, and where on it the shot is expected. */
const aimed = computed(() => {
  const far = spotAt(Math.max(props.carryYd ?? 0, 20) * 2, 0, props.aimDeg);
  const there = props.carryYd === null ? null : spotAt(props.carryYd, 0, props.aimDeg);
  return { x: x(far), y: y(far), there: there && { x: x(there), y: y(there) } };
});

/** The first of two touches. */
const landed = ref<Landing | null>(null);
watch(
  () => [props.both, props.picture.id, props.aimDeg],
  () => (landed.value = null),
);
function landingAt(spot: Spot, pointer: string, aimDeg = props.aimDeg): Landing | null {
  if (spot.out_yd <= 0) {
    emit("problem", "That's behind the mat. Nothing was logged.");
    return null;
  }
  const { id: picture_id, targets } = props.picture;
  return {
    spot,
    picture_id,
    aim_deg: aimDeg,
    gap_yd: gapTo(spot, targets),
    finger_yd: pointerYd(pointer, props.seen.pxPerYd),
    height_m: heightAt(spot, targets),
  };
}
function touched(spot: Spot, pointer: string): void {
  const first = landed.value;
  if (first && distanceOf(spot) < distanceOf(first.spot)) {
    emit("problem", "It can't stop short of where it landed. Touch again, or press Esc for the landing.");
    return;
  }
  const landing = first ? { ...first, rest: spot } : landingAt(spot, pointer);
  if (!landing) return;
  emit("problem", "");
  landed.value = props.both && !first ? landing : null;
  if (!landed.value) emit("land", landing);
}

interface Press {
  id: number;
  from: { x: number; y: number };
  at: { x: number; y: number };
  type: string;
}
const press = ref<Press | null>(null);
/** A second finger makes it a pinch: nothing is logged, and nothing begins, until all are gone. */
const fingers = new Set<number>();
/** The dot that is being moved, and where to. */
const held = ref<{ uid: string; aimed: number; x: number; y: number } | null>(null);
let timer: ReturnType<typeof setTimeout> | undefined;
const HOLD_MS = 450;
const NEAR_PX = 22;
const STILL_PX = 10;
const here = (event: PointerEvent) => {
  const box = svg.value?.getBoundingClientRect();
  return { x: event.clientX - (box?.left ?? 0), y: event.clientY - (box?.top ?? 0) };
};
const apart = (a: { x: number; y: number }, b: { x: number; y: number }) => Math.hypot(a.x - b.x, a.y - b.y);
function nearest(at: { x: number; y: number }) {
  const near = dots.value.filter((dot) => moves(dot.ball) && apart(dot, at) < NEAR_PX);
  return near.sort((a, b) => apart(a, at) - apart(b, at))[0];
}
function down(event: PointerEvent): void {
  if (event.button) return;
  fingers.add(event.pointerId);
  if (fingers.size > 1) {
    stop();
    return;
  }
  svg.value?.setPointerCapture?.(event.pointerId);
  const at = here(event);
  press.value = { id: event.pointerId, from: at, at, type: event.pointerType };
  const dot = nearest(at);
  if (dot) timer = setTimeout(() => (held.value = { uid: dot.ball.uid, aimed: dot.aimed, ...at }), HOLD_MS);
}
function move(event: PointerEvent): void {
  if (press.value?.id !== event.pointerId) return;
  const at = here(event);
  press.value.at = at;
  if (held.value) held.value = { ...held.value, ...at };
  else if (apart(at, press.value.from) > STILL_PX) clearTimeout(timer);
}
function stop(): void {
  clearTimeout(timer);
  press.value = null;
  held.value = null;
}
function up(event: PointerEvent): void {
  const [was, dot] = [press.value, held.value];
  gone(event);
  if (was?.id !== event.pointerId) return;
  const at = here(event);
  if (at.x < 0 || at.y < 0 || at.x > props.width || at.y > props.height) {
    emit("problem", "That's outside the picture. Nothing was logged.");
    return;
  }
  const spot = spotOfPx(at.x, at.y);
  if (!dot) {
    touched(spot, was.type);
    return;
  }
  const landing = landingAt(spot, was.type, dot.aimed);
  if (landing) emit("move", dot.uid, landing);
}
function gone(event: PointerEvent): void {
  fingers.delete(event.pointerId);
  stop();
}

/** By keys: arrows move a mark, Enter logs there. */
const mark = ref<Spot | null>(null);
const cursor = () => mark.value ?? spotAt(props.carryYd ?? distanceOf(props.seen.middle), 0, props.aimDeg);
const STEP_FAR = 5;
function keyed(event: KeyboardEvent): void {
  const by = event.shiftKey ? STEP_FAR : 1;
  const yards = (n: number) => n * by * (props.units.stored(1) - props.units.stored(0));
  const steps: Record<string, [number, number]> = {
    ArrowUp: [1, 0],
    ArrowDown: [-1, 0],
    ArrowLeft: [0, -1],
    ArrowRight: [0, 1],
  };
  const step = steps[event.key];
  if (step) {
    const at = cursor();
    mark.value = { out_yd: at.out_yd + yards(step[0]), right_yd: at.right_yd + yards(step[1]) };
  } else if (event.key === "Enter" && mark.value) touched(mark.value, "mouse");
  else if (event.key === "Escape" && (landed.value || mark.value)) {
    if (landed.value) landed.value = null;
    else mark.value = null;
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
const markWords = computed(() => {
  if (!mark.value) return "";
  const off = offlineOf(mark.value, props.aimDeg);
  return `${props.units.show(distanceOf(mark.value))} / ${props.units.show(Math.abs(off))}`;
});
</script>

<template>
  <svg
    ref="svg"
    class="range"
    :width="width"
    :height="height"
    role="application"
    tabindex="0"
    data-keys
    aria-label="The range from above. Touch where the ball landed. With the keyboard, arrows move a mark and Enter logs the ball there."
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="gone"
    @mousedown.prevent
    @contextmenu.prevent
    @keydown="keyed"
    @blur="mark = null"
  >
    <RangeField
      :picture="picture"
      :seen="seen"
      :width="width"
      :height="height"
      :units="units"
      :ray-deg="rayDeg"
    />
    <line
      class="aim"
      :x1="x({ out_yd: 0, right_yd: 0 })"
      :y1="y({ out_yd: 0, right_yd: 0 })"
      :x2="aimed.x"
      :y2="aimed.y"
    />
    <path v-if="aimed.there" class="expected" :d="`M${aimed.there.x - 16},${aimed.there.y}h32`" />
    <slot :x="x" :y="y" :px-per-yd="seen.pxPerYd" />
    <g
      v-for="dot in dots"
      :key="dot.ball.uid"
      class="dot"
      :class="{ mishit: dot.letter, newest: dot.ball.uid === newest, waiting: dot.ball.waiting }"
      :data-ball="dot.ball.uid"
    >
      <circle
        :cx="held?.uid === dot.ball.uid ? held.x : dot.x"
        :cy="held?.uid === dot.ball.uid ? held.y : dot.y"
        :r="dot.ball.uid === newest ? 8 : 5.5"
      />
      <text v-if="dot.letter && held?.uid !== dot.ball.uid" class="letter" :x="dot.x" :y="dot.y + 4">
        {{ dot.letter }}
      </text>
    </g>
    <circle v-if="landed" class="landed" :cx="x(landed.spot)" :cy="y(landed.spot)" r="9" />
    <g v-if="mark" class="mark">
      <path :d="`M${x(mark) - 14},${y(mark)}h28M${x(mark)},${y(mark) - 14}v28`" />
      <text :x="x(mark) + 12" :y="y(mark) - 10">{{ markWords }}</text>
    </g>
  </svg>
</template>

<style scoped>
.range {
  display: block;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  cursor: crosshair;
  touch-action: none;
  user-select: none;
  -webkit-user-select: none;
}
.aim {
  stroke: var(--ink-2);
  stroke-dasharray: 7 6;
}
.expected {
  stroke: var(--ink);
  stroke-width: 3;
}
.dot circle {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
.dot.mishit circle {
  fill: var(--sheet);
  stroke: var(--clay);
  stroke-width: 2.5;
}
.dot.mishit circle {
  r: 8px;
}
.dot.newest circle {
  stroke: var(--accent);
  stroke-width: 3.5;
}
.dot.waiting {
  opacity: 0.7;
}
text {
  font: 0.85rem var(--text);
  fill: var(--ink);
}
.letter {
  font-weight: 700;
  text-anchor: middle;
  fill: var(--clay);
  pointer-events: none;
}
.landed {
  fill: none;
  stroke: var(--accent);
  stroke-width: 3;
  stroke-dasharray: 4 3;
}
.mark path {
  stroke: var(--accent);
  stroke-width: 2.5;
}
.mark text {
  font-weight: 700;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4;
}
</style>
