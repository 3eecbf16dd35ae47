<script setup lang="ts">
/** Shown only once a wait has lasted 300 ms; quicker answers should not flicker. */
import { onBeforeUnmount, ref } from "vue";

defineProps<{ what: string }>();
const WAIT_MS = 300;
const long = ref(false);
const timer = setTimeout(() => (long.value = true), WAIT_MS);
onBeforeUnmount(() => clearTimeout(timer));
</script>

<template>
  <p class="waiting" :hidden="!long" role="status">{{ long ? `Loading ${what}…` : "" }}</p>
</template>

<style scoped>
.waiting {
  padding: 2rem;
  color: var(--ink-2);
}
</style>
