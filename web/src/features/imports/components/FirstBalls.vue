<script setup lang="ts">
/** The first balls of a file as they would be taken in. */
import type { Schemas } from "@/shared/api/client";
import type { UnitWords } from "@/shared/units/units";

const props = defineProps<{ balls: Schemas["FileLook"]["preview"]; units: UnitWords }>();
const yards = (v: number | null) => (v === null ? "" : props.units.show(v, 1));
</script>

<template>
  <h2>The first balls</h2>
  <table class="plain num first">
    <thead>
      <tr>
        <th>Line</th>
        <th>Shot</th>
        <th class="right">Carry, {{ units.unit }}</th>
        <th class="right">Total</th>
        <th class="right">Launch</th>
        <th class="right">Spin</th>
        <th class="right">Ball speed, {{ units.speed.sign }}</th>
        <th>Strike</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="ball in balls" :key="ball.line">
        <td>{{ ball.line }}</td>
        <td class="slab">{{ ball.club }} {{ ball.swing }} {{ ball.trajectory }}</td>
        <td class="right">{{ yards(ball.carry_yd) }}</td>
        <td class="right">{{ yards(ball.total_yd) }}</td>
        <td class="right">{{ ball.launch_deg?.toFixed(1) }}</td>
        <td class="right">{{ ball.spin_rpm?.toFixed(0) }}</td>
        <td class="right">
          {{ ball.ball_speed_mps == null ? "" : units.speed.show(ball.ball_speed_mps, 1) }}
        </td>
        <td>{{ ball.strike }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table.plain td {
  padding: 0.2rem 0.4rem;
}
@media (max-width: 640px) {
  .first {
    display: block;
    overflow-x: auto;
  }
}
</style>
