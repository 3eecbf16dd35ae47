<script setup lang="ts">
/** What the furrows' looks mean. */
defineProps<{ estimates: boolean; played?: boolean }>();
</script>

<template>
  <span class="legend quiet">
    <template v-if="played"><i class="measured" />played <i class="work" />in work</template>
    <template v-else><i class="measured" />played</template>
    <i class="rest" />measured <i class="doubtful" />doubtful
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
.work {
  background: var(--field-soft);
}
.rest {
  background: var(--field-ground);
}
.doubtful {
  background: color-mix(in srgb, var(--field) 72%, var(--paper));
  border: 1px dashed var(--ink);
}
.estimated {
  border: 1px dashed var(--slate);
}
</style>
