<script setup lang="ts">
/** What a lesson says: what was not fine, the cue, the drill and the note. */
import type { Schemas } from "@/shared/api/client";
import { upper } from "@/shared/texts/texts";
import { useStudentContext } from "@/shared/student/context";
import type { LessonText } from "../composables/draft";
import type { Check } from "./CheckList.vue";

const props = defineProps<{
  lesson: LessonText;
  checks: Check[];
  own: Schemas["OwnWordOut"][];
}>();
const { texts } = useStudentContext();
function wrong(lesson: LessonText): string {
  const seenWords = Object.entries(lesson.seen ?? {}).flatMap(([name, answer]) => {
    if (answer === "fine") return [];
    const check = props.checks.find((one) => one.name === name);
    const word = props.own.find((one) => one.name === name);
    if (check && check.own === null) return [check[answer]];
    return word ? [`${word.text}: ${texts.value.format(`lesson-${answer}`)}`] : [];
  });
  return upper(seenWords.join(", "));
}
const fault = (name: string) =>
  upper(props.own.find((one) => one.name === name)?.text ?? texts.value.format(name));
const line = (text: string | undefined) => (text ? upper(texts.value.format(text)) : "");
</script>

<template>
  <div class="text">
    <p v-if="wrong(lesson)">{{ wrong(lesson) }}.</p>
    <p v-if="lesson.faults?.length" class="quiet">{{ lesson.faults.map(fault).join(", ") }}</p>
    <p v-if="lesson.cue" class="cue">{{ line(lesson.cue) }}</p>
    <p v-if="lesson.drill" class="quiet">{{ line(lesson.drill) }}</p>
    <p v-if="lesson.note" class="quiet">{{ lesson.note }}</p>
  </div>
</template>

<style scoped>
.text {
  overflow-wrap: anywhere;
}
p {
  margin: 0;
  line-height: 1.3;
}
.cue {
  font-weight: 650;
}
</style>
