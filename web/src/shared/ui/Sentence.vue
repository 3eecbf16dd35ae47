<script setup lang="ts">
/** One plain sentence about what went wrong, where it went wrong. */
defineProps<{ text?: string | null; tone?: "trouble" | "ask" | "quiet" }>();
</script>

<template>
  <p v-if="text" class="sentence" :class="tone ?? 'trouble'" role="alert">
    <slot name="before" />{{ text }}<slot />
  </p>
</template>

<style scoped>
.sentence {
  margin: 0.25rem 0 0;
  padding-left: 0.6rem;
  border-left: 3px solid var(--clay);
  color: var(--clay);
}
.ask {
  border-color: var(--accent);
  color: var(--ink);
}
.quiet {
  border-color: var(--line-strong);
  color: var(--ink-2);
}
</style>
