<script setup lang="ts">
/** The lessons before: what was not fine, the cue and the drill. */
import type { Schemas } from "@/shared/api/client";
import { daysAgo } from "@/shared/format/dates";
import { upper } from "@/shared/texts/texts";
import { useStudentContext } from "@/shared/student/context";
import type { Check } from "./CheckList.vue";

const props = defineProps<{
  lessons: Schemas["LessonOut"][];
  checks: Check[];
  own: Schemas["OwnWordOut"][];
}>();
const { texts } = useStudentContext();
defineEmits<{ open: [day: string] }>();
function wrong(lesson: Schemas["LessonOut"]): string {
  const seenWords = Object.entries(lesson.seen ?? {}).flatMap(([name, answer]) => {
    if (answer === "fine") return [];
    const check = props.checks.find((one) => one.name === name);
    const word = props.own.find((one) => one.name === name);
    if (check && check.own === null) return [check[answer]];
    return word ? [`${word.text}: ${texts.value.format(`lesson-${answer}`)}`] : [];
  });
  return upper(seenWords.join(", "));
}
const line = (text: string | undefined) => (text ? upper(texts.value.format(text)) : "");
</script>

<template>
  <section>
    <h2>Before</h2>
    <p v-if="!lessons.length" class="quiet">
      No lesson is written down yet. The last one stands here, and on the range.
    </p>
    <article v-for="lesson in lessons.slice(0, 6)" :key="lesson.day">
      <button type="button" @click="$emit('open', lesson.day)">
        {{ daysAgo(lesson.day) }}
        <span class="quiet">{{ lesson.by }}</span>
      </button>
      <p v-if="wrong(lesson)">{{ wrong(lesson) }}.</p>
      <p v-if="lesson.cue" class="cue">{{ line(lesson.cue) }}</p>
      <p v-if="lesson.drill" class="quiet">{{ line(lesson.drill) }}</p>
      <p v-if="lesson.note" class="quiet">{{ lesson.note }}</p>
    </article>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--line);
  padding: 0.25rem 0 0.4rem;
  overflow-wrap: anywhere;
}
p {
  margin: 0;
  line-height: 1.3;
}
.cue {
  font-weight: 650;
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
