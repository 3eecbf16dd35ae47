<script setup lang="ts">
/** The student on the bar: type to search, Enter goes to the same place of the other student. */
import { ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { key, useKeys } from "@/shared/keys/useKeys";
import StudentSelect from "@/shared/ui/StudentSelect.vue";

const props = defineProps<{ studentId: string }>();
const route = useRoute();
const router = useRouter();
const select = ref<{ focus: () => void; blur: () => void } | null>(null);

useKeys("Students", [key("/", "find a student", "/", () => select.value?.focus())]);

function go(id: string): void {
  const place = props.studentId && route.name ? String(route.name) : "matrix";
  select.value?.blur();
  void router.push({ name: place, params: { studentId: id } });
}
</script>

<template>
  <StudentSelect
    ref="select"
    class="switcher"
    :student-id="studentId"
    placeholder="Find a student  /"
    @choose="go"
  />
</template>

<style scoped>
.switcher {
  width: 15rem;
}
.switcher :deep(.ant-select-selector) {
  background: #3a4138;
  border-color: #6d7567;
  color: var(--bar-ink);
}
.switcher :deep(.ant-select-selection-item),
.switcher :deep(input) {
  color: var(--bar-ink);
  font-weight: 600;
}
.switcher :deep(.ant-select-selection-placeholder),
.switcher :deep(.ant-select-arrow) {
  color: #c3c6b6;
}
@media (max-width: 640px) {
  .switcher {
    flex: 1;
    min-width: 8rem;
    width: auto;
  }
}
</style>
