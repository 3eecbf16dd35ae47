<script setup lang="ts">
/** A day (YYYY-MM-DD) or nothing. */
import { DatePicker } from "ant-design-vue";

const model = defineModel<string | null>({ required: true });
const take = (value: unknown) => (model.value = typeof value === "string" && value ? value : null);
</script>

<template>
  <DatePicker :value="model ?? undefined" value-format="YYYY-MM-DD" @change="take" />
</template>
