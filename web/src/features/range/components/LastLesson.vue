<script setup lang="ts">
/** The last lesson in one line, and the student's own position at the swing being hit. */
import { computed, ref, watch } from "vue";
import { useLessons } from "@/shared/api/lessons";
import { daysAgo } from "@/shared/format/dates";
import { useStudentContext } from "@/shared/student/context";
import { upper } from "@/shared/texts/texts";

const props = defineProps<{ studentId: string; swing: string; height: string }>();
const { texts } = useStudentContext();
const { last, still } = useLessons(() => props.studentId);
const picture = computed(() => still(props.swing, props.height));
const large = ref(false);
watch(
  () => picture.value?.id,
  () => (large.value = false),
);
const line = computed(() => {
  const { cue = "", note = "" } = last.value ?? {};
  return cue ? upper(texts.value.format(cue)) : note;
});
</script>

<template>
  <div v-if="last || picture" class="last">
    <button v-if="picture" type="button" :aria-expanded="large" @click="large = !large">
      <img :src="picture.address" :alt="`Position at ${swing}`" :class="{ large }" loading="lazy" />
    </button>
    <p v-if="last && line">
      <RouterLink :to="{ name: 'lesson', params: { studentId } }">Lesson {{ daysAgo(last.day) }}</RouterLink
      >: {{ line }}
    </p>
  </div>
</template>

<style scoped>
.last {
  display: flex;
  align-items: flex-start;
  gap: 0.6rem;
  margin-top: 0.3rem;
}
p {
  margin: 0;
  font-weight: 600;
  overflow-wrap: anywhere;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
button {
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
  min-width: 44px;
  min-height: 44px;
}
img {
  display: block;
  height: 3.6rem;
  border-radius: 3px;
}
img.large {
  height: min(24rem, 60vh);
}
</style>
