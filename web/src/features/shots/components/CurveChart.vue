<script setup lang="ts">
/** How much ground with how many shots: a step a shot, the one that stops paying marked. */
import { scaleLinear } from "d3-scale";
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";

const props = defineProps<{
  proposal: Schemas["ProposalOut"];
  covered: Schemas["CoveredOut"];
  /** How many shots are played now. */
  played: number;
  /** The size of the set that is looked at. */
  number: number | null;
}>();
const emit = defineEmits<{ pick: [number: number] }>();
const WIDTH = 290;
const HEIGHT = 150;
const LEFT = 30;
const BOTTOM = 20;

const most = computed(() => Math.max(props.proposal.covered.length, props.played, 3));
const x = computed(() =>
  scaleLinear()
    .domain([0, most.value])
    .range([LEFT, WIDTH - 8]),
);
const y = computed(() =>
  scaleLinear()
    .domain([0, props.covered.yards])
    .range([HEIGHT - BOTTOM, 8]),
);
const bars = computed(() =>
  props.proposal.covered.map((yards, i) => {
    const before = props.proposal.covered[i - 1] ?? 0;
    return { number: i + 1, yards, more: yards - before, x: x.value(i), width: x.value(1) - x.value(0) - 2 };
  }),
);
const percent = (yards: number) => Math.round((100 * yards) / props.covered.yards);
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
    :width="WIDTH"
    :height="HEIGHT"
    role="group"
    aria-label="Coverage by number of shots"
  >
    <g v-for="share in [0, 0.5, 1]" :key="share">
      <line
        class="grid"
        :x1="LEFT"
        :x2="WIDTH"
        :y1="y(share * covered.yards)"
        :y2="y(share * covered.yards)"
      />
      <text x="0" :y="y(share * covered.yards) + 4">{{ 100 * share }} %</text>
    </g>
    <g
      v-for="bar in bars"
      :key="bar.number"
      role="button"
      tabindex="0"
      class="bar"
      :class="{ pays: bar.number <= proposal.pays, here: bar.number === number }"
      :aria-label="`${bar.number} shots cover ${percent(bar.yards)} %, ${bar.more} distances more`"
      @click="emit('pick', bar.number)"
      @keydown.enter.prevent="emit('pick', bar.number)"
      @keydown.space.prevent="emit('pick', bar.number)"
    >
      <rect class="touch" :x="bar.x" y="0" :width="bar.width + 2" :height="HEIGHT" />
      <rect :x="bar.x + 1" :y="y(bar.yards)" :width="bar.width" :height="HEIGHT - BOTTOM - y(bar.yards)" />
      <title>{{ bar.number }}: {{ percent(bar.yards) }} %, {{ bar.more }} more</title>
    </g>
    <circle v-if="played" class="now" :cx="x(played - 0.5)" :cy="y(covered.played)" r="5" />
    <text
      v-for="bar in bars.filter((b) => b.number === 1 || b.number % 4 === 0)"
      :key="`n${bar.number}`"
      class="axis"
      :x="bar.x + bar.width / 2"
      :y="HEIGHT - 5"
    >
      {{ bar.number }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}
text {
  font-size: 0.8rem;
  fill: var(--ink-2);
}
.axis {
  text-anchor: middle;
}
.grid {
  stroke: var(--line);
}
.bar {
  cursor: pointer;
}
.bar rect {
  fill: var(--field-ground);
}
.bar .touch {
  fill: transparent;
}
.bar.pays rect:not(.touch) {
  fill: var(--field-soft);
}
.bar.here rect:not(.touch) {
  fill: var(--accent);
}
.now {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.5;
}
</style>
