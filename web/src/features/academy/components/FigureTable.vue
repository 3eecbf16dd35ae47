<script setup lang="ts">
/** Groups or students under each other, a small picture for each figure. */
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";
import SmallSeries from "./SmallSeries.vue";

type Line = Schemas["FigureLine"] & { label: string };
const props = defineProps<{ lines: Line[] }>();
/** The scale of scatter is that of the widest that is shown. */
const most = computed(() =>
  Math.max(0.1, ...props.lines.flatMap((l) => l.months.map((m) => (m.spread.value ?? 0) * 1.2))),
);
const total = (line: Line, of: "balls" | "rounds") =>
  line.months.reduce((n, month) => n + month[of], 0).toLocaleString("en");
</script>

<template>
  <div class="scroll">
    <table class="plain">
      <thead>
        <tr>
          <th scope="col"><span class="sr-only">Group</span></th>
          <th scope="col" class="right">Students</th>
          <th scope="col" class="right">Balls</th>
          <th scope="col">Covered</th>
          <th scope="col">Solid contact</th>
          <th scope="col">Spread of one ball</th>
          <th scope="col">Need checking</th>
          <th scope="col" class="right">Practised</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.key + line.label">
          <th scope="row" class="slab">{{ line.label }}</th>
          <td class="right num">{{ line.students }}</td>
          <td class="right num">{{ total(line, "balls") }}</td>
          <td>
            <SmallSeries label="Covered" :points="line.months.map((m) => m.covered)" />
          </td>
          <td><SmallSeries label="Solid contact" :points="line.months.map((m) => m.solid)" /></td>
          <td>
            <SmallSeries label="Spread" :points="line.months.map((m) => m.spread)" :most="most" :digits="1" />
          </td>
          <td><SmallSeries label="Need checking" :points="line.months.map((m) => m.due)" /></td>
          <td class="right num">{{ total(line, "rounds") }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
th[scope="row"] {
  text-align: left;
  font-weight: 650;
  color: var(--ink);
  border-bottom: 1px solid var(--line);
}
td {
  vertical-align: middle;
}
</style>
