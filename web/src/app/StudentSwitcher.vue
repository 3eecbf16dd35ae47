<script setup lang="ts">
/**
 * The student on the bar: type to search, Enter goes to the same place of the other student. The
 * list behind it is loaded when it is asked for: most views never need it.
 */
import { computed, defineAsyncComponent, nextTick, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useStudent } from "@/shared/api/queries";
import { holdKeys, key, takeHeldText, useKeys } from "@/shared/keys/useKeys";

const StudentPicker = defineAsyncComponent(() => import("./StudentPicker.vue"));

const props = defineProps<{ studentId: string }>();
const route = useRoute();
const router = useRouter();
const picker = ref<{ focus: (typed?: string) => void; blur: () => void } | null>(null);
const wanted = ref(false);
const asked = ref(false);
const student = useStudent(() => props.studentId);
const name = computed(() => student.data.value?.name ?? "");

function ask(): void {
  if (picker.value) return picker.value.focus();
  // What is typed before the list is there belongs into its field.
  holdKeys();
  wanted.value = asked.value = true;
}
async function ready(): Promise<void> {
  if (!asked.value) return;
  asked.value = false;
  await nextTick();
  picker.value?.focus(takeHeldText());
}
useKeys("Students", [key("/", "find a student", "/", ask)]);

function go(id: string): void {
  const place = props.studentId && route.name ? String(route.name) : "matrix";
  picker.value?.blur();
  void router.push({ name: place, params: { studentId: id } });
}
</script>

<template>
  <div class="switcher">
    <StudentPicker
      v-if="wanted"
      ref="picker"
      :student-id="studentId"
      placeholder="Find a student  /"
      @vue:mounted="ready"
      @choose="go"
    />
    <button v-else type="button" class="plain" @click="ask">
      {{ name || "Find a student  /" }}
    </button>
  </div>
</template>

<style scoped>
.switcher {
  width: 15rem;
}
.plain {
  width: 100%;
  min-height: 36px;
  padding: 0 0.7rem;
  border: 1px solid #6d7567;
  border-radius: 3px;
  background: #3a4138;
  color: var(--bar-ink);
  font: inherit;
  font-weight: 600;
  text-align: left;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  cursor: pointer;
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
