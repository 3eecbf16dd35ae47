<script setup lang="ts">
/** One session in the week. */
import type { Appointment, Booked } from "../composables/calendar";
import { useTexts } from "@/shared/texts/texts";

defineProps<{ session: Booked; past: boolean; busy: boolean }>();
const texts = useTexts();
defineEmits<{ start: []; move: []; cancel: [one: Appointment] }>();
</script>

<template>
  <article :class="{ mine: session.mine, past }">
    <p class="at num">
      <b class="slab">{{ session.local }}</b>
      <span class="quiet">{{ session.minutes }} min</span>
    </p>
    <p v-for="one in session.group" :key="one.id" class="each">
      <RouterLink class="who" :to="`/s/${one.student_id}/matrix`">{{ one.student }}</RouterLink>
    </p>
    <p v-if="!session.mine" class="quiet">{{ session.coach }}</p>
    <p v-if="session.check_up" class="what">Check-up, {{ session.check_up }} balls</p>
    <p v-if="session.note">{{ session.note }}</p>
    <p v-else-if="!session.check_up && session.reasons[0]" class="quiet">
      {{ texts.sentence(session.reasons[0]) }}
    </p>
    <details>
      <summary :aria-label="`Start, move or cancel: ${session.group.map((one) => one.student).join(', ')}`">
        ⋯
      </summary>
      <p class="acts">
        <button type="button" class="start" :disabled="busy" @click="$emit('start')">Start</button>
        <button v-if="!past" type="button" @click="$emit('move')">Move</button>
        <button v-if="!past && session.group.length === 1" type="button" @click="$emit('cancel', session)">
          Cancel
        </button>
        <template v-else-if="!past">
          <button v-for="one in session.group" :key="one.id" type="button" @click="$emit('cancel', one)">
            Cancel for {{ one.student }}
          </button>
        </template>
      </p>
    </details>
  </article>
</template>

<style scoped>
article {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--line-strong);
  border-radius: 3px;
  padding: 0.4rem 0.5rem 0.2rem;
  margin-bottom: 0.5rem;
  font-size: 0.95rem;
  line-height: 1.3;
}
.mine {
  border-left-color: var(--accent);
}
/* Quieter without fading the letters. */
.past {
  background: none;
  border-style: dashed;
  border-left-style: solid;
}
p {
  margin: 0.1rem 0;
  overflow-wrap: anywhere;
}
.at {
  display: flex;
  justify-content: space-between;
}
.who {
  font-family: var(--slab);
  font-weight: 650;
  color: var(--ink);
  text-decoration: none;
}
.who:hover {
  text-decoration: underline;
}
.what {
  color: var(--accent);
}
.each {
  display: flex;
  justify-content: space-between;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  margin: 0 -0.15rem;
}
.acts button {
  min-height: 2.2rem;
  padding: 0 0.1rem;
  text-align: left;
  font-size: 0.95rem;
  border: 0;
  background: none;
  font-family: inherit;
  color: var(--accent);
  cursor: pointer;
}
.acts .start {
  font-weight: 650;
}
summary {
  min-height: 32px;
  color: var(--ink-2);
  text-align: right;
  list-style: none;
  cursor: pointer;
}
</style>
