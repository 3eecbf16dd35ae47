<script setup lang="ts">
/** One quiet line about a ball far from what its cell and the day say; typing on answers it too. */
import { computed } from "vue";
import { cellName } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{ question: Schemas["QuestionOut"] }>();
const { units } = useStudentContext();
defineEmits<{ mishit: []; move: [] }>();
const balls = computed(() => {
  const n = props.question.uids.length;
  return n === 1 ? "The last ball is" : `The last ${n} balls are`;
});
const off = computed(() => {
  const { off_yd: yards, usual_yd: usual } = props.question;
  const by = `${units.value.show(Math.abs(yards))} ${units.value.unit}`;
  return `${by} ${yards < 0 ? "short of" : "past"} the usual ${units.value.show(usual)}`;
});
const first = computed(() => (props.question.strike === "hard" ? "a harder swing" : "a mishit"));
</script>

<template>
  <p class="ask" role="status">
    <span>{{ balls }} {{ off }}:</span>
    <template v-for="guess in question.guesses" :key="guess">
      <button v-if="guess === 'other cell'" type="button" @click="$emit('move')">
        {{ question.other ? cellName(question.other) : "" }}? <kbd>c</kbd>
      </button>
      <button v-else type="button" @click="$emit('mishit')">{{ first }}? <kbd>m</kbd></button>
    </template>
    <span class="quiet">or type the next ball</span>
  </p>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.5rem;
  margin: 0.4rem 0 0;
  padding: 0.2rem 0.6rem;
  border-left: 3px solid var(--accent);
}
button {
  min-height: 44px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
</style>
