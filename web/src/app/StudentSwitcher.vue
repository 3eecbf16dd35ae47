<script setup lang="ts">
/** The student on the bar: type to search, Enter goes to the same place of the other student. */
import { refDebounced } from "@vueuse/core";
import { Select } from "ant-design-vue";
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useStudent, useStudents } from "@/shared/api/queries";
import { key, useKeys } from "@/shared/keys/useKeys";

/** The server is asked when typing pauses, for so many names. */
const SEARCH_MS = 120;
const SHOWN = 30;

const props = defineProps<{ studentId: string }>();
const route = useRoute();
const router = useRouter();
const search = ref("");
const asked = refDebounced(search, SEARCH_MS);
const students = useStudents(() => ({ search: asked.value, size: SHOWN }));
const current = useStudent(() => props.studentId);
const select = ref<{ focus: () => void } | null>(null);
const open = ref(false);

// The library leaves its search field without a name, and pointing at a list that is not there.
const box = useTemplateRef<HTMLElement>("box");
async function mend(): Promise<void> {
  await nextTick();
  const field = box.value?.querySelector("input");
  field?.setAttribute("aria-label", "Student");
  if (!open.value) field?.removeAttribute("aria-activedescendant");
}
onMounted(mend);
watch(open, mend);

const options = computed(() => {
  const found = (students.data.value?.rows ?? []).map((s) => ({ value: s.id, label: s.name }));
  const here = current.data.value;
  // The student on the bar has a name even where the search leaves him or her out.
  if (
    !search.value &&
    here &&
    here.id === props.studentId &&
    !found.some((o) => o.value === here.id)
  )
    found.unshift({ value: here.id, label: here.name });
  return found;
});

useKeys("Students", [
  key("/", "find a student", "/", () => {
    open.value = true;
    select.value?.focus();
  }),
]);

function go(id: unknown): void {
  open.value = false;
  search.value = "";
  const place = props.studentId && route.name ? String(route.name) : "matrix";
  void router.push({ name: place, params: { studentId: String(id) } });
}
</script>

<template>
  <div ref="box" class="box">
    <Select
      ref="select"
      v-model:open="open"
      class="switcher"
      popup-class-name="switcher-list"
      show-search
      placeholder="Find a student  /"
      :value="studentId || undefined"
      :options="options"
      :filter-option="false"
      :dropdown-match-select-width="280"
      not-found-content="No student of this name."
      @search="(text: string) => (search = text)"
      @select="go"
    />
  </div>
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
  .box {
    flex: 1;
    min-width: 8rem;
  }
  .switcher {
    width: 100%;
  }
}
</style>
