<script setup lang="ts">
/** A school of setting up, seen from the front: where the ball lies and how the shaft leans. */
defineProps<{ school: "shallow" | "ball-back" }>();
</script>

<template>
  <svg viewBox="0 0 120 84" aria-hidden="true">
    <line class="turf" x1="4" x2="116" y1="74" y2="74" />
    <path class="body" d="M40 72 L54 30 L68 30 L82 72" />
    <g v-if="school === 'shallow'">
      <line class="shaft" x1="66" x2="61" y1="28" y2="68" />
      <circle class="ball" cx="58" cy="70" r="4" />
    </g>
    <g v-else>
      <line class="shaft" x1="70" x2="52" y1="28" y2="68" />
      <circle class="ball" cx="48" cy="70" r="4" />
    </g>
    <path class="to" d="M92 20h18m-6-5l6 5-6 5" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: auto;
  display: block;
}
.turf {
  stroke: var(--field);
  stroke-width: 2;
}
.body {
  fill: none;
  stroke: var(--line-strong);
  stroke-width: 4;
  stroke-linejoin: round;
}
.shaft {
  stroke: var(--ink);
  stroke-width: 2.5;
}
.ball {
  fill: var(--accent);
}
.to {
  fill: none;
  stroke: var(--ink-2);
  stroke-width: 1.5;
}
</style>
