<script setup lang="ts">
/**
 * The ground from the ball to past the pin: flights to scale above, the green a strip across, trouble
 * hatched, and each shot a furrow where its balls finish, as high as they are wide.
 */
import { scaleLinear } from "d3-scale";
import { computed, ref } from "vue";
import { useWidth } from "@/shared/ui/width";
import { shotWords } from "@/shared/texts/shots";
import { percent } from "@/shared/format/numbers";
import { useStudentContext } from "@/shared/student/context";
import type { Pick, Picked } from "../composables/pick";
import type { Ball } from "../composables/situation";
import { lanesOf } from "../composables/lanes";
import TroubleHatches from "./TroubleHatches.vue";

const props = defineProps<{
  ball: Ball;
  answer: Pick | null;
  selected: number;
  metresPerYard: number;
  /** Without what the shots do: while a question is open. */
  hidden?: boolean;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{
  pin: [yd: number];
  edges: [front: number, back: number];
  touch: [past: number];
  select: [at: number];
}>();

const LANE = 34;
const SKY_LEAST = 60;
const SKY_MOST = 200;
const GROUND = 46;
const PAST_YD = 20;

const box = ref<HTMLElement>();
const width = useWidth(box, 800);
const wide = computed(() => Math.max(300, width.value));
const shots = computed(() => (props.hidden ? [] : (props.answer?.shots ?? [])));
const lanes = computed(() => lanesOf(shots.value, [props.answer?.best ?? 0, props.selected]));
const far = computed(() =>
  Math.max(
    props.ball.pin_yd + props.ball.back_yd + PAST_YD,
    ...props.ball.trouble.map((band) => props.ball.pin_yd + band.to + 4),
  ),
);
const x = computed(() => scaleLinear([-2, far.value], [0, wide.value]));
const perYard = computed(() => x.value(1) - x.value(0));
/** While the next answer is on its way the picture stays as high as it was: a finger on the pin keeps it. */
const apex = computed<number>((before) =>
  drawn.value.length
    ? Math.max(8, ...drawn.value.map((shot) => Math.max(...shot.path.map((point) => point.up))))
    : (before ?? 8),
);
const rows = computed<number>((before) => lanes.value.length || (before ?? 1));
const sky = computed(() => Math.min(SKY_MOST, Math.max(SKY_LEAST, apex.value * perYard.value + 14)));
/** Yards up and along have one scale, unless a high ball of a long shot would not fit. */
const up = computed(() => Math.min(perYard.value, (sky.value - 14) / apex.value));
const height = computed(() => sky.value + GROUND + rows.value * LANE + 6);
const drawn = computed<Picked[]>(() =>
  [...new Set([props.answer?.best ?? 0, props.selected])].flatMap((at) => shots.value[at] ?? []),
);
const raised = computed(() => (props.ball.raised_m / props.metresPerYard) * up.value);
const land = computed(() => {
  const { pin_yd, front_yd } = props.ball;
  const foot = Math.max(0, pin_yd - front_yd - 8);
  const level = sky.value - raised.value;
  return `M0 ${sky.value}H${x.value(foot)}L${x.value(pin_yd - front_yd)} ${level}H${wide.value}`;
});
const pathOf = (shot: Picked) =>
  shot.path
    .map(
      ({ along, up: z }, i) =>
        `${i ? "L" : "M"}${x.value(along).toFixed(1)} ${(sky.value - z * up.value).toFixed(1)}`,
    )
    .join("");
/** Round numbers of the student's own unit. */
const ticks = computed(() => {
  const { value, yards } = units.value;
  const own = scaleLinear([value(-2), value(far.value)], [0, wide.value]);
  return own
    .ticks(Math.max(4, Math.round(wide.value / 90)))
    .filter((at) => at >= 0)
    .map(yards);
});
const green = computed(() => ({
  from: x.value(props.ball.pin_yd - props.ball.front_yd),
  to: x.value(props.ball.pin_yd + props.ball.back_yd),
}));
const bands = computed(() =>
  props.ball.trouble.map((band) => ({
    ...band,
    x: x.value(Math.max(0, props.ball.pin_yd + band.from)),
    wide: x.value(props.ball.pin_yd + band.to) - x.value(Math.max(0, props.ball.pin_yd + band.from)),
  })),
);
/** The wind as it is felt, with an arrow across the picture: from the pin, or to it. */
const wind = computed(() => {
  const head = props.ball.headwind_mps;
  return head
    ? `${head > 0 ? "← into" : "→ down"} ${units.value.speed.show(Math.abs(head))} ${units.value.speed.sign}`
    : "";
});
const laneY = (row: number) => sky.value + GROUND + row * LANE + LANE / 2;
/** As high as the middle 80 % of the balls are wide, to the picture's scale, and always to be seen. */
const tall = (shot: Picked) =>
  Math.min(LANE - 8, Math.max(6, 2 * shot.wide_yd * Math.min(perYard.value, 2.4)));
/** Strokes against the pick; one that is as good may save a little. */
const moreOf = (shot: Picked, at: number) =>
  isBest(at)
    ? ""
    : `${shot.more < 0 ? "−" : "+"}${texts.value.format("pick-strokes", { strokes: Math.abs(shot.more) })}`;
const isBest = (at: number) => at === props.answer?.best;
const name = (shot: Picked) =>
  shotWords(texts.value, { ...shot.key, back_in: shot.back_in, down_in: shot.down_in });
/** Where the share stands: right of the furrow, left of it where there is no room. */
const shareX = (shot: Picked) => {
  const right = x.value(shot.finish_to_yd) + 8;
  return right + 92 > wide.value
    ? { x: x.value(shot.finish_from_yd) - 8, anchor: "end" }
    : { x: right, anchor: "start" };
};

type Handle = "pin" | "front" | "back";
const holds = ref<Handle | null>(null);
const yardAt = (event: PointerEvent | MouseEvent) => {
  const left = box.value?.getBoundingClientRect().left ?? 0;
  return x.value.invert(event.clientX - left);
};
function move(which: Handle, yd: number): void {
  const { pin_yd, front_yd, back_yd } = props.ball;
  const at = Math.round(yd);
  if (which === "pin") emit("pin", Math.max(1, at));
  else if (which === "front") emit("edges", Math.min(60, Math.max(0, pin_yd - at)), back_yd);
  else emit("edges", front_yd, Math.min(60, Math.max(0, at - pin_yd)));
}
function hold(which: Handle, event: PointerEvent): void {
  holds.value = which;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
const drag = (event: PointerEvent) => holds.value && move(holds.value, yardAt(event));
function nudge(which: Handle, event: KeyboardEvent): void {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  if (!by) return;
  event.preventDefault();
  const { pin_yd, front_yd, back_yd } = props.ball;
  const at = which === "pin" ? pin_yd : which === "front" ? pin_yd - front_yd : pin_yd + back_yd;
  move(which, at + by);
}
const handles = computed(() => [
  { which: "front" as const, yd: props.ball.pin_yd - props.ball.front_yd, label: "Front of the green" },
  { which: "back" as const, yd: props.ball.pin_yd + props.ball.back_yd, label: "Back of the green" },
  { which: "pin" as const, yd: props.ball.pin_yd, label: "Pin" },
]);
</script>

<template>
  <div ref="box" class="box">
    <svg :width="wide" :height="height" class="num" role="group" aria-label="The ground to the pin">
      <TroubleHatches />
      <rect
        class="green"
        :x="green.from"
        :y="sky - raised"
        :width="Math.max(0, green.to - green.from)"
        :height="height - sky + raised"
      />
      <g v-for="band in bands" :key="`${band.kind}${band.from}`">
        <rect
          :x="band.x"
          :y="sky"
          :width="Math.max(0, band.wide)"
          :height="height - sky"
          :fill="`url(#pick-${band.kind})`"
          class="band"
        />
        <text :x="band.x + band.wide / 2" :y="sky - 6" class="label mid">
          {{ texts.name("trouble", band.kind) }}
        </text>
      </g>
      <path :d="land" class="land" />
      <path :d="`M${green.from} ${sky - raised}H${green.to}`" class="turf" />
      <text v-if="wind" x="4" y="16" class="label">{{ wind }}</text>
      <path
        v-for="shot in drawn"
        :key="name(shot)"
        :d="pathOf(shot)"
        class="flight"
        :class="{ first: shot === shots[answer?.best ?? -1] }"
      />
      <g class="axis">
        <g v-for="at in ticks" :key="at">
          <path :d="`M${x(at)} ${sky}v5`" />
          <text :x="x(at)" :y="sky + 19" class="label mid">{{ units.show(at) }}</text>
        </g>
      </g>
      <rect
        class="tap"
        x="0"
        :y="sky - 24"
        :width="wide"
        :height="GROUND + 24"
        @click="emit('touch', yardAt($event) - ball.pin_yd)"
      >
        <title>Add trouble short or long of the green. Press again for water, rough, out or none</title>
      </rect>
      <g
        v-for="({ shot, at }, row) in lanes"
        :key="name(shot)"
        class="lane"
        :class="{ best: isBest(at), on: at === selected }"
        tabindex="-1"
        @click="emit('select', at)"
      >
        <rect class="hit" x="0" :y="laneY(row) - LANE / 2" :width="wide" :height="LANE" />
        <path class="runs" :d="`M${x(shot.carry_yd)} ${laneY(row)}H${x(shot.finish_yd)}`" />
        <circle class="lands" :cx="x(shot.carry_yd)" :cy="laneY(row)" r="3.2" />
        <rect
          class="furrow"
          :class="{ est: !shot.measured }"
          :x="x(shot.finish_from_yd)"
          :y="laneY(row) - tall(shot) / 2"
          :width="Math.max(2, x(shot.finish_to_yd) - x(shot.finish_from_yd))"
          :height="tall(shot)"
          rx="2"
        />
        <path
          class="mean"
          :d="`M${x(shot.finish_yd)} ${laneY(row) - tall(shot) / 2 - 2}v${tall(shot) + 4}`"
        />
      </g>
      <path :d="`M${x(ball.pin_yd)} ${sky - raised - 26}V${height}`" class="pin-line" />
      <!-- Over the line, so that no figure is struck through. -->
      <g v-for="({ shot, at }, row) in lanes" :key="at" class="said" :class="{ best: isBest(at) }">
        <text class="name" x="4" :y="laneY(row) + 5">{{ name(shot) }}</text>
        <text class="share" :x="shareX(shot).x" :y="laneY(row) + 5" :text-anchor="shareX(shot).anchor">
          {{ percent(shot.on_green) }}
          <tspan class="more" dx="6">{{ moreOf(shot, at) }}</tspan>
        </text>
      </g>
      <g
        v-for="{ which, yd, label } in handles"
        :key="which"
        role="slider"
        tabindex="0"
        class="handle"
        :class="which"
        :aria-label="label"
        :aria-valuenow="Math.round(units.value(yd))"
        :aria-valuetext="`${units.show(yd)} ${units.unit}`"
        :transform="`translate(${x(yd)} ${which === 'pin' ? sky - raised - 34 : sky + 34})`"
        @pointerdown="hold(which, $event)"
        @pointermove="drag"
        @pointerup="holds = null"
        @pointercancel="holds = null"
        @keydown="nudge(which, $event)"
      >
        <rect x="-22" y="-15" width="44" height="30" class="hit" />
        <template v-if="which === 'pin'">
          <rect x="-19" y="-11" width="38" height="21" rx="3" class="knob" />
          <text class="at" y="5">{{ units.show(yd) }}</text>
        </template>
        <path v-else d="M0 -9V9M-4 0H4" class="grip" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.box {
  width: 100%;
  overflow: hidden;
}
svg {
  display: block;
  touch-action: pan-y;
}
.green {
  fill: var(--field-ground);
  opacity: 0.75;
}
.band {
  opacity: 0.55;
}
.land {
  stroke: var(--ink);
  stroke-width: 1.6;
  fill: none;
}
.turf {
  stroke: var(--field);
  stroke-width: 5;
}
.flight {
  stroke: var(--ink-2);
  stroke-width: 1.3;
  stroke-dasharray: 4 3;
  fill: none;
}
.flight.first {
  stroke: var(--ink);
  stroke-width: 2.4;
  stroke-dasharray: none;
}
.axis path {
  stroke: var(--ink-2);
}
.label {
  font-size: 0.8rem;
  fill: var(--ink-2);
}
.mid,
.at {
  text-anchor: middle;
}
.tap,
.hit {
  fill: transparent;
}
.tap {
  cursor: crosshair;
}
.lane {
  cursor: pointer;
}
.lane.on .hit {
  fill: var(--accent-soft);
  opacity: 0.6;
}
.furrow {
  fill: var(--field-soft);
}
.furrow.est {
  fill: none;
  stroke: var(--slate);
  stroke-dasharray: 4 3;
}
.best .furrow {
  fill: var(--field);
}
.mean {
  stroke: var(--ink);
  stroke-width: 2.4;
}
.runs {
  stroke: var(--ink-2);
  stroke-dasharray: 2 3;
}
.lands {
  fill: var(--paper);
  stroke: var(--ink);
}
.name,
.share {
  font-size: 0.93rem;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
  stroke-linejoin: round;
}
.best .name,
.share {
  font-weight: 700;
}
.more {
  font-weight: 400;
  fill: var(--ink-2);
}
.pin-line {
  stroke: var(--accent);
  stroke-width: 2;
}
.pin-line,
.said {
  pointer-events: none;
}
.handle {
  cursor: ew-resize;
  touch-action: none;
}
.knob {
  fill: var(--accent);
}
.at {
  fill: var(--sheet);
  font: 700 0.95rem var(--slab);
}
.grip {
  stroke: var(--field);
  stroke-width: 3;
  stroke-linecap: round;
}
</style>
