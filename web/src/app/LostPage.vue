<script setup lang="ts">
import EmptyState from "@/shared/ui/EmptyState.vue";
</script>

<template>
  <EmptyState heading="h1" title="There is no such place" next="The address may be old or mistyped.">
    <RouterLink to="/students">Go to the students</RouterLink>
  </EmptyState>
</template>
