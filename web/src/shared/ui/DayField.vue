<script setup lang="ts">
/**
 * A day (YYYY-MM-DD), a time of day (HH:MM), or nothing. The browser's own field: a phone brings its
 * calendar, and the parts stand in the reader's order.
 */
import { ref } from "vue";

const { kind = "date", required = false } = defineProps<{
  kind?: "date" | "time";
  required?: boolean;
}>();
defineOptions({ inheritAttrs: false });
const model = defineModel<string | null>({ required: true });
const trouble = ref("");
const BOUNDS = { date: { min: "1900-01-01", max: "2199-12-31" }, time: {} };
const WHOLE = { date: "Incomplete date", time: "Incomplete time" };

/** Half a day is nothing yet: what stood there is kept. */
function take(event: Event): void {
  const field = event.target as HTMLInputElement;
  if (!field.validity.valid) return;
  trouble.value = "";
  model.value = field.value || null;
}
function leave(event: Event): void {
  const field = event.target as HTMLInputElement;
  if (field.validity.valid) return;
  trouble.value = `${WHOLE[kind]}: ${model.value ? "the old value stays" : "not saved"}.`;
  field.value = "";
  field.value = model.value ?? "";
}
</script>

<template>
  <input
    class="when num"
    :type="kind"
    v-bind="{ ...BOUNDS[kind], ...$attrs }"
    :required="required"
    :value="model ?? ''"
    @input="take"
    @blur="leave"
  />
  <small v-if="trouble" role="alert" class="trouble">{{ trouble }}</small>
</template>

<style scoped>
.trouble {
  display: block;
  color: var(--clay);
}
</style>
