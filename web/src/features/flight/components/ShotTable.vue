<script setup lang="ts">
/** The arithmetic written out, one column a trajectory, and what the other school makes of it. */
import { computed } from "vue";
import type { Shot } from "../composables/flight";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  shots: Shot[];
  others: Shot[];
  otherName: string;
  windows: Record<string, [number, number]>;
  measured: Record<string, number>;
}>();
const { units } = useStudentContext();

const SIDE: Record<string, string> = { in: "in window", below: "too low", above: "too high" };
const signed = (v: number, digits = 0) => `${v < 0 ? "−" : "+"}${Math.abs(v).toFixed(digits)}`;
const over = (m: number | null, above: string, below: string) =>
  m === null
    ? "lands short"
    : `${m > 0 ? above : below} ${units.value.small.show(Math.abs(m))} ${units.value.small.sign}`;
const other = (shot: Shot) => props.others.find((o) => o.trajectory === shot.trajectory);
const rows = computed<{ name: string; say: (s: Shot) => string; differ?: (a: Shot, b: Shot) => string }[]>(
  () => [
    {
      name: "Spin loft = dynamic loft − attack",
      say: (s) =>
        `${s.dynamic_loft_deg.toFixed(1)} − (${s.attack_deg < 0 ? "−" : ""}${Math.abs(s.attack_deg).toFixed(1)}) = ${s.spin_loft_deg.toFixed(1)}°`,
      differ: (a, b) => `${signed(b.dynamic_loft_deg - a.dynamic_loft_deg, 1)}° loft`,
    },
    {
      name: "Launch",
      say: (s) => {
        const [lo, hi] = props.windows[s.trajectory] ?? [0, 0];
        const balls = props.measured[s.trajectory];
        const drawn = balls ? `, drawn to ${balls} measured ${balls === 1 ? "ball" : "balls"}` : "";
        return `${s.launch_deg.toFixed(1)}°, ${SIDE[s.window]} (${lo} to ${hi})${drawn}`;
      },
      differ: (a, b) => `${signed(b.launch_deg - a.launch_deg, 1)}°`,
    },
    {
      name: "Spin",
      say: (s) =>
        `${(Math.round(s.spin_rpm / 50) * 50).toLocaleString("en")} rpm${s.slides ? ", the ball slides on the face" : ""}`,
      differ: (a, b) => `${signed(Math.round((b.spin_rpm - a.spin_rpm) / 50) * 50)} rpm`,
    },
    {
      name: "Carry",
      say: (s) => `${units.value.show(s.carry_yd)} ${units.value.unit}`,
      differ: (a, b) => `${signed(units.value.value(b.carry_yd - a.carry_yd))} ${units.value.unit}`,
    },
    {
      name: "Run",
      say: (s) => `${units.value.show(s.run_yd)} ± ${units.value.show(s.run_sd_yd)} ${units.value.unit}`,
      differ: (a, b) => `${signed(units.value.value(b.run_yd - a.run_yd))} ${units.value.unit}`,
    },
    {
      name: "Landing angle",
      say: (s) => `${s.landing_deg.toFixed(0)}°`,
      differ: (a, b) => `${signed(b.landing_deg - a.landing_deg)}°`,
    },
    {
      name: "At the gate",
      say: (s) => over(s.above_gate_m, "clears by", "under by"),
    },
    {
      name: "On the net",
      say: (s) => over(s.above_tape_m, "above tape by", "below tape by"),
    },
  ],
);
</script>

<template>
  <div class="scroll">
    <table class="plain">
      <thead>
        <tr>
          <th scope="col"><span class="sr-only">What</span></th>
          <th v-for="shot in shots" :key="shot.trajectory" scope="col">{{ shot.trajectory }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name">
          <th scope="row">{{ row.name }}</th>
          <td v-for="shot in shots" :key="shot.trajectory">
            {{ row.say(shot) }}
            <span v-if="row.differ && other(shot)" class="differ"
              >{{ otherName }}: {{ row.differ(shot, other(shot)!) }}</span
            >
          </td>
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
  padding: 0.3rem 0.6rem;
}
tbody th {
  border-bottom: 1px solid var(--line);
  padding-left: 0;
  white-space: nowrap;
}
.differ {
  display: block;
  color: var(--accent);
}
</style>
