<script setup lang="ts">
/** What every view of a student says while the bag is empty. */
import EmptyState from "./EmptyState.vue";

defineProps<{ studentId: string; next: string }>();
</script>

<template>
  <EmptyState heading="h1" title="No clubs in the bag" :next="next">
    <RouterLink :to="{ name: 'setup', params: { studentId } }">Set up the bag</RouterLink>
  </EmptyState>
</template>
