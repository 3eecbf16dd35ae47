<script setup lang="ts">
/** The ground in one line: sure, doubtful and fallow stretches of what the student works on. */
import { computed } from "vue";
import { percent } from "@/shared/format/numbers";
import type { Schemas } from "@/shared/api/client";

const props = defineProps<{
  from: number;
  to: number;
  strips: Schemas["StripOut"][];
  /** In pixels; that of a list's row when not given. */
  width?: number;
}>();
const WIDTH = computed(() => props.width ?? 168);
const HEIGHT = 18;
const x = (yards: number) => ((yards - props.from) / (props.to - props.from + 1)) * WIDTH.value;
const drawn = computed(() =>
  props.strips.map((strip) => ({
    kind: strip.kind,
    x: x(strip.from_yd),
    width: x(strip.to_yd + 1) - x(strip.from_yd),
    yards: strip.to_yd - strip.from_yd + 1,
  })),
);
const label = computed(() => {
  const of = (kind: string) => drawn.value.filter((s) => s.kind === kind).reduce((n, s) => n + s.yards, 0);
  const all = props.to - props.from + 1;
  const share = (kind: string) => percent(of(kind) / all);
  return `${share("sure")} confirmed, ${share("doubtful")} uncertain, ${share("fallow")} gap`;
});
</script>

<template>
  <svg :width="WIDTH" :height="HEIGHT" role="img" :aria-label="label">
    <title>{{ label }}</title>
    <template v-for="strip in drawn" :key="`${strip.kind}${strip.x}`">
      <rect
        v-if="strip.kind !== 'fallow'"
        :class="strip.kind"
        :x="strip.x"
        :y="strip.kind === 'sure' ? 2 : 4.5"
        :width="Math.max(1, strip.width - 0.6)"
        :height="strip.kind === 'sure' ? HEIGHT - 4 : HEIGHT - 9"
      />
      <line v-else class="fallow" :x1="strip.x" :x2="strip.x + strip.width" y1="9" y2="9" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
}
.sure {
  fill: var(--field);
}
.doubtful {
  fill: var(--field-ground);
  stroke: var(--field);
  stroke-width: 1;
  stroke-dasharray: 3 2;
}
.fallow {
  stroke: var(--line-strong);
  stroke-width: 2;
  stroke-dasharray: 1.5 3.5;
}
</style>
