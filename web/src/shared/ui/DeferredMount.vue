<script setup lang="ts">
/** A part of a view that comes in a turn of its own, after those above it. */
import { onBeforeUnmount, onMounted, ref } from "vue";
import { inLaterTurn } from "./yieldToMain";

const there = ref(false);
let gone = false;
onMounted(() => inLaterTurn(() => (there.value = !gone)));
onBeforeUnmount(() => (gone = true));
</script>

<template>
  <slot v-if="there" />
</template>
