<script setup lang="ts">
/** What waits to be sent, on every view: why, whose it is, and what can be done about it. */
import { refDebounced } from "@vueuse/core";
import { useQuery } from "@pinia/colada";
import { computed, ref } from "vue";
import { useLeads } from "@/features/account";
import { api, dataOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { drop, giveUp, outboxState, takeOver, tryAgain, type Op } from "@/shared/outbox/outbox";
import { useUnits } from "@/shared/units/units";
import Sentence from "@/shared/ui/Sentence.vue";

const units = useUnits();
const leads = useLeads();
/** What waits for somebody who has left would wait for ever: a head coach sends it or gives it up. */
const people = useQuery({
  key: keys.people,
  query: () => dataOf(api.GET("/api/people")),
  enabled: () => leads.value && outboxState.others.length > 0,
});
const gone = computed(
  () => new Set((people.data.value?.people ?? []).filter((one) => one.left_at).map((one) => one.id)),
);
const asked = ref<number | null>(null);
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
  if (op.kind !== "record") return "A changed ball";
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
      This browser can't save anything (private window or full disk). Don't close this page until all balls
      are sent.
    </p>
    <p v-if="outboxState.waiting && (outboxState.trouble || long)" class="line" role="status">
      <b>{{ many(outboxState.waiting) }} to send</b>
      {{ outboxState.trouble }}
    </p>
    <div v-for="other in outboxState.others" :key="other.owner" class="line" role="status">
      <span v-if="gone.has(other.owner)">
        <b>{{ many(other.balls) }}</b> from {{ other.coach }}, who has left, not sent yet.
      </span>
      <span v-else>
        <b>{{ many(other.balls) }}</b> of {{ other.coach }} not sent yet. {{ other.coach }} must sign in here.
      </span>
      <template v-if="gone.has(other.owner)">
        <button type="button" @click="takeOver(other)">Send under your name</button>
        <button v-if="asked !== other.owner" type="button" @click="asked = other.owner">Delete…</button>
        <button v-else type="button" @click="giveUp(other)">
          Delete {{ many(other.balls) }} permanently
        </button>
      </template>
    </div>
    <div v-for="op in refused" :key="op.id" class="line refused">
      <Sentence :text="`${what(op)}: ${op.refused}`" />
      <template v-if="asksForTheDay(op)">
        <button type="button" @click="tryAgain(op.uid, { moment: 'arrival' })">It was hit today</button>
        <button type="button" @click="tryAgain(op.uid, { moment: 'as said' })">Use that day</button>
      </template>
      <button v-else-if="asksForTheValue(op)" type="button" @click="tryAgain(op.uid, { confirmed: true })">
        Save it
      </button>
      <button v-else type="button" @click="tryAgain(op.uid)">Try again</button>
      <button type="button" @click="drop(op.uid)">Delete it</button>
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
.line button {
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
