<script setup lang="ts">
/** A day (YYYY-MM-DD) or nothing. */
import { DatePicker } from "ant-design-vue";
import { onMounted, useTemplateRef } from "vue";

const { ariaLabel = undefined } = defineProps<{ ariaLabel?: string }>();
const box = useTemplateRef<{ $el: HTMLElement }>("box");
// The component hands its attributes to a box around the field; a name belongs to the field.
onMounted(() => {
  if (ariaLabel) box.value?.$el.querySelector("input")?.setAttribute("aria-label", ariaLabel);
});

const model = defineModel<string | null>({ required: true });
const take = (value: unknown) => (model.value = typeof value === "string" && value ? value : null);
</script>

<template>
  <DatePicker ref="box" :value="model ?? undefined" value-format="YYYY-MM-DD" @change="take" />
</template>
