<script setup lang="ts">
/** A yardage looked up from any view, by one key. */
import { ref } from "vue";
import { key, useKeys } from "@/shared/keys/useKeys";
import LookUpBox from "./LookUpBox.vue";

defineProps<{ studentId: string }>();
const open = ref(false);
// Made when it is first asked for; what was said of the air stands when it is asked again.
const used = ref(false);
useKeys("Look up", [
  key("y", "look up a distance", "y", () => {
    open.value = used.value = true;
  }),
]);
</script>

<template>
  <LookUpBox v-if="used" v-model="open" :student-id="studentId" />
</template>
