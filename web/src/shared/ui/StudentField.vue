<script setup lang="ts">
/** A student in a form, by name. The list behind the field is loaded when somebody comes to it. */
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef } from "vue";
import { useStudent } from "@/shared/api/queries";
import Sentence from "./Sentence.vue";

const load = () => import("./StudentSelect.vue");
const StudentSelect = defineAsyncComponent(load);

const props = defineProps<{ studentId: string; placeholder: string; inputId: string }>();
const emit = defineEmits<{ choose: [id: string] }>();
const current = useStudent(() => props.studentId);
const name = computed(() => current.data.value?.name ?? "");
const there = ref(false);
const select = ref<{ focus: (typed: string, show: boolean) => void } | null>(null);
const field = useTemplateRef<HTMLInputElement>("field");
const typed = ref("");
const trouble = ref("");
const pressed = ref(false);
let here = false;

async function enter(): Promise<void> {
  try {
    await load();
  } catch {
    trouble.value =
      "Students couldn't load. What you typed is saved. Try this field again when you're online.";
    return;
  }
  here = document.activeElement === field.value;
  there.value = true;
}
/** The list stands in the field's place. */
async function stand(): Promise<void> {
  await nextTick();
  // Who has gone on meanwhile is not called back; what was typed before the list came is its search.
  if (here) select.value?.focus(typed.value, pressed.value || !!typed.value);
}
</script>

<template>
  <StudentSelect
    v-if="there"
    ref="select"
    :input-id="inputId"
    :student-id="studentId"
    :placeholder="placeholder"
    @vue:mounted="stand"
    @choose="(id: string) => emit('choose', id)"
  />
  <template v-else>
    <input
      :id="inputId"
      ref="field"
      v-model="typed"
      type="text"
      role="combobox"
      :aria-expanded="false"
      aria-haspopup="listbox"
      autocomplete="off"
      :class="{ chosen: name }"
      :placeholder="name || placeholder"
      @pointerdown="pressed = true"
      @focus="enter"
      @keydown.enter.prevent
    />
    <Sentence :text="trouble" />
  </template>
</template>

<style scoped>
input {
  width: 100%;
  height: 36px;
  padding: 0 0.7rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
input::placeholder {
  color: var(--ink-2);
  opacity: 1;
}
.chosen::placeholder {
  color: var(--ink);
}
</style>
