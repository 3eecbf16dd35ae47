<script setup lang="ts">
/** A position measured on the student's own picture: touch the lead shoulder, then the hands. Two more
 * touches on something upright or level take out how the camera was held. */
import { useQueryCache } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, ref, useTemplateRef } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import type { Still } from "@/shared/api/lessons";
import { askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { movedWords, positionWords, type SwingSeries } from "@/shared/student/positions";
import Sentence from "@/shared/ui/Sentence.vue";
import PositionSeries from "./PositionSeries.vue";

const props = defineProps<{ studentId: string; still: Still; series: SwingSeries | undefined }>();
const emit = defineEmits<{ close: [] }>();
type Point = Schemas["PicturePoint"];

/** How well a finger and a mouse sit, on the screen [px]. */
const FINGER_PX = 8;
const MOUSE_PX = 3;
/** A key moves the cross by so much of the picture. */
const STEP = 0.005;
const FAST = 5;

const saved = props.still.marks;
const arm = ref<Point[]>(saved ? [saved.shoulder, saved.hands] : []);
const line = ref<Point[]>(saved?.line ? [...saved.line] : []);
const levelling = ref(false);
const touchPx = ref(FINGER_PX);
const picture = useTemplateRef<SVGSVGElement>("picture");
const cross = ref<Point | null>(null);
const cache = useQueryCache();
const { error, busy, save } = useSaving();

const asks = computed(() => {
  if (levelling.value && line.value.length < 2)
    return line.value.length
      ? "Touch a second point of it."
      : "Touch a point of something upright or level, such as a door frame.";
  if (!arm.value.length) return "Touch the lead shoulder.";
  return arm.value.length < 2 ? "Touch the hands." : "";
});
const own = computed(() => props.series?.seen.find(({ picture_id: id }) => id === props.still.id));
const measured = computed(() =>
  !asks.value && props.series && own.value ? positionWords(props.series, own.value) : "",
);

async function put(point: Point): Promise<void> {
  if (!asks.value || busy.value) return;
  (levelling.value ? line : arm).value.push(point);
  const [shoulder, hands] = arm.value;
  const [first, second] = line.value;
  if (!shoulder || !hands || (levelling.value && !second)) return;
  const scale = props.still.width / (picture.value?.getBoundingClientRect().width || props.still.width);
  const done = await save(() =>
    dataOf(
      api.PUT("/api/students/{student_id}/pictures/{picture_id}/marks", {
        params: { path: { student_id: props.studentId, picture_id: props.still.id } },
        body: {
          shoulder,
          hands,
          line: first && second ? [first, second] : null,
          touch: touchPx.value * scale,
        },
      }),
    ),
  );
  if (!done) (levelling.value ? line : arm).value = [];
  else levelling.value = false;
  await Promise.all([
    askAgain(cache, keys.positions(props.studentId)),
    askAgain(cache, keys.lessons(props.studentId)),
  ]);
}
function touch({ clientX, clientY, pointerType }: PointerEvent): void {
  const box = picture.value?.getBoundingClientRect();
  if (!box?.width) return;
  touchPx.value = pointerType === "mouse" ? MOUSE_PX : FINGER_PX;
  cross.value = null;
  void put({
    x: ((clientX - box.left) / box.width) * props.still.width,
    y: ((clientY - box.top) / box.height) * props.still.height,
  });
}
const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function press(event: KeyboardEvent): void {
  const { width, height } = props.still;
  const move = MOVES[event.key];
  const at = cross.value ?? { x: width / 2, y: height / 2 };
  if (move) {
    const by = Math.max(width, height) * STEP * (event.shiftKey ? 1 : FAST);
    const within = (value: number, most: number) => Math.min(most, Math.max(0, value));
    cross.value = { x: within(at.x + by * move[0], width), y: within(at.y + by * move[1], height) };
  } else if (event.key === "Enter" && cross.value) {
    touchPx.value = MOUSE_PX;
    void put(cross.value);
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
function again(): void {
  arm.value = [];
  line.value = [];
  levelling.value = false;
}
const size = computed(() => Math.max(props.still.width, props.still.height) / 100);
</script>

<template>
  <section class="measure" :aria-label="`Measure ${still.swing}`">
    <p role="status">
      <b>{{ asks || measured }}</b>
    </p>
    <Sentence :text="error" />
    <div class="shown">
      <img :src="still.address" :alt="`Position at ${still.swing}`" />
      <svg
        ref="picture"
        :viewBox="`0 0 ${still.width} ${still.height}`"
        tabindex="0"
        role="application"
        aria-label="Arrow keys move the cross, Enter touches"
        @pointerdown.prevent
        @click="touch($event as PointerEvent)"
        @keydown="press"
      >
        <line
          v-if="line.length === 2"
          class="level"
          :x1="line[0]!.x"
          :y1="line[0]!.y"
          :x2="line[1]!.x"
          :y2="line[1]!.y"
        />
        <line
          v-if="arm.length === 2"
          class="arm"
          :x1="arm[0]!.x"
          :y1="arm[0]!.y"
          :x2="arm[1]!.x"
          :y2="arm[1]!.y"
        />
        <circle v-for="({ x, y }, i) in [...arm, ...line]" :key="i" :cx="x" :cy="y" :r="size * 1.1" />
        <path
          v-if="cross"
          class="cross"
          :d="`M${cross.x - 3 * size} ${cross.y} h${6 * size} M${cross.x} ${cross.y - 3 * size} v${6 * size}`"
        />
      </svg>
    </div>
    <p v-if="series && movedWords(series)" class="moved">Moved: {{ movedWords(series) }}.</p>
    <PositionSeries v-if="series && series.seen.length > 1" :series="series" />
    <p class="acts">
      <Button v-if="arm.length" @click="again">Measure again</Button>
      <Button v-if="arm.length === 2 && line.length < 2 && !levelling" @click="levelling = true">
        Level the camera
      </Button>
      <Button type="text" @click="emit('close')">Close</Button>
    </p>
  </section>
</template>

<style scoped>
.measure {
  margin: 0.5rem 0;
}
.shown {
  position: relative;
  width: fit-content;
  max-width: 100%;
}
img {
  display: block;
  max-width: 100%;
  max-height: 70vh;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: crosshair;
  touch-action: manipulation;
}
.shown > svg line {
  stroke: var(--sheet);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.shown > svg .arm {
  stroke-width: 4;
}
.shown > svg .level {
  stroke-dasharray: 8 6;
}
.shown > svg circle {
  fill: var(--accent);
  stroke: var(--sheet);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.cross {
  stroke: var(--sheet);
  stroke-width: 3;
  vector-effect: non-scaling-stroke;
}
.moved {
  color: var(--clay);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
}
p {
  margin: 0.4rem 0;
}
</style>
