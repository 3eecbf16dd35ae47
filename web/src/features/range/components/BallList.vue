<script setup lang="ts">
/** Today's balls, newest first. Tapping a strike changes it, the cross undoes the ball. */
import { oneOf } from "@/shared/ui/oneOf";
import type { Strike } from "@/shared/api/queries";
import { computed } from "vue";
import { cellName } from "@/shared/api/cells";
import { shortSide } from "@/shared/format/side";
import { adjustmentWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";
import type { ShownBall } from "../composables/merge";

const props = defineProps<{ balls: ShownBall[]; strikes: Strike[] }>();
const { units, texts, profile } = useStudentContext();
const emit = defineEmits<{
  mark: [uid: string, strike: Strike];
  undo: [uid: string];
  drop: [uid: string];
}>();

const MOST = 60;
function mark(uid: string, event: Event): void {
  const strike = oneOf(props.strikes, event);
  if (strike) emit("mark", uid, strike);
}
function number(ball: ShownBall): string {
  const yards = ball.carry_yd ?? ball.total_yd;
  if (yards === null) return "–";
  return `${units.value.show(yards, yards % 1 ? 1 : 0)}${ball.carry_yd === null ? "t" : ""}`;
}
const newestFirst = computed(() => props.balls.slice(-MOST).reverse());
</script>

<template>
  <ol class="balls" :reversed="true">
    <li
      v-for="(ball, i) in newestFirst"
      :key="ball.uid"
      :class="{ mishit: ball.strike !== 'solid', waiting: ball.waiting }"
    >
      <span class="nr num quiet">{{ balls.length - i }}</span>
      <span class="slab carry">{{ number(ball) }}</span>
      <select
        :value="ball.strike"
        :aria-label="`Strike of ball ${balls.length - i}`"
        @change="mark(ball.uid, $event)"
      >
        <option v-for="strike in strikes" :key="strike">{{ strike }}</option>
      </select>
      <span class="cell quiet"
        ><template v-if="ball.carry_yd !== null && ball.total_yd !== null"
          >total {{ units.show(ball.total_yd) }},
        </template>
        <template v-if="ball.offline_yd !== null">{{ shortSide(units, profile, ball.offline_yd) }},</template>
        {{ cellName(ball) }}
        <template v-if="ball.launch_deg !== null">{{ ball.launch_deg.toFixed(0) }}°</template>
        <template v-if="ball.spin_rpm !== null"> {{ ball.spin_rpm.toFixed(0) }} rpm</template>
      </span>
      <button
        v-if="!ball.refused"
        type="button"
        :aria-label="`Undo ball ${balls.length - i}`"
        @click="$emit('undo', ball.uid)"
      >
        ✕
      </button>
      <span v-if="ball.ball_position_in || ball.grip_down_in" class="adjustment quiet">{{
        adjustmentWords(texts, ball)
      }}</span>
      <p v-if="ball.refused" class="refused">
        {{ ball.refused }}
        <button type="button" class="word" @click="$emit('drop', ball.uid)">Delete</button>
      </p>
      <span v-if="ball.waiting" class="sr-only">waiting to send</span>
    </li>
  </ol>
  <p v-if="balls.length > MOST" class="quiet">
    Showing the last {{ MOST }} of {{ balls.length }} balls. All count.
  </p>
</template>

<style scoped>
.balls {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 21rem;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: 1.8rem 3.2rem 5rem 1fr auto;
  align-items: center;
  gap: 0 0.5rem;
  border-bottom: 1px solid var(--line);
  min-height: 44px;
}
.carry {
  font-size: 1.25rem;
  font-weight: 650;
  text-align: right;
}
.mishit .carry {
  color: var(--clay);
}
.waiting .carry {
  opacity: 0.65;
}
select {
  min-height: 36px;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
}
.mishit select {
  color: var(--clay);
  font-weight: 600;
}
.cell {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
button {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  font: inherit;
  color: var(--ink-2);
  cursor: pointer;
}
.adjustment {
  grid-column: 2 / -1;
  margin-bottom: 0.3rem;
}
.refused {
  grid-column: 1 / -1;
  margin: 0;
  color: var(--clay);
}
.word {
  text-decoration: underline;
  color: var(--clay);
}
</style>
