<script setup lang="ts">
/**
 * The student on the bar: type to search, Enter goes to the same place of the other student. The
 * list behind it is loaded when it is asked for: most views never need it.
 */
import { computed, defineAsyncComponent, nextTick, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useStudent, useWords } from "@/shared/api/queries";
import { useTexts } from "@/shared/texts/texts";
import type { Place } from "./BarPlaces.vue";
import { holdKeys, key, keyGroups, takeHeldText, useKeys } from "@/shared/keys/useKeys";

const StudentPicker = defineAsyncComponent(() => import("./StudentPicker.vue"));

const props = defineProps<{ studentId: string; places: Place[] }>();
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
useKeys("Search", [key("/", "search students, pages, terms and actions", "/", ask)]);

const words = useWords();
const texts = useTexts();
/** Places, actions of this view and words, as they are named. */
function also(search: string): { value: string; label: string }[] {
  const wanted = search.trim().toLowerCase();
  const actions = keyGroups.flatMap((group) => group.bindings).filter((b) => b.name && b.name !== "/");
  return [
    ...props.places.map((p) => ({
      value: `place:${p.name}`,
      label: p.letter ? `Go to ${p.label} (g ${p.letter})` : `Go to ${p.label}`,
    })),
    ...actions.map((b) => ({ value: `action:${b.name}`, label: `${b.does} (${b.shown})` })),
    ...(words.data.value?.glossary ?? []).map((id) => ({
      value: `word:${id}`,
      label: `${texts.value.name("word", id)}: what it means`,
    })),
  ]
    .filter((one) => one.label.toLowerCase().includes(wanted))
    .slice(0, MOST);
}
const MOST = 12;
function other(value: string): void {
  picker.value?.blur();
  const [kind = "", name = ""] = value.split(/:(.*)/s);
  if (kind === "word") void router.push({ name: "words", query: { word: name } });
  else if (kind === "place") {
    const place = props.places.find((one) => one.name === name);
    if (place) void router.push(place.to);
  } else {
    const event = new KeyboardEvent("keydown", { key: name, bubbles: true, cancelable: true });
    // What was searched has the focus; the action is the view's.
    (document.activeElement as HTMLElement | null)?.blur();
    // Not before the Enter that chose it is over: it would press what the action opens.
    setTimeout(() => document.body.dispatchEvent(event));
  }
}

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
      placeholder="Search /"
      :also="also"
      @vue:mounted="ready"
      @choose="go"
      @other="other"
    />
    <button v-else type="button" class="plain" :title="name" @click="ask">
      {{ name || "Search /" }}
    </button>
  </div>
</template>

<style scoped>
.switcher {
  width: 13rem;
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
