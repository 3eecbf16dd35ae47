<script setup lang="ts">
/** The list of students on the bar. */
import { ref } from "vue";
import StudentSelect, { type Also } from "@/shared/ui/StudentSelect.vue";
import Themed from "./Themed.vue";

defineProps<{
  studentId: string;
  placeholder: string;
  also: (search: string) => Also[];
}>();
defineEmits<{ choose: [id: string]; other: [value: string] }>();
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
      :also="also"
      @choose="(id: string) => $emit('choose', id)"
      @other="(value: string) => $emit('other', value)"
    />
  </Themed>
</template>
