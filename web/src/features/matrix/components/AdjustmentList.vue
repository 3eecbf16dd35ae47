<script setup lang="ts">
/** What the ball moved and the grip down are worth in this cell, and on what that rests. */
import type { Schemas } from "@/shared/api/client";
import { adjustmentWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";

defineProps<{ adjustments: Schemas["AdjustmentOut"][] }>();
const { units, texts } = useStudentContext();
const name = (t: Schemas["AdjustmentOut"]) =>
  adjustmentWords(texts.value, { ball_position_in: t.cell.back_in, grip_down_in: t.cell.down_in });
function adds(t: Schemas["AdjustmentOut"]): string {
  const by = units.value.show(Math.abs(t.adds_yd));
  const sign = Number(by) === 0 ? "" : t.adds_yd < 0 ? "−" : "+";
  return `${sign}${by} ± ${units.value.show(t.adds_half_yd)}`;
}
const known = (t: Schemas["AdjustmentOut"]) => t.cell.balls + t.taught > 0;
function basis(t: Schemas["AdjustmentOut"]): string {
  if (t.cell.balls) return `${t.cell.balls} ${t.cell.balls === 1 ? "ball" : "balls"}`;
  if (t.taught) return `from ${t.taught}`;
  return "rule";
}
</script>

<template>
  <section>
    <h3>Adjustments{{ adjustments.some(known) ? "" : ", by the rule of thumb" }}</h3>
    <table class="plain num">
      <tbody>
        <tr v-for="t in adjustments" :key="`${t.cell.back_in} ${t.cell.down_in}`">
          <td>{{ name(t) }}</td>
          <td class="right slab" :class="{ est: !t.cell.balls }">
            {{ units.show(t.cell.carry_yd) }}
          </td>
          <td class="right quiet">{{ adds(t) }}</td>
          <td v-if="adjustments.some(known)" class="quiet">{{ basis(t) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
td {
  padding: 0.15rem 0.2rem;
  font-size: 0.9rem;
  white-space: nowrap;
}
td:first-child {
  padding-left: 0;
}
</style>
