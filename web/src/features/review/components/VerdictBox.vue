<script setup lang="ts">
/** Has the student changed? What may have moved, how probable it is, and what to do about it. */
import { Button } from "ant-design-vue";
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";
import { shortDay } from "@/shared/format/dates";
import { percent, signedPercent } from "@/shared/format/numbers";
import { useStudentContext } from "@/shared/student/context";

type Verdict = Schemas["VerdictOut"];
type Suspicion = Schemas["SuspicionOut"];
const props = defineProps<{ verdict: Verdict; busy: boolean }>();
const { texts } = useStudentContext();
const emit = defineEmits<{
  replace: [since: string, what: Suspicion];
  checkUp: [balls: number, what: Suspicion];
}>();

/** The likeliest of what may have moved; the server leaves out what says nothing. */
const lines = computed(() => props.verdict.suspicions);
const first = computed(() => lines.value[0]);
const headline = computed(() => {
  const { advice } = props.verdict;
  const what = first.value;
  if (advice === "blend" || !what) return texts.value.format("review-blend");
  const values = { touched: what.touched.code, ...what.touched.values, share: what.share };
  if (advice === "replace") return texts.value.format("review-replace", values);
  const way = what.share > 0 ? "review-check-up-longer" : "review-check-up-shorter";
  return texts.value.format(way, values);
});
const strikes = computed(() => {
  const v = props.verdict;
  const parts = [`${v.solid} of ${v.struck} solid`];
  if (v.usual_solid !== null) parts.push(`usually ${percent(v.usual_solid)}`);
  if (v.scattered) parts.push(`scatter ${v.scatter.toFixed(1)} times the usual`);
  return parts.join(", ");
});
</script>

<template>
  <section class="verdict" :class="verdict.advice">
    <p class="head">{{ headline }}</p>
    <p v-if="verdict.advice === 'blend'" class="num">
      All carries together {{ signedPercent(verdict.shift.share) }} ({{ signedPercent(verdict.shift.lo) }} to
      {{ signedPercent(verdict.shift.hi) }}),
      {{ verdict.shift.changed ? "probably changed" : "no real change" }}. {{ strikes }}.
    </p>
    <p v-else class="num">{{ strikes }}.</p>
    <p v-if="verdict.bad_day" class="clay">
      A bad day of strikes. Save the balls, don't change the carries for it.
    </p>
    <p v-else-if="verdict.wild" class="clay">
      Solid, but more spread than usual. Save the balls, don't change the carries for it.
    </p>
    <p v-if="verdict.conditions !== null" class="quiet num">
      Adjusted for air, wind, ball and lie: {{ signedPercent(verdict.conditions) }} of the carry.
    </p>
    <table v-if="verdict.advice !== 'blend'" class="num">
      <thead>
        <tr>
          <th>What changed</th>
          <th>Probability</th>
          <th class="right">By</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td>nothing</td>
          <td><i :style="{ width: `${90 * verdict.nothing}px` }" />{{ percent(verdict.nothing) }}</td>
          <td></td>
        </tr>
        <tr v-for="s in lines" :key="texts.say(s.touched)">
          <td>{{ texts.say(s.touched) }}</td>
          <td><i :style="{ width: `${90 * s.probability}px` }" />{{ percent(s.probability) }}</td>
          <td class="right">
            {{ signedPercent(s.share) }}
            <span class="quiet">({{ signedPercent(s.lo) }} to {{ signedPercent(s.hi) }})</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="first && verdict.advice !== 'blend'" class="acts">
      <Button
        :type="verdict.advice === 'replace' ? 'primary' : 'default'"
        :disabled="busy"
        @click="emit('replace', verdict.since, first)"
        >Start its carries over from {{ shortDay(verdict.since) }}</Button
      >
      <Button
        :type="verdict.advice === 'check-up' ? 'primary' : 'default'"
        :disabled="busy"
        @click="emit('checkUp', verdict.balls, first)"
        >Check-up, {{ verdict.balls }} balls</Button
      >
      <span class="quiet">or just confirm them.</span>
    </p>
  </section>
</template>

<style scoped>
.verdict {
  margin: 0 0 0.8rem;
  padding: 0.6rem 0.9rem;
  border-left: 4px solid var(--field);
  background: var(--sheet);
}
.replace {
  border-color: var(--clay);
}
.check-up {
  border-color: var(--accent);
}
p {
  margin: 0.15rem 0;
}
.head {
  font-family: var(--slab);
  font-weight: 650;
  font-size: 1.1rem;
}
table {
  margin: 0.5rem 0;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 600;
  color: var(--ink-2);
  padding: 0 1.4rem 0.1rem 0;
}
td {
  padding: 0.1rem 1.4rem 0.1rem 0;
}
td i {
  display: inline-block;
  height: 0.6rem;
  min-width: 1px;
  margin-right: 0.5rem;
  background: var(--field);
}
.right {
  text-align: right;
}
.clay {
  color: var(--clay);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
  margin-top: 0.5rem;
}
</style>
