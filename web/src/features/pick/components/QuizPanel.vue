<script setup lang="ts">
/** One of the ten: the shots to choose from, then what the choice cost against the pick. */
import { computed } from "vue";
import { shotWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";
import type { Pick, Picked } from "../composables/pick";
import { idOf, type useQuiz } from "../composables/quiz";

const props = defineProps<{
  quiz: ReturnType<typeof useQuiz>;
  answer: Pick | null;
}>();
const { units, texts } = useStudentContext();
const LETTERS = "123456789abcdefghijk";
const nameOf = (shot: Picked) =>
  shotWords(texts.value, { ...shot.key, back_in: shot.back_in, down_in: shot.down_in });
/** By what they carry at home, as the card has them: their order tells nothing. */
const choices = computed(() =>
  [...(props.answer?.shots ?? [])].sort((a, b) => a.standard_yd - b.standard_yd),
);
const strokes = (value: number) => texts.value.format("pick-strokes", { strokes: Math.max(0, value) });
const said = computed(() => props.quiz.answered.value);
const chosen = computed(() => choices.value.find((shot) => idOf(shot) === said.value?.shot));
const best = computed(() => choices.value.find((shot) => idOf(shot) === said.value?.pick));
defineExpose({
  choose(letter: string): boolean {
    const shot = choices.value[LETTERS.indexOf(letter)];
    if (!shot || !props.answer || said.value) return false;
    props.quiz.answer(shot, props.answer);
    return true;
  },
});
</script>

<template>
  <section class="num">
    <template v-if="quiz.done.value">
      <h2>{{ quiz.asGood.value }} of {{ quiz.round.value?.balls.length }} as good as the pick</h2>
      <p>{{ strokes(quiz.lost.value) }} strokes lost in all. Round {{ quiz.round.value?.seed }}.</p>
      <p>
        <button type="button" @click="quiz.begin()">Another ten <kbd>Enter</kbd></button>
        <button type="button" @click="quiz.begin(quiz.round.value?.seed)">Same ten again</button>
        <button type="button" @click="quiz.close()">Close <kbd>Esc</kbd></button>
      </p>
    </template>
    <template v-else>
      <h2>Ball {{ quiz.shown.value + 1 }} of {{ quiz.round.value?.balls.length }}: which shot?</h2>
      <ol>
        <li v-for="(shot, i) in choices" :key="idOf(shot)">
          <button
            type="button"
            :disabled="!!said"
            :class="{ pick: said?.pick === idOf(shot), mine: said?.shot === idOf(shot) }"
            @click="answer && quiz.answer(shot, answer)"
          >
            <kbd>{{ LETTERS[i] }}</kbd> {{ nameOf(shot) }}
            <span class="quiet">{{ units.show(shot.standard_yd) }}</span>
            <span v-if="said" class="more">{{
              said.pick === idOf(shot) ? "the pick" : `+${strokes(shot.more)}`
            }}</span>
          </button>
        </li>
      </ol>
      <template v-if="said && best">
        <p class="told">
          <template v-if="said.more <= quiz.least.value">As good as the pick.</template>
          <template v-else-if="chosen"
            >{{ nameOf(chosen) }} costs {{ strokes(said.more) }} more than {{ nameOf(best) }}.</template
          >
          {{ best.reasons[0] ? `${texts.sentence(best.reasons[0])}.` : "" }}
        </p>
        <button type="button" class="next" @click="quiz.next()">Next <kbd>Enter</kbd></button>
      </template>
      <button type="button" @click="quiz.close()">Close <kbd>Esc</kbd></button>
    </template>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0.4rem 0;
  padding: 0;
  display: grid;
  gap: 0.25rem;
}
button {
  min-height: 44px;
  padding: 0 0.7rem;
  font: inherit;
  text-align: left;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  cursor: pointer;
}
li button {
  width: 100%;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 40px;
}
button:disabled {
  cursor: default;
}
.more {
  margin-left: auto;
}
.pick {
  border-color: var(--field);
  background: var(--field-ground);
  color: var(--ink);
  font-weight: 650;
}
.mine {
  outline: 3px solid var(--accent);
}
.told {
  font-weight: 600;
}
.next {
  margin-right: 0.5rem;
  background: var(--accent);
  color: var(--sheet);
}
</style>
