<script setup lang="ts">
/** What today's air and wind do to the student's measured cells. */
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { refDebounced } from "@vueuse/core";
import { computed, toRef } from "vue";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import Sentence from "@/shared/ui/Sentence.vue";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  studentId: string;
  temperatureC: number;
  headwindMps: number;
}>();
const { units } = useStudentContext();
const SETTLED_MS = 300;
const temperature = refDebounced(toRef(props, "temperatureC"), SETTLED_MS);
const headwind = refDebounced(toRef(props, "headwindMps"), SETTLED_MS);
const today = useQuery({
  key: () => keys.air(props.studentId, temperature.value, headwind.value),
  query: () =>
    dataOf(
      api.GET("/api/students/{student_id}/today", {
        params: {
          path: { student_id: props.studentId },
          query: { temperature_c: temperature.value, headwind_mps: headwind.value },
        },
      }),
    ),
});
const stock = computed(() =>
  (today.data.value?.cells ?? [])
    .filter((cell) => cell.trajectory === "stock")
    .sort((a, b) => a.standard_yd - b.standard_yd),
);
const lies = computed(() => (today.data.value?.lies ?? []).filter((l) => l.lie !== "fairway"));
const change = (cell: { standard_yd: number; today_yd: number }) => {
  const by = units.value.value(cell.today_yd - cell.standard_yd);
  if (Math.abs(by) < 0.05) return "as is";
  return `${by < 0 ? "−" : "+"}${Math.abs(by).toFixed(1)}`;
};
</script>

<template>
  <section>
    <h2>Today's air and wind</h2>
    <Sentence v-if="today.error.value" :text="sentenceOf(today.error.value)" />
    <p v-else-if="today.data.value && !stock.length" class="quiet">
      No measured stock shots yet. Hit five balls to see what today's air does to them.
    </p>
    <ul v-else class="num">
      <li v-for="cell in stock" :key="`${cell.club} ${cell.swing}`">
        <span>{{ cell.club }} {{ cell.swing }}</span>
        <span class="quiet">{{ units.show(cell.standard_yd) }}</span>
        <b class="slab">{{ units.show(cell.today_yd) }}</b>
        <span class="quiet">{{ change(cell) }}</span>
      </li>
    </ul>
    <p class="quiet">Stock carries as measured, then for today's air (estimated from ball flight).</p>
    <template v-if="lies.length">
      <h2 class="lies">From other lies</h2>
      <ul class="num">
        <li v-for="lie in lies" :key="lie.lie" class="lie">
          <span>{{ lie.lie }}</span>
          <b class="slab">{{ percent(lie.share) }}</b>
          <span class="quiet">± {{ percent(lie.half) }}</span>
          <span class="quiet">{{ lie.balls ? `from ${lie.balls} balls` : "common" }}</span>
        </li>
      </ul>
      <p class="quiet">
        Compared with fairway carry. Typical values until this student has balls from that lie.
      </p>
    </template>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0.4rem 0;
  padding: 0;
  columns: 15rem;
  column-gap: 2rem;
}
li {
  display: grid;
  grid-template-columns: 1fr 3rem 3rem 3rem;
  text-align: right;
  border-bottom: 1px solid var(--line);
  break-inside: avoid;
}
li.lie {
  grid-template-columns: 1fr 3.4rem 3.4rem 6rem;
}
.lies {
  margin-top: 0.9rem;
}
li span:first-child {
  text-align: left;
}
</style>
