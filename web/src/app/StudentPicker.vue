<script setup lang="ts">
/** The list of students on the bar. */
import { ref } from "vue";
import StudentSelect from "@/shared/ui/StudentSelect.vue";
import Themed from "./Themed.vue";

defineProps<{ studentId: string; placeholder: string }>();
defineEmits<{ choose: [id: string] }>();
const select = ref<{ focus: (typed?: string) => void; blur: () => void } | null>(null);
defineExpose({
  focus: (typed?: string) => select.value?.focus(typed),
  blur: () => select.value?.blur(),
});
</script>

<template>
  <Themed>
    <StudentSelect
      ref="select"
      :student-id="studentId"
      :placeholder="placeholder"
      @choose="(id: string) => $emit('choose', id)"
    />
  </Themed>
</template>
