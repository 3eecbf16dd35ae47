<script setup lang="ts">
/** Listening to a launch monitor: which one, and the balls that wait for a tap. */
import Sentence from "@/shared/ui/Sentence.vue";
import type { UnitWords } from "@/shared/units/units";
import type { SentBall } from "../composables/feed";

const props = defineProps<{
  devices: { id: number; name: string }[];
  waiting: SentBall[];
  error: string;
  units: UnitWords;
}>();
const deviceId = defineModel<number | null>("deviceId", { required: true });
const straight = defineModel<boolean>("straight", { required: true });
defineEmits<{ take: [ball: SentBall, confirmed: boolean]; letGo: [ball: SentBall] }>();

function say(ball: SentBall): string {
  const { carry_yd, total_yd, launch_deg, spin_rpm } = ball.measured;
  const distance = carry_yd ?? total_yd;
  return [
    distance === undefined ? "" : `${props.units.show(distance, 1)} ${props.units.unit}`,
    launch_deg === undefined ? "" : `${launch_deg.toFixed(0)}°`,
    spin_rpm === undefined ? "spin typical" : `${spin_rpm.toFixed(0)} rpm`,
  ]
    .filter(Boolean)
    .join(", ");
}
</script>

<template>
  <section class="feed">
    <div class="row">
      <label
        >Listen to
        <select v-model="deviceId">
          <option :value="null">nothing</option>
          <option v-for="device in devices" :key="device.id" :value="device.id">
            {{ device.name }}
          </option>
        </select></label
      >
      <label v-if="deviceId !== null"
        ><input v-model="straight" type="checkbox" /> straight into this cell</label
      >
      <RouterLink class="push" to="/devices">Devices</RouterLink>
    </div>
    <Sentence :text="error" />
    <p v-if="deviceId !== null && !waiting.length && !error" class="quiet">
      Listening. Each ball goes to the cell named above as it lands.
    </p>
    <ul v-if="waiting.length" aria-label="Balls that wait">
      <li v-for="ball in waiting" :key="ball.id">
        <span class="num">{{ say(ball) }}</span>
        <button type="button" @click="$emit('take', ball, ball.question !== '')">
          {{ ball.question ? "Keep anyway" : "Into this cell" }}
        </button>
        <button type="button" @click="$emit('letGo', ball)">Leave</button>
        <Sentence :text="ball.question" tone="ask" />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.feed {
  border-top: 1px solid var(--line);
  margin-top: 0.8rem;
  padding-top: 0.5rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
}
.push {
  margin-left: auto;
}
label {
  display: flex;
  align-items: center;
  gap: 0.4rem;
  color: var(--ink-2);
}
input {
  width: 1.2rem;
  height: 1.2rem;
  accent-color: var(--accent);
}
select {
  min-height: 44px;
}
p {
  margin: 0.3rem 0 0;
}
ul {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.6rem;
  border-bottom: 1px solid var(--line);
  padding: 0.2rem 0;
}
li .num {
  flex: 1;
}
li button {
  min-height: 44px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
li > .sentence {
  flex-basis: 100%;
}
</style>
