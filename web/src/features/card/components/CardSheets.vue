<script setup lang="ts">
/** The card as it is printed, at real proportions: the same marks as on the PDF. */
import type { Schemas } from "@/shared/api/client";

defineProps<{ sheets: Schemas["SheetOut"][] }>();
const POINTS_AN_INCH = 72;
const ANCHORS = { left: "start", right: "end", middle: "middle" } as const;
const grey = (value: number) =>
  `rgb(${Array(3)
    .fill(Math.round(255 * value))
    .join(" ")})`;
</script>

<template>
  <div class="sheets">
    <svg
      v-for="(sheet, i) in sheets"
      :key="i"
      :viewBox="`0 0 ${sheet.width} ${sheet.height}`"
      :style="{ width: `${sheet.width / POINTS_AN_INCH}in` }"
      role="img"
      :aria-label="`Card, sheet ${i + 1}`"
    >
      <rect class="paper" width="100%" height="100%" />
      <rect
        v-for="(box, j) in sheet.boxes"
        :key="`b${j}`"
        :x="box.x"
        :y="box.y"
        :width="box.width"
        :height="box.height"
        :fill="grey(box.fill)"
        stroke="#000"
        stroke-width="0.4"
      />
      <line
        v-for="(rule, j) in sheet.rules"
        :key="`r${j}`"
        :x1="rule.x1"
        :y1="rule.y1"
        :x2="rule.x2"
        :y2="rule.y2"
        :stroke-width="rule.width"
        :stroke-dasharray="rule.dash ? `${rule.dash} ${2 * rule.dash}` : undefined"
        stroke="#000"
      />
      <text
        v-for="(text, j) in sheet.texts"
        :key="`t${j}`"
        :x="text.x"
        :y="text.y"
        :font-size="text.size"
        :text-anchor="ANCHORS[text.align]"
        :class="text.face"
        :fill="grey(text.grey)"
      >
        {{ text.text }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
  align-items: flex-start;
}
svg {
  display: block;
  max-width: 100%;
  height: auto;
  box-shadow: 0 1px 5px rgb(32 38 31 / 0.35);
}
.paper {
  fill: #fff;
}
text {
  font-family: var(--text);
}
.bold {
  font-weight: 700;
}
.italic {
  font-style: italic;
}
</style>
