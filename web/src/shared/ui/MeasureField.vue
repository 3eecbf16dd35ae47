<script setup lang="ts">
/** A number in the reader's unit for a value that is kept in another; empty is none. */
import { computed, ref } from "vue";
import type { Measure } from "@/shared/units/units";

const props = withDefaults(
  defineProps<{
    value: number | null | undefined;
    measure: Measure;
    digits?: number;
    /** Bounds of the value that is kept. */
    least?: number;
    most?: number;
    step?: number | "any";
    /** The unit stands elsewhere. */
    bare?: boolean;
  }>(),
  { digits: 1, step: "any", least: undefined, most: undefined },
);
const emit = defineEmits<{ set: [stored: number | null] }>();
defineOptions({ inheritAttrs: false });

/** As it is being typed: what is kept of it must not change it under the fingers. */
const typing = ref<string | null>(null);
const shown = computed(() => {
  if (typing.value !== null) return typing.value;
  return props.value == null ? "" : String(Number(props.measure.show(props.value, props.digits)));
});
const bound = (stored: number | undefined) =>
  stored === undefined ? undefined : Number(props.measure.show(stored, 1));
function typed(event: Event): void {
  const { value } = event.target as HTMLInputElement;
  typing.value = value;
  emit("set", value === "" ? null : props.measure.stored(Number(value)));
}
</script>

<template>
  <span class="measure">
    <input
      v-bind="$attrs"
      :value="shown"
      type="number"
      inputmode="decimal"
      :min="bound(least)"
      :max="bound(most)"
      :step="step"
      @input="typed"
      @change="typed"
      @blur="typing = null"
    />
    <span v-if="!bare">{{ measure.sign }}</span>
  </span>
</template>

<style scoped>
.measure {
  display: inline-flex;
  align-items: center;
  gap: 0.3rem;
}
input {
  width: 4.6rem;
  min-height: 44px;
  font: inherit;
  padding: 0 0.45rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
</style>
