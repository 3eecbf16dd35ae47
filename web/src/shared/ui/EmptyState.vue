<script setup lang="ts">
/** What to do next where there is nothing yet. */
defineProps<{ title: string; next?: string }>();
</script>

<template>
  <div class="empty">
    <svg viewBox="0 0 120 34" width="120" aria-hidden="true">
      <path d="M2 6h76M2 17h102M2 28h58" />
    </svg>
    <h2>{{ title }}</h2>
    <p v-if="next">{{ next }}</p>
    <div class="act"><slot /></div>
  </div>
</template>

<style scoped>
.empty {
  padding: 3rem 1rem;
  text-align: center;
  color: var(--ink-2);
}
.empty path {
  stroke: var(--line-strong);
  stroke-width: 5;
  stroke-dasharray: 7 5;
  fill: none;
}
h2 {
  margin: 0.75rem 0 0.25rem;
  color: var(--ink);
}
p {
  max-width: 34rem;
  margin: 0 auto;
}
.act {
  margin-top: 1rem;
  display: flex;
  gap: 0.5rem;
  justify-content: center;
}
</style>
