<script setup lang="ts">
/** Before and after each event: what changed, and whether it is more than chance. */
import type { Schemas } from "@/shared/api/client";
import { percent, points } from "@/shared/format/numbers";
import { shortDay } from "@/shared/format/dates";

type Step = Schemas["StepOut"];
type Turn = NonNullable<Schemas["TurningPoint"]["turn"]>;
interface Point {
  on: string;
  turn: Turn | null;
  title: string;
}
defineProps<{ turns: Point[] }>();

const share = (value: number | null) => (value === null ? "–" : percent(value));
/** A difference of shares in points, or a ratio of spreads, with its interval. */
const inPoints = (d: Step) => `${points(d.value)} points (${points(d.lo)} to ${points(d.hi)})`;
const times = (d: Step) => `${d.value.toFixed(2)} times (${d.lo.toFixed(2)} to ${d.hi.toFixed(2)})`;
const real = (d: Step | null, none: number) => d !== null && (d.lo > none || d.hi < none);
const rows = (turn: Turn) => [
  {
    name: "Solid",
    before: share(turn.before.solid.value),
    after: share(turn.after.solid.value),
    by: turn.solid ? inPoints(turn.solid) : "",
    real: real(turn.solid, 0),
  },
  {
    name: "Spread",
    before: share(turn.before.spread.value),
    after: share(turn.after.spread.value),
    by: turn.spread ? times(turn.spread) : "",
    real: real(turn.spread, 1),
  },
  {
    name: "Launch in window",
    before: share(turn.before.launch.value),
    after: share(turn.after.launch.value),
    by: turn.launch ? inPoints(turn.launch) : "",
    real: real(turn.launch, 0),
  },
];
</script>

<template>
  <section v-for="t in turns" :key="`${t.title}${t.on}`">
    <h3>{{ shortDay(t.on) }}: {{ t.title }}</h3>
    <p v-if="!t.turn" class="quiet">Balls before or after are missing. Hit some to compare.</p>
    <table v-else class="plain num">
      <thead>
        <tr>
          <th><span class="sr-only">What</span></th>
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
            <span v-if="row.by" class="quiet">{{ row.real ? "" : "no real change" }}</span>
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
