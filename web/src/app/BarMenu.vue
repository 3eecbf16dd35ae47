<script setup lang="ts">
/** What folds out of the bar: by a click, Enter or Space; it closes by Escape, a press elsewhere
 * and when the place changes. */
import { onClickOutside, whenever } from "@vueuse/core";
import { ref, useTemplateRef, watch } from "vue";
import { useRoute } from "vue-router";

defineProps<{ label: string; here?: boolean; description?: string }>();
const route = useRoute();
const box = useTemplateRef<HTMLElement>("box");
const button = useTemplateRef<HTMLButtonElement>("button");
const open = ref(false);
// What folds out is made when it first does, and stays: what it opened belongs to it.
const used = ref(false);
whenever(open, () => (used.value = true));
onClickOutside(box, () => (open.value = false));
watch(
  () => route.fullPath,
  () => (open.value = false),
);
function close(): void {
  open.value = false;
  button.value?.focus();
}
</script>

<template>
  <div ref="box" class="menu" @keydown.esc.stop="close">
    <button
      ref="button"
      type="button"
      :class="{ here }"
      :aria-expanded="open"
      :aria-label="description"
      @click="open = !open"
    >
      {{ label }} <span aria-hidden="true">▾</span>
    </button>
    <div v-show="open" class="list" @click="open = false">
      <slot v-if="used" />
    </div>
  </div>
</template>

<style scoped>
.menu {
  position: relative;
  display: flex;
}
.menu > button {
  min-height: 44px;
  padding: 0 0.5rem;
  border: solid transparent;
  border-width: 3px 0;
  background: none;
  color: var(--bar-ink);
  font: inherit;
  white-space: nowrap;
  cursor: pointer;
}
.menu > button.here {
  font-weight: 650;
  border-bottom-color: #d08a33;
}
.list {
  position: absolute;
  top: 100%;
  right: 0;
  z-index: 25;
  min-width: 13rem;
  padding: 0.3rem 0;
  background: var(--bar);
  border: 1px solid #6d7567;
  border-top: 0;
  border-radius: 0 0 4px 4px;
}
.list :deep(a),
.list :deep(button:not(dialog *)) {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
  width: 100%;
  min-height: 44px;
  padding: 0 1rem;
  border: 0;
  background: none;
  color: var(--bar-ink);
  font: inherit;
  text-align: left;
  text-decoration: none;
  cursor: pointer;
}
.list :deep(a:hover),
.list :deep(button:not(dialog *):hover) {
  text-decoration: underline;
}
</style>
