<script setup lang="ts">
/** The checkpoints in the order of the swing: the part that is being looked at is open, and of it one row asks. */
import { computed } from "vue";
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
const props = defineProps<{
  checks: Check[];
  seen: Record<string, Seen>;
  at: number;
}>();
const { texts } = useStudentContext();
defineEmits<{ look: [name: string, seen: Seen]; go: [at: number]; drop: [id: number] }>();
const PARTS = ["setup", "back", "through"] as const;
const ANSWERS = ["little", "fine", "much"] as const;
const open = computed(() => props.checks[props.at]?.part ?? "setup");
const ofPart = (part: Schemas["When"]) => props.checks.filter((check) => check.part === part);
const seenIn = (part: Schemas["When"]) => ofPart(part).filter((check) => props.seen[check.name]).length;
const answerText = (check: Check, answer: Seen) => (answer === "fine" ? "fine" : check[answer]);
</script>

<template>
  <div class="parts">
    <section v-for="part in PARTS" :key="part">
      <h2>
        <button
          type="button"
          class="part"
          :aria-expanded="part === open"
          @click="$emit('go', checks.indexOf(ofPart(part)[0]!))"
        >
          {{ texts.format(`lesson-${part}`) }}
          <span v-if="seenIn(part)" class="quiet num">{{ seenIn(part) }} of {{ ofPart(part).length }}</span>
        </button>
      </h2>
      <!-- What was seen stays in sight, also of a part that is not open. -->
      <div
        v-for="check in ofPart(part).filter((c) => part === open || seen[c.name])"
        :key="check.name"
        class="check"
        :class="{ at: checks[at] === check }"
        @click="$emit('go', checks.indexOf(check))"
      >
        <span class="label"
          ><button
            type="button"
            class="name"
            :aria-expanded="checks[at] === check"
            @click.stop="$emit('go', checks.indexOf(check))"
          >
            {{ check.label }}</button
          ><button
            v-if="check.own !== null && check.drops"
            type="button"
            class="drop"
            :aria-label="`Remove ${check.label} from the list`"
            @click="$emit('drop', check.own)"
          >
            ✕
          </button></span
        >
        <span v-if="checks[at] === check" class="answers" role="radiogroup" :aria-label="check.label">
          <button
            v-for="answer in ANSWERS"
            :key="answer"
            type="button"
            role="radio"
            :aria-checked="seen[check.name] === answer"
            :class="answer"
            @click.stop="$emit('look', check.name, answer)"
          >
            {{ answerText(check, answer) }}
          </button>
        </span>
        <span v-else-if="seen[check.name]" class="said" :class="seen[check.name]">{{
          answerText(check, seen[check.name]!)
        }}</span>
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
.part,
.name {
  width: 100%;
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.part::before {
  content: "▸ ";
  color: var(--ink-2);
  font-size: 0.8em;
}
.part[aria-expanded="true"]::before {
  content: "▾ ";
}
.said {
  padding: 0.2rem 0.5rem;
}
.said.fine {
  color: var(--field);
}
.said:not(.fine) {
  color: var(--clay);
}
</style>
