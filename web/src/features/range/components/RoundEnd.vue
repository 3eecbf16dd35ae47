<script setup lang="ts">
/** What a round was worth against the student's own par. */
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";
import { betterWords } from "@/shared/api/practice";
import type { Round } from "../composables/calling";

const props = defineProps<{
  round: Round;
  points: number;
  kept: Schemas["RoundSaved"] | null;
}>();
defineEmits<{ again: []; leave: [] }>();
const strokes = computed(() => props.round.asked.scoring === "strokes");
const done = computed(() => props.kept?.round ?? null);
/** Until the server has said: by the par that came with the calls, if all of them were hit. */
const better = computed(() => {
  if (done.value) return done.value.better;
  const { beats } = props.round.asked.par;
  const whole = props.round.answers.length === props.round.asked.calls.length;
  return whole ? (beats[props.points] ?? null) : null;
});
const par = computed(() => done.value?.par ?? props.round.asked.par.par);
const score = computed(() => done.value?.points ?? props.points);
</script>

<template>
  <section class="end num">
    <h2>{{ round.title }}</h2>
    <p class="slab result">
      {{ strokes ? (done ? score : "…") : score }}
      <span>{{ strokes ? "strokes" : `of ${round.answers.length}` }}</span>
    </p>
    <p class="comparison">
      Par {{ par }}<template v-if="better !== null">: {{ betterWords(better) }}</template
      >.
    </p>
    <p class="quiet">
      <template v-if="!kept">Saved here. It sends when you're back online.</template>
      <template v-else-if="kept.balls || kept.left_out"
        >{{ kept.balls }} balls to confirm<template v-if="kept.left_out"
          >. {{ kept.left_out }} have no shot in the bag any more</template
        >.</template
      >
      <template v-else>The balls are in today's session, ready to confirm.</template>
    </p>
    <p>
      <button type="button" class="first" @click="$emit('again')">Play again <kbd>Enter</kbd></button>
      <button type="button" @click="$emit('leave')">Back to practice <kbd>Esc</kbd></button>
    </p>
  </section>
</template>

<style scoped>
.end {
  text-align: center;
  padding: 2rem 1rem;
}
.result {
  font-size: clamp(5rem, 16vw, 10rem);
  font-weight: 750;
  line-height: 1.1;
  margin: 0;
}
.result span {
  font-size: 0.3em;
  color: var(--ink-2);
}
.comparison {
  font-size: 1.5rem;
  margin: 0 0 0.6rem;
}
button {
  min-height: 48px;
  padding: 0 1.1rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  cursor: pointer;
}
.first {
  background: var(--accent);
  border-color: var(--accent);
  color: #fff;
}
.first kbd {
  background: none;
  color: inherit;
}
</style>
