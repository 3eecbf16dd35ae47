<script setup lang="ts">
import EmptyState from "@/shared/ui/EmptyState.vue";
</script>

<template>
  <EmptyState heading="h1" title="Page not found" next="The address may be old or mistyped.">
    <RouterLink to="/students">Go to Students</RouterLink>
  </EmptyState>
</template>
