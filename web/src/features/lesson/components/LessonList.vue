<script setup lang="ts">
/** The lessons before: what was not fine, the cue and the drill. */
import type { Schemas } from "@/shared/api/client";
import { daysAgo } from "@/shared/format/dates";
import type { Check } from "./CheckList.vue";
import LessonText from "./LessonText.vue";

defineProps<{
  lessons: Schemas["LessonOut"][];
  checks: Check[];
  own: Schemas["OwnWordOut"][];
}>();
defineEmits<{ open: [day: string] }>();
</script>

<template>
  <section>
    <h2>Earlier lessons</h2>
    <p v-if="!lessons.length" class="quiet">No lessons yet.</p>
    <article v-for="lesson in lessons.slice(0, 6)" :key="lesson.day">
      <button type="button" @click="$emit('open', lesson.day)">
        {{ daysAgo(lesson.day) }}
        <span class="quiet">{{ lesson.by }}</span>
      </button>
      <LessonText :lesson="lesson" :checks="checks" :own="own" />
    </article>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--line);
  padding: 0.25rem 0 0.4rem;
}
button {
  border: 0;
  padding: 0;
  min-height: 36px;
  background: none;
  color: var(--accent);
  font: inherit;
  cursor: pointer;
}
</style>
