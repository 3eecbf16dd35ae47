<script setup lang="ts">
/** A swing-length scale: how far the lead arm goes back at each position, from the target side. */
import { computed } from "vue";
import type { Scale } from "@/shared/api/queries";

const props = defineProps<{ scale: Scale }>();
const SIZE = 132;
const SHOULDER = { x: 74, y: 46 };
const ARM = 40;
const HEAD = 9;
// A letter's width and a line's height at the size of the words below.
const LETTER = 4.4;
const LINE = 9.5;
interface Word {
  left: number;
  right: number;
  y: number;
}
/** Positions may lie close together: a word that would lie on another one makes room. */
function aside(placed: Word[], word: Word, by: number): number {
  const hit = placed.some((p) => Math.abs(p.y - word.y) < LINE && p.left < word.right && word.left < p.right);
  return hit ? aside(placed, { ...word, y: word.y + by }, by) : word.y;
}
const lines = computed(() => {
  const placed: Word[] = [];
  return props.scale.positions.map(({ label, arm_deg }) => {
    // Straight down is 0; the arm goes back, away from the target.
    const turned = (arm_deg * Math.PI) / 180;
    const at = (far: number) => ({
      x: SHOULDER.x - far * Math.sin(turned),
      y: SHOULDER.y + far * Math.cos(turned),
    });
    const back = Math.sin(turned);
    const anchor = back > 0.35 ? "end" : "middle";
    const text = at(ARM + 9);
    const wide = label.length * LETTER;
    const left = anchor === "end" ? text.x - wide : text.x - wide / 2;
    const word = { left, right: left + wide, y: text.y };
    word.y = aside(placed, word, anchor === "end" ? -LINE : LINE);
    placed.push(word);
    return { label, end: at(ARM), text: { x: text.x, y: word.y }, anchor };
  });
});
/** Words that made room go higher than the head. */
const top = computed(() => Math.min(-2, ...lines.value.map(({ text }) => text.y - LINE)));
</script>

<template>
  <svg :viewBox="`-36 ${top} ${SIZE + 32} ${SIZE - 6 - top}`" aria-hidden="true">
    <circle class="body" :cx="SHOULDER.x + 4" :cy="SHOULDER.y - 20" :r="HEAD" />
    <path
      class="body"
      :d="`M${SHOULDER.x} ${SHOULDER.y}L${SHOULDER.x + 6} 88L${SHOULDER.x - 4} 122M${SHOULDER.x + 6} 88L${SHOULDER.x + 18} 122`"
    />
    <g v-for="one in lines" :key="one.label">
      <line :x1="SHOULDER.x" :y1="SHOULDER.y" :x2="one.end.x" :y2="one.end.y" />
      <text :x="one.text.x" :y="one.text.y + 3" :text-anchor="one.anchor">{{ one.label }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  display: block;
}
.body {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 3;
  stroke-linecap: round;
  stroke-linejoin: round;
}
line {
  stroke: var(--field);
  stroke-width: 2.5;
  stroke-linecap: round;
}
text {
  font: 600 8.5px var(--text);
  fill: var(--ink);
}
</style>
