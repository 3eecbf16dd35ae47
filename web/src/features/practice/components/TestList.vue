<script setup lang="ts">
/** The tests, each with the student's own par today. */
import type { Schemas } from "@/shared/api/client";
import Hint from "@/shared/ui/Hint.vue";
import { useStudentContext } from "@/shared/student/context";

defineProps<{ trials: Schemas["TrialOut"][] }>();
const { texts } = useStudentContext();
defineEmits<{ take: [trial: Schemas["Trial"]] }>();
const of = (trial: Schemas["TrialOut"]) => (trial.form === "worse of two" ? trial.balls / 2 : trial.balls);
const share = (value: number) => Math.round(100 * value);
</script>

<template>
  <section>
    <h2>Tests <Hint word="par" /></h2>
    <button
      v-for="(trial, i) in trials"
      :key="trial.trial"
      type="button"
      class="test"
      :disabled="!trial.par"
      @click="$emit('take', trial.trial)"
    >
      <b class="slab">{{ texts.name("trial", trial.trial) }}</b> <kbd>{{ i + 1 }}</kbd>
      <span v-if="trial.par" class="par num"
        >par {{ trial.par.par
        }}<span class="quiet">{{ trial.scoring === "strokes" ? " strokes" : ` of ${of(trial)}` }}</span></span
      >
      <span class="quiet about">{{ texts.format(`trial-${trial.trial}.about`) }}</span>
      <span v-if="trial.norm" class="quiet about num"
        >{{ trial.norm.students }} students of this level. The middle half scores
        {{ share(trial.norm.lower) }} to {{ share(trial.norm.upper) }} %.</span
      >
    </button>
  </section>
</template>

<style scoped>
.test {
  display: grid;
  grid-template-columns: auto auto 1fr;
  align-items: baseline;
  gap: 0 0.5rem;
  width: 100%;
  padding: 0.35rem 0;
  text-align: left;
  border: 0;
  border-top: 1px solid var(--line);
  background: none;
  font: inherit;
  color: var(--ink);
  cursor: pointer;
}
.test:hover b {
  text-decoration: underline;
}
.test:disabled {
  cursor: default;
  color: var(--ink-2);
}
.par {
  text-align: right;
}
.about {
  grid-column: 1 / -1;
  line-height: 1.25;
  font-size: 0.93rem;
}
</style>
