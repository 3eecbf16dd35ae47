<script setup lang="ts">
/** What waits to be sent, on every view: why, whose it is, and what can be done about it. */
import { refDebounced } from "@vueuse/core";
import { computed } from "vue";
import { drop, outboxState, tryAgain, type Op } from "@/shared/outbox/outbox";
import { useUnits } from "@/shared/units/units";
import Sentence from "@/shared/ui/Sentence.vue";

const units = useUnits();
const refused = computed(() => {
  const mine = outboxState.ops.filter((op) => op.owner === outboxState.owner?.coach && op.refused);
  return [...new Map(mine.map((op) => [op.uid, op])).values()];
});
/** A ball on its way is no news; one that does not get through is. */
const NEWS_AFTER_MS = 1000;
const long = refDebounced(
  computed(() => outboxState.waiting > 0),
  NEWS_AFTER_MS,
);
const many = (n: number) => `${n} ${n === 1 ? "ball" : "balls"}`;
function what(op: Op): string {
  if (op.kind !== "record") return "A change of a ball";
  const yards = op.body.carry_yd ?? op.body.total_yd;
  return yards == null
    ? `A ball with ${op.club}`
    : `${units.value.show(yards)} ${units.value.unit} with ${op.club}`;
}
const asksForTheDay = (op: Op) => op.code === "confirm" && op.field === "hit_at";
const asksForTheValue = (op: Op) => op.code === "confirm" && op.field !== "hit_at";
</script>

<template>
  <div class="outbox">
    <p v-if="outboxState.fragile" class="line fragile" role="alert">
      This browser keeps nothing (a private window, or its disk is full). Balls are sent from memory: do not
      close this page while any wait.
    </p>
    <p v-if="outboxState.waiting && (outboxState.trouble || long)" class="line" role="status">
      <b> {{ many(outboxState.waiting) }} {{ outboxState.waiting === 1 ? "waits" : "wait" }} to be sent</b>
      {{ outboxState.trouble }}
    </p>
    <p v-for="other in outboxState.others" :key="other.coach" class="line" role="status">
      <b>{{ many(other.balls) }}</b> of {{ other.coach }} {{ other.balls === 1 ? "waits" : "wait" }} in this
      browser until {{ other.coach }} signs in here.
    </p>
    <div v-for="op in refused" :key="op.id" class="line refused">
      <Sentence :text="`${what(op)}: ${op.refused}`" />
      <template v-if="asksForTheDay(op)">
        <button type="button" @click="tryAgain(op.uid, { moment: 'arrival' })">It is of today</button>
        <button type="button" @click="tryAgain(op.uid, { moment: 'as said' })">Keep that day</button>
      </template>
      <button v-else-if="asksForTheValue(op)" type="button" @click="tryAgain(op.uid, { confirmed: true })">
        Keep it
      </button>
      <button v-else type="button" @click="tryAgain(op.uid)">Try again</button>
      <button type="button" @click="drop(op.uid)">Drop it</button>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.6rem;
  margin: 0;
  padding: 0.35rem 1.5rem;
  background: var(--accent-soft);
  border-bottom: 1px solid var(--line);
}
.fragile {
  background: var(--clay-soft);
}
.refused button {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
@media (max-width: 640px) {
  .line {
    padding: 0.35rem 0.75rem;
  }
}
</style>
