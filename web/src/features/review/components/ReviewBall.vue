<script setup lang="ts">
/** One ball that waits: its strike and its cell are put right here, in place. */
import { oneOf } from "@/shared/ui/oneOf";
import { computed, ref } from "vue";
import { cellName } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import type { Ball, Club, Words } from "@/shared/api/queries";
import { adjustmentWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";
import WrongStudent from "@/shared/ui/WrongStudent.vue";

const MOST_GIVEN = 60;

const props = defineProps<{
  ball: Ball;
  words: Words;
  clubs: Club[];
  swings: string[];
  suspect: number | null;
  aside: string | null;
  later: boolean;
  studentId: string;
  /** All that wait: they may all be another student's. */
  waiting: string[];
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{
  correct: [change: Schemas["BallMark"]];
  setAside: [];
  reason: [text: string];
  wait: [];
  given: [text: string];
}>();
const opened = ref(false);
const wrong = ref(false);
const whose = computed(() => [
  { label: "this ball", balls: [props.ball.uid] },
  ...(props.waiting.length > 1 && props.waiting.length <= MOST_GIVEN
    ? [{ label: `all ${props.waiting.length} that wait`, balls: props.waiting }]
    : []),
]);
const number = computed(() => {
  const { carry_yd, total_yd, launch_deg } = props.ball;
  if (carry_yd === null && total_yd === null) return `${launch_deg?.toFixed(0)}°`;
  return `${units.value.show(carry_yd ?? total_yd ?? 0, 1)}${carry_yd === null ? "t" : ""}`;
});
const adjustment = computed(() => adjustmentWords(texts.value, props.ball));
// The club as the bag has it now; a ball of one that is out of it keeps its own.
const inBag = computed(() => props.clubs.filter((c) => c.in_use || c.id === props.ball.club_id));
const text = (event: Event) => (event.target as HTMLSelectElement).value;
const correct = (change: Schemas["BallMark"]) => emit("correct", change);
</script>

<template>
  <li :class="{ out: aside !== null, later }">
    <b class="slab num">{{ number }}</b>
    <select
      :value="ball.strike"
      :class="{ clay: ball.strike !== 'solid' }"
      aria-label="Strike"
      @change="correct({ strike: oneOf(words.strikes, $event) })"
    >
      <option v-for="strike in words.strikes" :key="strike">{{ strike }}</option>
    </select>
    <button
      type="button"
      class="cell quiet"
      :aria-expanded="opened"
      title="Correct the shot"
      @click="opened = !opened"
    >
      {{ cellName(ball) }}
    </button>
    <span class="acts">
      <button type="button" @click="$emit('setAside')">
        {{ aside === null ? "Exclude" : "Include" }}
      </button>
      <button type="button" @click="$emit('wait')">{{ later ? "Decide now" : "Decide later" }}</button>
    </span>
    <span v-if="adjustment" class="note quiet">{{ adjustment }}: saved, doesn't count for the carry.</span>
    <span v-if="opened" class="note cells">
      <select aria-label="Club" :value="ball.club_id" @change="correct({ club_id: text($event) })">
        <option v-for="club in inBag" :key="club.id" :value="club.id">{{ club.label }}</option>
      </select>
      <select aria-label="Swing" :value="ball.swing" @change="correct({ swing: text($event) })">
        <option v-if="!swings.includes(ball.swing)">{{ ball.swing }}</option>
        <option v-for="swing in swings" :key="swing">{{ swing }}</option>
      </select>
      <select
        aria-label="Trajectory"
        :value="ball.trajectory"
        @change="correct({ trajectory: oneOf(words.trajectories, $event) })"
      >
        <option v-for="height in words.trajectories" :key="height">{{ height }}</option>
      </select>
      <button v-if="!wrong" type="button" @click="wrong = true">Wrong student?</button>
    </span>
    <WrongStudent
      v-if="opened && wrong"
      class="note"
      :student-id="studentId"
      :choices="whose"
      @done="$emit('given', $event)"
      @leave="wrong = false"
    />
    <span v-if="suspect !== null" class="note clay"
      >Far from the others at {{ units.show(suspect) }}. A mishit?</span
    >
    <input
      v-if="aside !== null"
      :value="aside"
      class="note"
      maxlength="200"
      placeholder="Reason"
      aria-label="Reason"
      @input="$emit('reason', ($event.target as HTMLInputElement).value)"
    />
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 3.2rem 4.6rem minmax(0, 1fr) auto;
  align-items: center;
  gap: 0 0.5rem;
  border-bottom: 1px solid var(--line);
}
.out b {
  text-decoration: line-through;
}
.later {
  opacity: 0.6;
}
select {
  min-height: 38px;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
}
.cells select {
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  margin-right: 0.4rem;
}
.clay {
  color: var(--clay);
}
button {
  min-height: 38px;
  border: 0;
  background: none;
  font: inherit;
  color: var(--accent);
  cursor: pointer;
}
.cell {
  color: var(--ink-2);
  text-align: left;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  text-decoration: underline dotted;
}
.note {
  grid-column: 1 / -1;
  font: inherit;
  margin-bottom: 0.3rem;
}
input.note {
  padding: 0.25rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
</style>
