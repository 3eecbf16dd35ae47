<script setup lang="ts">
/** The thread of the first day, over every view: what is done, what is next, skip, put away. */
import { useDocumentVisibility, useIntervalFn } from "@vueuse/core";
import { computed, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { outboxState } from "@/shared/outbox/outbox";
import { BALLS, STEPS, useThread } from "../composables/thread";

const thread = useThread();
const { on, step, past, balls, student } = thread;
const route = useRoute();
const router = useRouter();
const visible = useDocumentVisibility();
const EVERY_MS = 2500;

/** A thread without a network waits: what is done is asked for again later. */
const look = () => void thread.look().catch(() => undefined);
useIntervalFn(() => {
  if (on.value && step.value && visible.value === "visible") look();
}, EVERY_MS);
watch([() => route.fullPath, () => outboxState.waiting, student], look, { immediate: true });

const to = computed(() => {
  const next = step.value;
  if (!next) return null;
  if (next.place === "new-student") return "/students/new";
  return student.value ? `/s/${student.value}/${next.place}` : null;
});
const there = computed(() => !!to.value && route.path === to.value);
function skip(): void {
  if (!step.value) return;
  thread.skip(step.value.name);
  if (to.value) void router.push(to.value);
}
</script>

<template>
  <section v-if="on" class="thread" aria-label="Getting started">
    <ol>
      <li
        v-for="(one, i) in STEPS"
        :key="one.name"
        :class="{ past: past(one.name), now: step?.name === one.name }"
        :aria-current="step?.name === one.name ? 'step' : undefined"
      >
        <span class="num" aria-hidden="true">{{ past(one.name) ? "✓" : i + 1 }}</span>
        {{ one.title }}
        <span v-if="one.name === 'balls' && step?.name === 'balls'" class="num"
          >{{ Math.min(balls, BALLS) }} of {{ BALLS }}</span
        >
      </li>
    </ol>
    <p v-if="step">
      {{ step.says }}
      <RouterLink v-if="to && !there" class="go" :to="to">Go there</RouterLink>
      <RouterLink v-if="step.name === 'balls' && student" :to="`/s/${student}/chart`"
        >Enter a chart</RouterLink
      >
      <button type="button" @click="skip">Skip</button>
      <button type="button" @click="thread.end">Hide these steps</button>
    </p>
    <p v-else>
      Done. Your first student has a card.
      <button type="button" @click="thread.end">Done</button>
    </p>
  </section>
</template>

<style scoped>
.thread {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 1.4rem;
  padding: 0.3rem 1.5rem;
  background: var(--accent-soft);
  border-bottom: 1px solid var(--line-strong);
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  color: var(--ink-2);
}
li.now {
  color: var(--ink);
  font-weight: 650;
}
li .num:first-child {
  display: inline-block;
  min-width: 1.1em;
  font-weight: 650;
}
li.past .num {
  color: var(--field);
}
p {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.8rem;
  margin: 0;
}
.go {
  font-weight: 650;
  color: var(--accent);
}
button {
  min-height: 44px;
  padding: 0 0.5rem;
  border: 0;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
</style>
