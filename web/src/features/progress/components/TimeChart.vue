<script setup lang="ts">
/** One share over time, with the days on which something changed. */
import { computed, useTemplateRef } from "vue";
import { useWidth } from "@/shared/ui/width";
import { chartOf, words, type Line, type Mark } from "../composables/charts";

const props = defineProps<{
  title: string;
  about: string;
  lines: (Omit<Line, "colour"> & { colour: "ink" | "field" | "clay" | "slate" })[];
  marks: Mark[];
  span: [string, string];
  highest?: number;
}>();
const box = useTemplateRef<HTMLElement>("box");
const width = useWidth(box);
const HEIGHT = 192;
const chart = computed(() =>
  chartOf(props.lines, props.marks, props.span, { width: width.value || 400, height: HEIGHT }, props.highest),
);
const empty = computed(() => !props.lines.some((l) => l.points.some((p) => p.value !== null)));
/** The same for who cannot see it. */
const text = computed(() =>
  props.lines
    .flatMap((line) => line.points.filter((p) => p.value !== null).map((p) => words(line, p)))
    .join("; "),
);
</script>

<template>
  <figure ref="box">
    <figcaption>
      <b>{{ title }}</b> <span class="quiet">{{ about }}</span>
      <span v-if="lines.length > 1" class="legend">
        <span v-for="line in lines" :key="line.name">
          <i :style="{ background: `var(--${line.colour})` }" />{{ line.name }}
        </span>
      </span>
    </figcaption>
    <p v-if="empty" class="quiet none">Not measured in this period.</p>
    <svg v-else :width="width || 400" :height="HEIGHT" role="img" :aria-label="`${title}: ${text}`">
      <g v-for="step in chart.steps" :key="step.text">
        <line class="step" :x1="chart.left" :x2="chart.right" :y1="step.y" :y2="step.y" />
        <text class="up" :x="chart.left - 7" :y="step.y + 4">{{ step.text }}</text>
      </g>
      <text v-for="day in chart.days" :key="day.text" class="day" :x="day.x" :y="chart.bottom + 18">
        {{ day.text }}
      </text>
      <g v-for="(mark, i) in chart.marks" :key="`m${i}`" class="mark">
        <line :x1="mark.x" :x2="mark.x" :y1="chart.top" :y2="chart.bottom" />
        <text :x="mark.x" :y="chart.top - 6" :text-anchor="mark.anchor">{{ mark.name }}</text>
      </g>
      <g v-for="(line, i) in chart.lines" :key="line.name" :style="{ '--colour': `var(--${line.colour})` }">
        <path class="band" :d="line.band" />
        <path class="line" :class="{ dashed: line.dashed }" :d="line.path" />
        <g v-for="point in line.points" :key="point.text">
          <rect
            v-if="i"
            class="point"
            :x="point.x - 3"
            :y="point.y - 3"
            width="6"
            height="6"
            :transform="`rotate(45 ${point.x} ${point.y})`"
          />
          <circle v-else class="point" :cx="point.x" :cy="point.y" r="3.5" />
          <!-- Larger than what is seen, to be pointed at. -->
          <circle class="reach" :cx="point.x" :cy="point.y" r="12">
            <title>{{ point.text }}</title>
          </circle>
        </g>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.6rem;
}
svg {
  display: block;
}
.none {
  height: 6rem;
  display: grid;
  place-items: center;
  margin: 0;
}
text {
  font: 0.8rem var(--text);
  fill: var(--ink-2);
  font-variant-numeric: tabular-nums;
}
.up {
  text-anchor: end;
}
.day {
  text-anchor: middle;
}
.step {
  stroke: var(--line);
}
.mark line {
  stroke: var(--accent);
  stroke-dasharray: 4 3;
}
.mark text {
  fill: var(--accent);
}
.band {
  fill: var(--colour);
  opacity: 0.16;
}
.line {
  fill: none;
  stroke: var(--colour);
  stroke-width: 2;
}
.dashed {
  stroke-dasharray: 6 4;
}
.point {
  fill: var(--colour);
}
.reach {
  fill: transparent;
}
.legend {
  margin-left: auto;
  display: flex;
  gap: 0.8rem;
}
.legend i {
  display: inline-block;
  width: 0.9rem;
  height: 0.25rem;
  margin-right: 0.3rem;
  vertical-align: middle;
}
</style>
