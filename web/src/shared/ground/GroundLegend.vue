<script setup lang="ts">
/** What the furrows' looks mean. */
import Hint from "@/shared/ui/Hint.vue";
defineProps<{ estimates: boolean; played?: boolean }>();
</script>

<template>
  <span class="legend quiet">
    <template v-if="played"
      ><i class="measured" /><Hint word="played">played</Hint> <i class="work" /><Hint word="work"
        >in work</Hint
      ></template
    >
    <template v-else><i class="measured" /><Hint word="played">played</Hint></template>
    <i class="rest" /><Hint word="measured">measured</Hint> <i class="doubtful" /><Hint
      word="doubtful"
      >doubtful</Hint
    >
    <template v-if="estimates"
      ><i class="estimated" /><Hint word="estimated">estimated</Hint></template
    >
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
