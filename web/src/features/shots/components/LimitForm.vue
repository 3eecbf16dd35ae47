<script setup lang="ts">
/** What a proposal may take: the longest controlled swing, and how wide an estimate may be. */
import { computed, ref, watch } from "vue";
import type { Schemas } from "@/shared/api/client";
import type { Student } from "@/shared/api/queries";
import { useStudentContext } from "@/shared/student/context";
import { FIRST_WIDTH_YD } from "../composables/played";

const props = defineProps<{
  student: Student;
  longest: Schemas["LongestOut"];
  busy: boolean;
}>();
const { units } = useStudentContext();
const emit = defineEmits<{
  change: [fields: { longest?: string; estimates_yd?: number | null }];
}>();

const width = computed(() => props.student.estimates_yd);
const typed = ref<number | null>(null);
watch(width, (yards) => (typed.value = yards === null ? null : Number(units.value.show(yards, 1))), {
  immediate: true,
});
const value = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value;
function keepWidth(): void {
  if (typed.value) emit("change", { estimates_yd: units.value.yards(typed.value) });
}
</script>

<template>
  <section class="sheet">
    <h2>Limits for suggestions</h2>
    <label>
      Longest controlled swing
      <select :value="student.longest" :disabled="busy" @change="emit('change', { longest: value($event) })">
        <option value="">by scale and level{{ longest.own ? "" : `: ${longest.label}` }}</option>
        <option v-for="position in student.scale.positions" :key="position.label">
          {{ position.label }}
        </option>
      </select>
    </label>
    <p class="quiet">
      Nothing longer is suggested{{
        longest.full_too ? ", except a full swing with the strongest wedge where nothing else reaches" : ""
      }}.
    </p>
    <label class="row">
      <input
        type="checkbox"
        :checked="width !== null"
        :disabled="busy"
        @change="emit('change', { estimates_yd: width === null ? FIRST_WIDTH_YD : null })"
      />
      Allow estimated shots
    </label>
    <label v-if="width !== null" class="row"
      >up to ±
      <input v-model.number="typed" type="number" min="0.5" max="20" step="0.5" @change="keepWidth" />
      {{ units.unit }}</label
    >
  </section>
</template>

<style scoped>
label {
  display: block;
  margin-top: 0.4rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
}
select,
input[type="number"] {
  min-height: 36px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
select {
  width: 100%;
}
input[type="number"] {
  width: 4.4rem;
}
p {
  margin: 0.25rem 0;
}
</style>
