<script setup lang="ts">
/** The checkpoints in the order of the swing, each with what was wrong in its own words. */
import type { Schemas } from "@/shared/api/client";
import { useStudentContext } from "@/shared/student/context";
import type { Seen } from "../composables/draft";

export interface Check {
  name: string;
  part: Schemas["When"];
  label: string;
  much: string;
  little: string;
  own: number | null;
  /** Whether it may be taken off the list here. */
  drops: boolean;
}
defineProps<{
  checks: Check[];
  seen: Record<string, Seen>;
  at: number;
}>();
const { texts } = useStudentContext();
defineEmits<{ look: [name: string, seen: Seen]; go: [at: number]; drop: [id: number] }>();
const PARTS = ["setup", "back", "through"] as const;
const ANSWERS = ["little", "fine", "much"] as const;
const answerText = (check: Check, answer: Seen) => (answer === "fine" ? "fine" : check[answer]);
</script>

<template>
  <div class="parts">
    <section v-for="part in PARTS" :key="part">
      <h2>{{ texts.format(`lesson-${part}`) }}</h2>
      <div
        v-for="check in checks.filter((c) => c.part === part)"
        :key="check.name"
        class="check"
        :class="{ at: checks[at] === check }"
        role="radiogroup"
        :aria-label="check.label"
        @click="$emit('go', checks.indexOf(check))"
      >
        <span class="label"
          >{{ check.label
          }}<button
            v-if="check.own !== null && check.drops"
            type="button"
            class="drop"
            :aria-label="`Take ${check.label} off the list`"
            @click="$emit('drop', check.own)"
          >
            ✕
          </button></span
        >
        <span class="answers">
          <button
            v-for="answer in ANSWERS"
            :key="answer"
            type="button"
            role="radio"
            :aria-checked="seen[check.name] === answer"
            :class="answer"
            @click="$emit('look', check.name, answer)"
          >
            {{ answerText(check, answer) }}
          </button>
        </span>
      </div>
    </section>
  </div>
</template>

<style scoped>
h2 {
  margin: 0.7rem 0 0.15rem;
}
section:first-child h2 {
  margin-top: 0;
}
.check {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.7fr);
  align-items: center;
  gap: 0.6rem;
  border-top: 1px solid var(--line);
  border-left: 4px solid transparent;
  padding: 0.1rem 0 0.1rem 0.5rem;
}
.check.at {
  border-left-color: var(--accent);
  background: var(--accent-soft);
}
.label {
  line-height: 1.2;
}
.answers {
  display: grid;
  grid-template-columns: 1fr 3.4rem 1fr;
}
button {
  min-height: 36px;
  padding: 0.1rem 0.35rem;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  color: var(--ink-2);
  font: inherit;
  font-size: 0.93rem;
  line-height: 1.1;
  cursor: pointer;
}
.answers button + button {
  border-left: 0;
}
[aria-checked="true"] {
  background: var(--clay-soft);
  color: var(--ink);
  font-weight: 650;
}
.fine[aria-checked="true"] {
  background: var(--field-ground);
}
.drop {
  min-height: 24px;
  border: 0;
  background: none;
}
@media (max-width: 760px) {
  .check {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.1rem;
    padding: 0.3rem 0 0.3rem 0.4rem;
  }
  button {
    min-height: 44px;
  }
}
</style>
