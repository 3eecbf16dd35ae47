<script setup lang="ts">
/** Landings by touch: the range picture, what is aimed at, and how the last ball was read. */
import { computed, ref, useTemplateRef } from "vue";
import { sentenceOf } from "@/shared/api/client";
import { sideWords } from "@/shared/format/side";
import { bearingOf, spotAt, spotOf, type Landing } from "@/shared/offline/landing";
import { useStudentContext } from "@/shared/student/context";
import { EIGHT_IN_TEN, OVAL, sideOfShot, useSides } from "@/shared/student/sides";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { useWidth } from "@/shared/ui/width";
import {
  BESIDE_DEG,
  seenRange,
  seenShot,
  STRAIGHT,
  useRangePicture,
  type LandedBall,
  type LandingShot,
} from "../composables/rangePicture";
import LandingPicture from "./LandingPicture.vue";

const props = defineProps<{ balls: LandedBall[]; shot: LandingShot }>();
defineEmits<{ land: [landing: Landing]; move: [uid: string, landing: Landing] }>();
const { units, profile, studentId } = useStudentContext();
const { pictures, picture, chosen, aim } = useRangePicture();

const box = useTemplateRef<HTMLDivElement>("box");
const width = useWidth(box, 360);
const TALLEST = 440;
/** From a deviation to the 90 % that every ± here means. */
const INTERVAL = 1.645;
const height = computed(() => Math.min(TALLEST, Math.round(width.value * 1.12)));
const whole = ref(false);
const both = ref(false);
const problem = ref("");
const seen = computed(() => {
  const size = [width.value, height.value] as const;
  if (whole.value && picture.value) return seenRange(picture.value, ...size);
  return seenShot(props.shot.carryYd, aim.value.deg, ...size);
});

const sides = useSides(studentId);
/** Where eight balls in ten of the shot land, by those measured before. */
const oval = computed(() => {
  const { address, carryYd, halfYd } = props.shot;
  const side = sideOfShot(sides.data.value, address);
  if (!side || carryYd === null || halfYd === null) return null;
  const middle = spotAt(carryYd, side.bias * carryYd, aim.value.deg);
  return { middle, along: (halfYd / EIGHT_IN_TEN) * OVAL, across: OVAL * side.width * carryYd };
});

const FREE = "free";
const aimed = computed({
  get: () => aim.value.target ?? (aim.value.deg ? FREE : ""),
  set: (name) => {
    const target = picture.value?.targets.find((one) => one.name === name);
    if (target) aim.value = { target: target.name, deg: bearingOf(spotOf(target)) };
    else aim.value = name === FREE ? { target: null, deg: aim.value.deg || 1 } : STRAIGHT;
  },
});
const MOST_DEG = 45;
function turn(by: number): void {
  const deg = Math.min(MOST_DEG, Math.max(-MOST_DEG, Math.round(aim.value.deg) + by));
  aim.value = { target: null, deg };
}

/** "62 yd, 3 to the lead side, read to ± 2". */
const last = computed(() => {
  const ball = props.balls.findLast((one) => one.offline_yd !== null && one.carry_yd !== null);
  if (!ball || ball.carry_yd === null || ball.offline_yd === null) return "";
  const sd = Number(ball.extra["read_sd_yd"]);
  const read = Number.isFinite(sd) ? `, read to ± ${units.value.show(INTERVAL * sd, 1)}` : "";
  const run =
    ball.total_yd === null ? "" : `, ran ${units.value.run(ball.carry_yd, ball.total_yd - ball.carry_yd)}`;
  return `${units.value.show(ball.carry_yd)} ${units.value.unit}, ${sideWords(units.value, profile.value, ball.offline_yd)}${run}${read}`;
});
</script>

<template>
  <div ref="box" class="landing">
    <Sentence v-if="pictures.error.value && !picture" :text="sentenceOf(pictures.error.value)" />
    <Waiting v-else-if="!pictures.data.value" what="the range picture" />
    <p v-else-if="!picture">
      No range picture yet.
      <RouterLink :to="{ name: 'settings', query: { tab: 'range' } }">Add one</RouterLink>
      with the targets you can see from the mats.
    </p>
    <template v-else>
      <div class="row">
        <label v-if="(pictures.data.value?.length ?? 0) > 1"
          >Range
          <select v-model.number="chosen" aria-label="Range picture">
            <option v-for="one in pictures.data.value" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <label
          >Aim
          <select v-model="aimed" aria-label="Aim">
            <option value="">straight ahead</option>
            <option v-for="target in picture.targets" :key="target.name" :value="target.name">
              {{ target.name }}
            </option>
            <option :value="FREE">free line</option>
          </select></label
        >
        <span v-if="aimed === FREE" class="turn">
          <button type="button" aria-label="Turn the aim left" @click="turn(-1)">‹</button>
          <button type="button" aria-label="Turn the aim right" @click="turn(1)">›</button>
        </span>
        <label class="tick"><input v-model="both" type="checkbox" /> with its run</label>
        <button type="button" class="zoom" @click="whole = !whole">
          {{ whole ? "Zoom in" : "Zoom out" }}
        </button>
      </div>
      <LandingPicture
        :picture="picture"
        :seen="seen"
        :width="width"
        :height="height"
        :aim-deg="aim.deg"
        :carry-yd="shot.carryYd"
        :balls="balls"
        :units="units"
        :both="both"
        :ray-deg="whole ? BESIDE_DEG : aim.deg"
        @land="(landing: Landing) => $emit('land', landing)"
        @move="(uid: string, landing: Landing) => $emit('move', uid, landing)"
        @problem="(sentence: string) => (problem = sentence)"
      >
        <template #default="{ x, y, pxPerYd }">
          <ellipse
            v-if="oval"
            class="oval"
            :rx="oval.across * pxPerYd"
            :ry="oval.along * pxPerYd"
            :transform="`translate(${x(oval.middle)} ${y(oval.middle)}) rotate(${aim.deg})`"
          />
        </template>
      </LandingPicture>
      <Sentence :text="problem" />
      <p class="last" aria-live="polite">
        {{
          last || (both ? "Touch where it landed, then where it stopped." : "Touch where the ball landed.")
        }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.7rem;
}
label {
  color: var(--ink-2);
}
select {
  max-width: 8.5rem;
  min-height: 44px;
}
.tick {
  display: inline-flex;
  align-items: center;
  gap: 0.35rem;
  min-height: 44px;
}
button {
  min-height: 44px;
  min-width: 44px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: var(--ink);
  cursor: pointer;
}
.zoom {
  margin-left: auto;
}
.oval {
  fill: none;
  stroke: var(--field);
  stroke-width: 2;
  stroke-dasharray: 9 4;
}
.last {
  margin: 0.3rem 0 0;
  font-weight: 650;
}
</style>
