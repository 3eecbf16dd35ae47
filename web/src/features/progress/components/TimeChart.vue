<script setup lang="ts">
/** One figure over time. */
import { LineChart } from "echarts/charts";
import { AriaComponent, GridComponent, MarkLineComponent, TooltipComponent } from "echarts/components"; // prettier-ignore
import { use } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { computed } from "vue";
import VChart from "vue-echarts";
import { themeName } from "@/shared/ui/theme";
import { chartOf, type Line, type Mark } from "../composables/charts";

use([SVGRenderer, LineChart, GridComponent, MarkLineComponent, TooltipComponent, AriaComponent]);
const props = defineProps<{
  title: string;
  about: string;
  lines: (Omit<Line, "colour"> & { colour: "ink" | "field" | "clay" | "slate" })[];
  marks: Mark[];
  span: [string, string];
  highest?: number;
}>();
const css = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
const option = computed(() => {
  // The theme's colours stand in the style sheet; they are read again when it changes.
  void themeName.value;
  const colours = {
    ink: css("ink"),
    quiet: css("ink-2"),
    line: css("line"),
    accent: css("accent"),
  };
  const lines = props.lines.map((line) => ({ ...line, colour: css(line.colour) }));
  return chartOf(lines, props.marks, colours, props.span, props.highest);
});
const empty = computed(() => !props.lines.some((l) => l.points.some((p) => p.value !== null)));
</script>

<template>
  <figure>
    <figcaption>
      <b>{{ title }}</b> <span class="quiet">{{ about }}</span>
      <span v-if="lines.length > 1" class="legend">
        <span v-for="line in lines" :key="line.name">
          <i :style="{ background: `var(--${line.colour})` }" />{{ line.name }}
        </span>
      </span>
    </figcaption>
    <p v-if="empty" class="quiet none">Not measured in this period.</p>
    <VChart v-else class="chart" :option="option" autoresize :aria-label="title" />
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
.chart {
  height: 12rem;
}
.none {
  height: 6rem;
  display: grid;
  place-items: center;
  margin: 0;
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
