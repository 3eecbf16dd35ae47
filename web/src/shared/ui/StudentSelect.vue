<script setup lang="ts">
/** A student by name: the server is asked when typing pauses. */
import { refDebounced } from "@vueuse/core";
import { Select } from "ant-design-vue";
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from "vue";
import { useStudent, useStudents } from "@/shared/api/queries";

const SEARCH_MS = 120;
const SHOWN = 30;

export interface Also {
  value: string;
  label: string;
}
const props = defineProps<{
  studentId: string;
  placeholder: string;
  inputId?: string;
  /** What is found beside students. */
  also?: ((search: string) => Also[]) | undefined;
}>();
const emit = defineEmits<{ choose: [id: string]; other: [value: string] }>();

const search = ref("");
const asked = refDebounced(search, SEARCH_MS);
const students = useStudents(() => ({ search: asked.value, size: SHOWN }));
const current = useStudent(() => props.studentId);
const select = ref<{ focus: () => void; blur: () => void } | null>(null);
const open = ref(false);

const others = computed(() => (search.value.trim() && props.also ? props.also(search.value) : []));
const options = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/);
  // Filtered here as well: without a network the rows are those of an earlier question.
  const found = (students.data.value?.rows ?? [])
    .filter((s) => words.every((word) => s.name.toLowerCase().includes(word)))
    .map((s) => ({ value: s.id, label: s.name }));
  const here = current.data.value;
  // The chosen student has a name even where the search leaves him or her out.
  const known = !here || here.id !== props.studentId || found.some((o) => o.value === here.id);
  if (!search.value && !known) found.unshift({ value: here.id, label: here.name });
  return [...found, ...others.value];
});

// The library leaves its search field without a name, and pointing at a list that is not there.
const box = useTemplateRef<HTMLElement>("box");
async function mend(): Promise<void> {
  await nextTick();
  const field = box.value?.querySelector("input");
  field?.setAttribute("aria-label", "Student");
  if (open.value) return;
  for (const name of ["activedescendant", "owns", "controls"]) field?.removeAttribute(`aria-${name}`);
}
onMounted(mend);
watch([open, options], mend);

function look(text: string): void {
  search.value = text;
  if (text) open.value = true;
}
function choose(id: unknown): void {
  const other = others.value.some((one) => one.value === id);
  open.value = false;
  search.value = "";
  if (other) emit("other", String(id));
  else emit("choose", String(id));
}
/** Into the field, with its list open or not; what was typed before it was there is the search. */
function focus(typed = "", show = true): void {
  open.value = show;
  if (typed) search.value = typed;
  select.value?.focus();
}
function blur(): void {
  open.value = false;
  select.value?.blur();
}
defineExpose({ focus, blur });
</script>

<template>
  <div ref="box">
    <Select
      :id="inputId"
      ref="select"
      v-model:open="open"
      class="students"
      show-search
      :placeholder="placeholder"
      :value="studentId || undefined"
      :options="options"
      :filter-option="false"
      :search-value="search"
      :dropdown-match-select-width="280"
      :not-found-content="also ? 'No match.' : 'No student with this name.'"
      @search="look"
      @select="choose"
    />
  </div>
</template>

<style scoped>
.students {
  width: 100%;
}
</style>
