<script setup lang="ts">
/** A launch monitor that plays for this student: which one, what it plays, and balls nobody has. */
import { computed } from "vue";
import Sentence from "@/shared/ui/Sentence.vue";
import type { BallIn } from "@/shared/outbox/outbox";
import { useStudentContext } from "@/shared/student/context";
import type { Device, SentBall } from "../composables/feed";

const props = defineProps<{
  devices: Device[];
  mine: Device | null;
  waiting: SentBall[];
  more: number;
  error: string;
  question: string;
  elsewhere: string;
  studentId: string;
}>();
const { units } = useStudentContext();
const emit = defineEmits<{
  choose: [device: number | null];
  straight: [straight: boolean];
  here: [];
  take: [ball: SentBall, answer: Partial<BallIn>];
  discard: [ball: SentBall];
}>();

/** Balls that ask nothing: they can be taken at once. */
const plain = computed(() => props.waiting.filter((ball) => !ball.late && !ball.question));
const takeAll = () => plain.value.forEach((ball) => emit("take", ball, { confirmed: false }));

function say(ball: SentBall): string {
  const { carry_yd, total_yd, launch_deg, spin_rpm } = ball.measured;
  const distance = carry_yd ?? total_yd;
  return [
    distance === undefined ? "" : `${units.value.show(distance, 1)} ${units.value.unit}`,
    launch_deg === undefined ? "" : `${launch_deg.toFixed(0)}°`,
    spin_rpm === undefined ? "spin typical" : `${spin_rpm.toFixed(0)} rpm`,
  ]
    .filter(Boolean)
    .join(", ");
}
const name = (device: Device) =>
  device.student && device.plays_for !== props.studentId
    ? `${device.name} (sends to ${device.student})`
    : device.name;
const chosen = (event: Event) => {
  const { value } = event.target as HTMLSelectElement;
  return value ? Number(value) : null;
};
</script>

<template>
  <section class="feed">
    <div v-if="devices.length" class="row">
      <label
        >Launch monitor
        <select :value="mine?.id ?? ''" @change="$emit('choose', chosen($event))">
          <option value="">none</option>
          <option v-for="device in devices" :key="device.id" :value="device.id">
            {{ name(device) }}
          </option>
        </select></label
      >
      <label v-if="mine"
        ><input
          type="checkbox"
          :checked="mine.straight"
          @change="$emit('straight', ($event.target as HTMLInputElement).checked)"
        />
        log to this shot</label
      >
      <RouterLink class="push" to="/devices">Devices</RouterLink>
    </div>
    <Sentence :text="error" />
    <Sentence :text="question" tone="ask" />
    <p v-if="mine && elsewhere" class="line">
      {{ mine.name }} sends to {{ elsewhere }}, set on another page.
      <button type="button" @click="$emit('here')">Send to this shot</button>
    </p>
    <p v-else-if="mine && mine.straight && !error" class="quiet">
      Connected. Each ball is logged to the shot above as it lands, on any page.
    </p>
    <button v-if="plain.length > 1" type="button" class="all" @click="takeAll">
      Assign all {{ plain.length }} to this shot
    </button>
    <ul v-if="waiting.length" aria-label="Unassigned balls">
      <li v-for="ball in waiting" :key="ball.id">
        <span class="num">{{ say(ball) }}{{ ball.undone ? ", undone before" : "" }}</span>
        <template v-if="ball.late">
          <button type="button" @click="$emit('take', ball, { confirmed: true, moment: 'arrival' })">
            Log as today
          </button>
          <button type="button" @click="$emit('take', ball, { confirmed: true, moment: 'as said' })">
            Log as that day
          </button>
        </template>
        <button v-else type="button" @click="$emit('take', ball, { confirmed: ball.question !== '' })">
          {{ ball.question ? "Log anyway" : "Log to this shot" }}
        </button>
        <button type="button" @click="$emit('discard', ball)">Delete</button>
        <Sentence :text="ball.question" tone="ask" />
      </li>
    </ul>
    <p v-if="more" class="quiet">{{ more }} more after these.</p>
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
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.6rem;
}
.line button,
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
