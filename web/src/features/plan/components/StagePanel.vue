<script setup lang="ts">
/** Contact, distance, trajectory: where the student stands, what is missing, and the coach's word. */
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent } from "@/shared/storage/own";
import type { Schemas } from "@/shared/api/client";
import { useStudentContext } from "@/shared/student/context";
import type { PlanPage } from "@/shared/api/queries";
import Hint from "@/shared/ui/Hint.vue";

const props = defineProps<{ page: PlanPage }>();
const emit = defineEmits<{
  stage: [stage: Schemas["Stage"] | ""];
  criteria: [changed: Schemas["CriteriaChange"]];
}>();

const { studentId, texts } = useStudentContext();
const choose = (name: string) =>
  emit("stage", props.page.standings.find((s) => s.stage === name)?.stage ?? "");
const PERCENT = 100;
type Criteria = Schemas["CriteriaBody"];
const shown = ({ over_balls, ...shares }: Criteria): Criteria => ({
  solid: Math.round(shares.solid * PERCENT),
  over_balls,
  cells: Math.round(shares.cells * PERCENT),
  launches: Math.round(shares.launches * PERCENT),
});
const {
  form: draft,
  changed,
  was,
} = useFormDraft(ofStudent(studentId.value, draftName("criteria")), shown(props.page.criteria), () =>
  shown(props.page.criteria),
);
const stored = (parts: Partial<Criteria>) =>
  Object.fromEntries(
    Object.entries(parts).map(([name, value]) => [name, name === "over_balls" ? value : value / PERCENT]),
  );
const send = () => emit("criteria", { ...stored(changed.value), was: stored(was.value) });
</script>

<template>
  <section class="sheet">
    <h2><Hint word="stage">Stage</Hint></h2>
    <ol>
      <li
        v-for="standing in page.standings"
        :key="standing.stage"
        :class="{ here: standing.stage === page.stage }"
      >
        <b>{{ standing.stage }}</b>
        <span>{{ standing.holds ? "holds" : "not yet" }}</span>
        <p v-if="standing.stage === page.stage" class="quiet">
          {{
            texts.format(`stage-${standing.stage}`, {
              good: standing.good,
              of: standing.of,
              share: standing.share,
              least: standing.least,
            })
          }}.
        </p>
      </li>
    </ol>
    <label
      >Set stage
      <select
        :value="page.by_hand ? page.stage : ''"
        @change="choose(($event.target as HTMLSelectElement).value)"
      >
        <option value="">by criteria</option>
        <option v-for="s in page.standings" :key="s.stage" :value="s.stage">{{ s.stage }}</option>
      </select></label
    >
    <details>
      <summary>Criteria</summary>
      <form @submit.prevent="send">
        <label>Solid % <input v-model.number="draft.solid" type="number" min="10" max="100" /></label>
        <label>of last <input v-model.number="draft.over_balls" type="number" min="5" max="100" /></label>
        <label
          >Shots within tolerance % <input v-model.number="draft.cells" type="number" min="10" max="100"
        /></label>
        <label
          >Launches in window % <input v-model.number="draft.launches" type="number" min="10" max="100"
        /></label>
        <button type="submit">Save</button>
      </form>
    </details>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0.3rem 0 0.6rem;
  padding: 0;
}
li {
  border-left: 4px solid var(--line);
  padding: 0.15rem 0 0.25rem 0.7rem;
}
li b {
  text-transform: capitalize;
  margin-right: 0.5rem;
}
li.here {
  border-color: var(--accent);
}
p {
  margin: 0;
  font-size: 0.93rem;
}
label {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.5rem;
  color: var(--ink-2);
  margin: 0.2rem 0;
}
input {
  width: 4.5rem;
  min-height: 36px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
summary {
  cursor: pointer;
  color: var(--accent);
  margin-top: 0.4rem;
}
button {
  min-height: 36px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: none;
  font: inherit;
  cursor: pointer;
}
</style>
