<script setup lang="ts">
/** The last rounds against par; what is lost to chance and overnight. */
import type { Schemas } from "@/shared/api/client";
import { betterWords, type PracticePage } from "@/shared/api/practice";
import { daysAgo } from "@/shared/format/dates";
import { percent } from "@/shared/format/numbers";
import { upper } from "@/shared/texts/texts";
import { useStudentContext } from "@/shared/student/context";

defineProps<{ page: PracticePage; interval: string }>();
const { units, texts } = useStudentContext();
defineEmits<{ drop: [uid: string] }>();
type Round = Schemas["RoundOut"];
const WIDE = 46;
/** Where a score stands against the days that the matrix predicts. */
const at = (round: Round) => WIDE * (round.better ?? 0);
</script>

<template>
  <section>
    <h2>Results</h2>
    <p v-if="!page.rounds.length" class="quiet">
      No results yet. Every test has a par of the student's own, so it's fair for a junior and a scratch
      player alike.
    </p>
    <table v-else class="plain num">
      <tbody>
        <tr v-for="round in page.rounds.slice(0, 12)" :key="round.uid">
          <td>
            {{ upper(round.trial ? texts.name("trial", round.trial) : texts.name("form", round.form)) }}
            <span class="quiet"
              >{{ daysAgo(round.day) }}{{ round.reported ? ", reported by the student" : "" }}</span
            >
          </td>
          <td class="right score">
            <b>{{ round.points ?? "–" }}</b><span class="quiet">{{
              round.scoring === "strokes" ? ` for ${round.of}` : ` of ${round.of}`
            }}</span
            ><span class="quiet">, par {{ round.par ?? "–" }}</span>
          </td>
          <td>
            <svg :width="WIDE" height="14" role="img" :aria-label="betterWords(round.better)">
              <path :d="`M0 7H${WIDE}`" class="days" />
              <circle v-if="round.better !== null" :cx="Math.max(5, at(round))" cy="7" r="4" />
            </svg>
          </td>
          <td class="right">
            <button
              type="button"
              :aria-label="`Delete the result of ${round.day}`"
              @click="$emit('drop', round.uid)"
            >
              ✕
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="page.rounds.length" class="quiet small">Further right is better than more days.</p>
    <h3>Blocked or random</h3>
    <p v-if="page.lost" class="num">
      On the same shots, {{ percent(Math.abs(page.lost.value)) }}
      {{ page.lost.value >= 0 ? "fewer" : "more" }} land within tolerance when distances are random ({{
        percent(page.lost.lo)
      }}
      to {{ percent(page.lost.hi) }}, {{ interval }}).
      <b v-if="!page.lost.real">That may be chance.</b>
    </p>
    <p v-else class="quiet">Shown after eight balls each way with the same shots.</p>
    <h3>Overnight</h3>
    <p v-if="page.overnight" class="num">
      The first ball of a day is {{ units.show(Math.abs(page.overnight.value), 1) }} {{ units.unit }}
      {{ page.overnight.value >= 0 ? "further off" : "nearer" }} than the last of the day before ({{
        units.show(page.overnight.lo, 1)
      }}
      to {{ units.show(page.overnight.hi, 1) }}, {{ page.overnight.first }} pairs).
      <b v-if="!page.overnight.real">That may be chance.</b>
    </p>
    <p v-else class="quiet">Shown after four shots on two days in a row.</p>
  </section>
</template>

<style scoped>
table.plain td {
  padding: 0.25rem 0.4rem 0.25rem 0;
}
.score {
  white-space: nowrap;
}
.days {
  stroke: var(--line-strong);
  stroke-width: 2;
}
circle {
  fill: var(--field);
}
p {
  margin: 0.2rem 0;
}
h3 {
  margin-top: 0.7rem;
}
.small {
  font-size: 0.93rem;
}
button {
  border: 0;
  background: none;
  min-height: 32px;
  min-width: 32px;
  color: var(--ink-2);
  font: inherit;
  cursor: pointer;
}
</style>
