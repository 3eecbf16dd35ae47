<script setup lang="ts">
/** A number or nothing. */
import { InputNumber } from "ant-design-vue";

const model = defineModel<number | null>({ required: true });
const take = (value: unknown) => (model.value = typeof value === "number" ? value : null);
</script>

<template>
  <InputNumber :value="model ?? undefined" @change="take" />
</template>
