<script setup lang="ts">
/** One cell: the number, one ball, the balls, and how to get more of them. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed } from "vue";
import { cellName, halfInterval, type CellAddress } from "@/shared/api/cells";
import { api, dataOf } from "@/shared/api/client";
import { keys, type Cell } from "@/shared/api/queries";
import DotPlot from "@/shared/ui/DotPlot.vue";
import { daysAgo } from "@/shared/units/dates";
import type { UnitWords } from "@/shared/units/units";

const props = defineProps<{
  studentId: string;
  address: CellAddress;
  cell: Cell | null;
  cue: string;
  units: UnitWords;
}>();
defineEmits<{ hit: [] }>();

const balls = useQuery({
  key: () => keys.cellBalls(props.studentId, cellName(props.address)),
  query: () =>
    dataOf(
      api.GET("/api/students/{student_id}/cell-balls", {
        params: { path: { student_id: props.studentId }, query: { ...props.address } },
      }),
    ),
});
const strikes = computed(() => {
  const counts = new Map<string, number>();
  for (const ball of balls.data.value ?? []) {
    if (!ball.excluded) counts.set(ball.strike, (counts.get(ball.strike) ?? 0) + 1);
  }
  return [...counts].map(([strike, n]) => `${n} ${strike}`).join(", ");
});
</script>

<template>
  <section class="cell">
    <h2>{{ cellName(address) }}</h2>
    <template v-if="cell">
      <p class="number">
        <span class="slab big">{{ units.show(cell.carry_yd) }}</span>
        <span class="slab half">± {{ units.show(halfInterval(cell)) }} {{ units.unit }}</span>
      </p>
      <p class="quiet num">
        One ball: {{ units.show(cell.furrow_from_yd) }} to {{ units.show(cell.furrow_to_yd) }}
      </p>
    </template>
    <p v-else class="quiet">Not measured.</p>
    <DotPlot :balls="balls.data.value ?? []" :units="units" :centre-yd="cell?.carry_yd ?? null" />
    <p v-if="strikes" class="num">
      {{ strikes }}. Last hit {{ daysAgo(cell?.last_measured ?? null) }}.
    </p>
    <p v-if="cell?.doubts.length" class="doubt">Doubtful: {{ cell.doubts.join(", ") }}.</p>
    <p v-if="cue" class="cue">“{{ cue }}”</p>
    <Button type="primary" size="large" block @click="$emit('hit')">Hit this cell</Button>
  </section>
</template>

<style scoped>
.cell {
  border-top: 1px solid var(--line);
  padding-top: 0.8rem;
}
p {
  margin: 0.15rem 0;
}
.number {
  display: flex;
  align-items: baseline;
  gap: 0.5rem;
}
.big {
  font-size: 2.9rem;
  font-weight: 700;
  line-height: 1.05;
}
.half {
  font-size: 1.1rem;
}
.doubt {
  color: var(--clay);
}
.cue {
  color: var(--ink-2);
  font-style: italic;
}
button {
  margin-top: 0.6rem;
}
</style>
