<script setup lang="ts" generic="Name extends string">
/** Parts of one view beside each other, one of them chosen. */
defineProps<{ tabs: readonly { name: Name; label: string }[]; about: string }>();
const chosen = defineModel<Name>({ required: true });
</script>

<template>
  <nav class="tabs" :aria-label="about">
    <button
      v-for="tab in tabs"
      :key="tab.name"
      type="button"
      :aria-pressed="chosen === tab.name"
      @click="chosen = tab.name"
    >
      {{ tab.label }}
    </button>
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  margin-bottom: 0.8rem;
  border-bottom: 1px solid var(--line);
}
button {
  min-height: 44px;
  padding: 0 0.9rem;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--ink-2);
  font: inherit;
  cursor: pointer;
}
[aria-pressed="true"] {
  border-bottom-color: var(--accent);
  color: var(--ink);
  font-weight: 650;
}
</style>
