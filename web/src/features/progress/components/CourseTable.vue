<script setup lang="ts">
/** Shots on the course by yardage or by shot: greens against what was promised, how far from the hole,
 * strokes against the level. */
import type { Schemas } from "@/shared/api/client";
import { useStudentContext } from "@/shared/student/context";

type Tally = Schemas["TallyOut"];
export interface CourseRow {
  name: string;
  tally: Tally;
  /** What is said of it in a word, such as that it fails. */
  flag?: string;
}
defineProps<{ what: string; level: string; rows: CourseRow[] }>();
const { texts } = useStudentContext();

const feet = (yards: number | null) =>
  yards === null ? "–" : texts.value.format("course-left", { left_ft: 3 * yards });
const at = (count: number, { judged }: Tally) => `${(100 * count) / judged}%`;
const greens = ({ judged_on: on, judged, promised, least, most }: Tally) =>
  `${on} of ${judged}, promised ${Math.round(promised)}, normal ${least} to ${most}`;
const signed = (strokes: number) => `${strokes < 0 ? "−" : "+"}${Math.abs(strokes).toFixed(2)}`;
const strokes = ({ gained }: Tally) =>
  gained ? `${signed(gained.mean)} ± ${((gained.hi - gained.lo) / 2).toFixed(2)}` : "–";
</script>

<template>
  <div class="scroll">
    <table class="plain num">
      <thead>
        <tr>
          <th>{{ what }}</th>
          <th class="right">Shots</th>
          <th>On the green</th>
          <th class="right">To the hole</th>
          <th class="right">Strokes, {{ level }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ name, tally, flag } in rows" :key="name">
          <td>
            {{ name }}<b v-if="flag" class="flag">{{ flag }}</b>
          </td>
          <td class="right">{{ tally.shots }}</td>
          <td>
            <span v-if="tally.judged" class="greens">
              <span class="track" role="img" :aria-label="greens(tally)" :title="greens(tally)">
                <span
                  class="normal"
                  :style="{ left: at(tally.least, tally), right: `calc(100% - ${at(tally.most, tally)})` }"
                />
                <span class="promised" :style="{ left: at(tally.promised, tally) }" />
                <span class="were" :class="tally.kept" :style="{ left: at(tally.judged_on, tally) }" />
              </span>
              {{ tally.judged_on }} of {{ tally.judged }}
            </span>
            <template v-else>–</template>
          </td>
          <td class="right">
            {{ feet(tally.left_yd) }}
            <span class="quiet">({{ feet(tally.promised_left_yd) }})</span>
          </td>
          <td class="right">{{ strokes(tally) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
td {
  white-space: nowrap;
}
/* The two tables stand one above the other. */
@media (min-width: 701px) {
  table {
    table-layout: fixed;
  }
  th:nth-child(1) {
    width: 30%;
  }
  th:nth-child(2) {
    width: 9%;
  }
  th:nth-child(3) {
    width: 29%;
  }
}
.flag {
  display: block;
  color: var(--clay);
}
.greens {
  display: flex;
  align-items: center;
  gap: 0.8rem;
}
.track {
  position: relative;
  flex: 0 0 9rem;
  height: 1.1rem;
  margin: 0 0.35rem;
  border-bottom: 1px solid var(--line-strong);
}
.normal {
  position: absolute;
  top: 0.25rem;
  bottom: 0.2rem;
  min-width: 2px;
  background: var(--field-ground);
  border: 1px solid var(--field);
}
.promised {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  margin-left: -1px;
  background: var(--ink-2);
}
.were {
  position: absolute;
  top: 50%;
  width: 0.7rem;
  height: 0.7rem;
  margin: -0.35rem;
  border-radius: 50%;
  background: var(--ink);
}
.were.course-fewer {
  background: var(--clay);
}
@media (max-width: 700px) {
  .track {
    flex-basis: 5rem;
  }
}
</style>
