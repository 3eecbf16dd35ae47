<script setup lang="ts">
/** The plan beside the keypad: where we are and what comes next. */
import { cellName, type CellAddress } from "@/shared/api/cells";
import type { PlanItem } from "@/shared/api/queries";
import { howWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";
import type { Step } from "../composables/plan";

defineProps<{ title: string; steps: Step[]; left: number; studentId: string }>();
const { texts } = useStudentContext();
defineEmits<{ go: [address: CellAddress, item: PlanItem]; next: [] }>();
</script>

<template>
  <section class="plan">
    <div class="top">
      <h2>
        <RouterLink :to="{ name: 'plan', params: { studentId } }" title="Change the plan">{{
          texts.name("protocol", title) || "Plan"
        }}</RouterLink>
      </h2>
      <span class="quiet num">{{ left ? `${left} balls left` : "done" }}</span>
      <button v-if="left" type="button" class="next" @click="$emit('next')">Next <kbd>n</kbd></button>
      <RouterLink v-else :to="{ name: 'review', params: { studentId } }">Confirm</RouterLink>
    </div>
    <ol>
      <li v-for="(step, i) in steps" :key="i" :class="{ here: step.here, done: step.hit >= step.item.balls }">
        <button type="button" @click="$emit('go', step.address, step.item)">
          <span class="name">{{ cellName(step.address) }}</span>
          <span class="quiet">{{ howWords(texts, step.item) }}</span>
          <span class="num count">{{ step.hit }} of {{ step.item.balls }}</span>
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.plan {
  border-top: 1px solid var(--line);
  margin-top: 0.8rem;
  padding-top: 0.5rem;
}
.top {
  display: flex;
  align-items: center;
  gap: 0.7rem;
}
.next {
  margin-left: auto;
  min-height: 44px;
  padding: 0 0.9rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.top a {
  margin-left: auto;
}
ol {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
  max-height: 19rem;
  overflow-y: auto;
}
li button {
  width: 100%;
  min-height: 40px;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  border: 0;
  border-left: 4px solid transparent;
  border-bottom: 1px solid var(--line);
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
.here button {
  border-left-color: var(--accent);
  background: var(--accent-soft);
}
.here .name {
  font-weight: 650;
}
.done {
  color: var(--ink-2);
}
.done .name {
  text-decoration: line-through;
}
.count {
  margin-left: auto;
}
</style>
