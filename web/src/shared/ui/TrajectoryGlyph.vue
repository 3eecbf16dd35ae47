<script setup lang="ts">
/** Trajectory by shape: a wedge pointing down for low, a dot for stock, a wedge up for high. */
import type { Cell } from "@/shared/api/queries";

defineProps<{ trajectory: Cell["trajectory"]; size?: number }>();

/** Stock is the dot. */
const WEDGES: Record<Cell["trajectory"], string> = {
  high: "M-4.4 3.6 L0 -4.4 L4.4 3.6 Z",
  stock: "",
  low: "M-4.4 -3.6 L0 4.4 L4.4 -3.6 Z",
};
</script>

<template>
  <svg
    :width="size ?? 10"
    :height="size ?? 10"
    viewBox="-5 -5 10 10"
    class="glyph"
    :aria-label="trajectory"
    role="img"
  >
    <path v-if="WEDGES[trajectory]" :d="WEDGES[trajectory]" />
    <circle v-else r="3.4" />
  </svg>
</template>

<style scoped>
.glyph {
  fill: currentColor;
  vertical-align: baseline;
}
</style>
