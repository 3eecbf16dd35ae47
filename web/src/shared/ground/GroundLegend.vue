<script setup lang="ts">
/** What the furrows' looks mean. */
defineProps<{ estimates: boolean }>();
</script>

<template>
  <span class="legend quiet">
    <i class="measured" />measured <i class="doubtful" />doubtful
    <template v-if="estimates"><i class="estimated" />estimated</template>
  </span>
</template>

<style scoped>
.legend {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  font-size: 0.9rem;
}
i {
  width: 1.5rem;
  height: 0.7rem;
  border-radius: 2px;
  margin-left: 0.5rem;
}
.measured {
  background: var(--field);
}
.doubtful {
  background: var(--field-soft);
  border: 1px dashed var(--field);
}
.estimated {
  border: 1px dashed var(--slate);
}
</style>
