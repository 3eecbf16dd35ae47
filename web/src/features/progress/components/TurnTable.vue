<script setup lang="ts">
/** Before and after each event: what changed, and whether it is more than chance. */
import type { Schemas } from "@/shared/api/client";
import { shortDay } from "@/shared/units/dates";

type Step = Schemas["StepOut"];
type Turn = NonNullable<Schemas["TurningPoint"]["turn"]>;
defineProps<{ turns: Schemas["TurningPoint"][] }>();

const percent = (share: number | null) => (share === null ? "–" : `${Math.round(100 * share)} %`);
/** A difference of shares in points, or a ratio of spreads, with its interval. */
const points = (d: Step) => {
  const [step = 0, lo = 0, hi = 0] = [d.value, d.lo, d.hi].map((x) => Math.round(100 * x));
  return `${step > 0 ? "+" : step < 0 ? "−" : ""}${Math.abs(step)} points (${lo} to ${hi})`;
};
const times = (d: Step) => `${d.value.toFixed(2)} times (${d.lo.toFixed(2)} to ${d.hi.toFixed(2)})`;
const real = (d: Step | null, none: number) => d !== null && (d.lo > none || d.hi < none);
const rows = (turn: Turn) => [
  {
    name: "Solid",
    before: percent(turn.before.solid.value),
    after: percent(turn.after.solid.value),
    by: turn.solid ? points(turn.solid) : "",
    real: real(turn.solid, 0),
  },
  {
    name: "Spread",
    before: percent(turn.before.spread.value),
    after: percent(turn.after.spread.value),
    by: turn.spread ? times(turn.spread) : "",
    real: real(turn.spread, 1),
  },
  {
    name: "Launch in window",
    before: percent(turn.before.launch.value),
    after: percent(turn.after.launch.value),
    by: turn.launch ? points(turn.launch) : "",
    real: real(turn.launch, 0),
  },
];
</script>

<template>
  <section v-for="t in turns" :key="`${t.kind}${t.on}`">
    <h3>
      {{ shortDay(t.on) }}: {{ t.kind
      }}<template v-if="t.touched !== 'everything'">, {{ t.touched }}</template>
    </h3>
    <p v-if="!t.turn" class="quiet">Balls on one side only; hit some to compare.</p>
    <table v-else class="plain num">
      <thead>
        <tr>
          <th></th>
          <th class="right">Before ({{ t.turn.before.balls }})</th>
          <th class="right">After ({{ t.turn.after.balls }})</th>
          <th>Change</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows(t.turn)" :key="row.name">
          <td>{{ row.name }}</td>
          <td class="right">{{ row.before }}</td>
          <td class="right">{{ row.after }}</td>
          <td :class="{ real: row.real }">
            {{ row.by }}
            <span v-if="row.by" class="quiet">{{ row.real ? "" : "within chance" }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  margin-top: 0.6rem;
}
section + section {
  margin-top: 1rem;
}
h3 {
  margin-bottom: 0.2rem;
}
.real {
  font-weight: 650;
}
</style>
