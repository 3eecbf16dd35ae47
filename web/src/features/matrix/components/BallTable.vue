<script setup lang="ts">
/** The cell's balls one by one: exclude one with a reason, or bring it back. */
import { computed, ref } from "vue";
import type { Ball } from "@/shared/api/queries";
import { shortDay } from "@/shared/format/dates";
import { vFocus } from "@/shared/ui/focus";
import { useStudentContext } from "@/shared/student/context";
import Sentence from "@/shared/ui/Sentence.vue";
import WrongStudent from "@/shared/ui/WrongStudent.vue";

const props = defineProps<{ studentId: string; balls: Ball[] }>();
const { units } = useStudentContext();
const emit = defineEmits<{ exclude: [uid: string, reason: string] }>();

const asking = ref("");
const reason = ref("");
/** A ball that another student hit. */
const wrong = ref("");
const given = ref("");
/** The ball alone, or all of its day in this cell. */
function choices(ball: Ball): { label: string; balls: string[] }[] {
  const day = props.balls.filter((b) => b.hit_on === ball.hit_on).map((b) => b.uid);
  const one = { label: "this ball", balls: [ball.uid] };
  return day.length > 1
    ? [one, { label: `all ${day.length} of ${shortDay(ball.hit_on)}`, balls: day.slice(0, 60) }]
    : [one];
}
function whose(ball: Ball): void {
  asking.value = "";
  wrong.value = ball.uid;
}
function gave(text: string): void {
  wrong.value = "";
  given.value = text;
}
const newestFirst = computed(() => [...props.balls].reverse());
const standardDiffers = computed(() =>
  props.balls.some((b) => b.standard_yd !== null && Math.abs(b.standard_yd - (b.carry_yd ?? 0)) >= 0.5),
);
function ask(ball: Ball): void {
  if (ball.excluded) emit("exclude", ball.uid, "");
  else {
    asking.value = asking.value === ball.uid ? "" : ball.uid;
    wrong.value = "";
    reason.value = "";
  }
}
function give(uid: string): void {
  emit("exclude", uid, reason.value.trim() || "excluded by the coach");
  asking.value = "";
}
</script>

<template>
  <details>
    <summary>{{ balls.length }} {{ balls.length === 1 ? "ball" : "balls" }}</summary>
    <Sentence v-if="given" tone="quiet" :text="given" />
    <ul>
      <li v-for="ball in newestFirst" :key="ball.uid" :class="{ out: ball.excluded }">
        <span class="num carry">{{ ball.carry_yd === null ? "–" : units.show(ball.carry_yd, 1) }}</span>
        <span class="num quiet standard">{{
          standardDiffers && ball.standard_yd !== null
            ? `${units.show(ball.standard_yd, 1)} in standard conditions`
            : ""
        }}</span>
        <span :class="{ clay: ball.strike !== 'solid' }">{{ ball.strike }}</span>
        <span class="quiet">{{ shortDay(ball.hit_on).replace(/ \d{4}$/, "") }}</span>
        <button type="button" @click="ask(ball)">
          {{ ball.excluded ? "Restore" : "Exclude" }}
        </button>
        <WrongStudent
          v-if="wrong === ball.uid"
          :student-id="studentId"
          :choices="choices(ball)"
          @done="gave"
          @leave="wrong = ''"
        />
        <span v-if="ball.excluded" class="reason quiet">{{ ball.excluded }}</span>
        <form v-if="asking === ball.uid" class="reason" @submit.prevent="give(ball.uid)">
          <input
            v-model="reason"
            v-focus
            maxlength="200"
            placeholder="Reason, for example: wrong club"
            aria-label="Reason"
          />
          <button type="submit">Exclude</button>
          <button type="button" @click="whose(ball)">Wrong student?</button>
        </form>
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  color: var(--accent);
  padding: 0.2rem 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 15rem;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: 2.6rem 4.6rem 1fr 3.4rem auto;
  align-items: baseline;
  gap: 0 0.3rem;
  border-bottom: 1px solid var(--line);
  padding: 0.15rem 0;
}
.carry {
  font-weight: 600;
  text-align: right;
}
.out .carry {
  text-decoration: line-through;
}
.clay {
  color: var(--clay);
}
.standard {
  font-size: 0.87rem;
}
.reason {
  grid-column: 1 / -1;
  display: flex;
  gap: 0.3rem;
}
input {
  flex: 1;
  min-width: 0;
  font: inherit;
  padding: 0.25rem 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
button {
  border: 0;
  background: none;
  font: inherit;
  color: var(--accent);
  cursor: pointer;
  padding: 0.15rem 0.2rem;
}
</style>
