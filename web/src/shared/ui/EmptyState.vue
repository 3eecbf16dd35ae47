<script setup lang="ts">
/** What to do next where there is nothing yet. */
const { next = "", heading = "h2" } = defineProps<{
  title: string;
  next?: string;
  /** `h1` where nothing else is on the page. */
  heading?: "h1" | "h2";
}>();
</script>

<template>
  <div class="empty">
    <svg viewBox="0 0 120 34" width="120" aria-hidden="true">
      <path d="M2 6h76M2 17h102M2 28h58" />
    </svg>
    <component :is="heading" class="title">{{ title }}</component>
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
.title {
  font-size: 1.25rem;
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
