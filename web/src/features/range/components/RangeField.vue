<script setup lang="ts">
/** A range from above as strips of field: every ten yards one, targets with their greens, the edges. */
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";
import { distanceOf, spotOf, type Spot } from "@/shared/offline/landing";
import type { Measure } from "@/shared/units/units";
import type { Seen } from "../composables/rangePicture";

const props = defineProps<{
  picture: Schemas["RangePictureFields"];
  seen: Seen;
  width: number;
  height: number;
  units: Measure;
  /** Along which line distances are written: degrees to the right of the middle. */
  rayDeg: number;
}>();

const x = (spot: Spot) => props.width / 2 + (spot.right_yd - props.seen.middle.right_yd) * props.seen.pxPerYd;
const y = (spot: Spot) => props.height / 2 - (spot.out_yd - props.seen.middle.out_yd) * props.seen.pxPerYd;
const mat = computed(() => ({ x: x({ out_yd: 0, right_yd: 0 }), y: y({ out_yd: 0, right_yd: 0 }) }));
const px = (yards: number) => yards * props.seen.pxPerYd;

/** Strips in the reader's unit, the farthest first, so that each lies on the one behind it. */
const STRIP = 10;
const FARTHEST = 400;
const MOST_STRIPS = 32;
const strips = computed(() => {
  const { middle, pxPerYd } = props.seen;
  const corner = Math.hypot(props.width, props.height) / 2 / pxPerYd;
  const far = Math.min(FARTHEST, distanceOf(middle) + corner);
  const near = Math.max(0, distanceOf(middle) - corner);
  const first = Math.floor(props.units.value(near) / STRIP);
  const last = Math.min(first + MOST_STRIPS, Math.ceil(props.units.value(far) / STRIP));
  return Array.from({ length: Math.max(0, last - first) + 1 }, (_, i) => last - i).map((n) => {
    const yards = props.units.stored(n * STRIP);
    const at = label(yards);
    return { n, radius: px(yards), even: n % 2 === 0, text: String(n * STRIP), at };
  });
});
/** Where a strip's distance is written: on the ray, so that it is read where balls land. */
function label(yards: number): { x: number; y: number } | null {
  const bearing = (props.rayDeg * Math.PI) / 180;
  const at = {
    x: mat.value.x + px(yards) * Math.sin(bearing),
    y: mat.value.y - px(yards) * Math.cos(bearing),
  };
  const seen = at.x > 0 && at.x < props.width - 34 && at.y > 18 && at.y < props.height;
  return seen ? { x: at.x + 6, y: at.y } : null;
}
/** A target that stands outside is not drawn, unless its green reaches in. */
const inside = (at: number, size: number, radius: number) => at > -radius && at < size + radius;
const named = (target: { x: number; y: number }) =>
  target.x > 0 && target.x < props.width && target.y > 0 && target.y < props.height - 16;
const targets = computed(() =>
  props.picture.targets
    .map((target) => {
      const spot = spotOf(target);
      return { ...target, x: x(spot), y: y(spot), r: px(target.green_yd ?? 0) };
    })
    .filter((one) => inside(one.x, props.width, one.r) && inside(one.y, props.height, one.r)),
);
const edges = computed(() => {
  const { left_yd: left, right_yd: right, far_yd: far } = props.picture;
  const aside = [left == null ? null : -left, right ?? null];
  return {
    sides: aside.flatMap((at) => (at === null ? [] : [x({ out_yd: 0, right_yd: at })])),
    end: far == null ? null : y({ out_yd: far, right_yd: 0 }),
  };
});
</script>

<template>
  <g>
    <rect class="beyond" width="100%" height="100%" />
    <circle
      v-for="strip in strips"
      :key="strip.n"
      class="strip"
      :class="{ even: strip.even }"
      :cx="mat.x"
      :cy="mat.y"
      :r="strip.radius"
    />
    <template v-for="strip in strips" :key="`n${strip.n}`">
      <text v-if="strip.at" class="yards" :x="strip.at.x" :y="strip.at.y - 3">{{ strip.text }}</text>
    </template>
    <line v-for="at in edges.sides" :key="at" class="edge" :x1="at" :x2="at" y1="0" y2="100%" />
    <line v-if="edges.end !== null" class="edge" x1="0" x2="100%" :y1="edges.end" :y2="edges.end" />
    <g v-for="target in targets" :key="target.name" class="target">
      <circle v-if="target.r" class="green" :cx="target.x" :cy="target.y" :r="target.r" />
      <path class="pole" :d="`M${target.x},${target.y}v-24`" />
      <path class="flag" :d="`M${target.x},${target.y - 24}l13,4.5l-13,4.5z`" />
      <circle class="foot" :cx="target.x" :cy="target.y" r="2.5" />
      <text v-if="named(target)" class="name" :x="target.x" :y="target.y + 15">{{ target.name }}</text>
    </g>
    <rect class="mat" :x="mat.x - 7" :y="mat.y - 4" width="14" height="8" />
  </g>
</template>

<style scoped>
.beyond {
  fill: var(--sheet);
}
.strip {
  fill: var(--sheet);
}
.strip.even {
  fill: color-mix(in srgb, var(--field-ground) 55%, var(--sheet));
}
.green {
  fill: var(--field-ground);
  stroke: var(--field);
  stroke-width: 1.5;
}
.edge {
  stroke: var(--ink-2);
  stroke-width: 2;
  stroke-dasharray: 2 4;
}
.pole {
  stroke: var(--ink);
  stroke-width: 2;
}
.flag {
  fill: var(--accent);
}
.foot,
.mat {
  fill: var(--ink);
}
text {
  font: 0.85rem var(--text);
  fill: var(--ink-2);
  font-variant-numeric: tabular-nums;
}
.name {
  fill: var(--ink);
  font-weight: 600;
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3;
}
</style>
