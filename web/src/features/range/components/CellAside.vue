<script setup lang="ts">
/** The cell being hit: its number, its balls, whether it is enough; then the balls of the day. */
import type { Strike } from "@/shared/api/queries";
import { computed, defineAsyncComponent } from "vue";
import { basisWords, halfInterval } from "@/shared/api/cells";
import { outboxState } from "@/shared/outbox/outbox";
import { useStudentContext } from "@/shared/student/context";
import type { useSession } from "../composables/session";
import BallList from "./BallList.vue";

// Comes after the view: its scales are heavier than all that is pressed here.
const DotPlot = defineAsyncComponent(() => import("@/shared/ui/DotPlot.vue"));

const props = defineProps<{
  studentId: string;
  session: ReturnType<typeof useSession>;
  strikes: Strike[];
  load: string;
}>();
const { units } = useStudentContext();
defineEmits<{ undo: [uid?: string]; redo: []; drop: [uid: string] }>();

const now = computed(() => props.session.now.value);
const balls = computed(() => props.session.balls.value);
const cellBalls = computed(() => props.session.cellBalls.value);
const undone = computed(() => props.session.undone.value.length);
const solid = computed(
  () =>
    cellBalls.value.filter(
      (b) => b.strike === "solid" && !b.excluded && !b.ball_position_in && !b.grip_down_in,
    ).length,
);
const spin = computed(() => {
  const measured = cellBalls.value.findLast((b) => b.spin_rpm !== null);
  return measured ? `${measured.spin_rpm?.toFixed(0)} rpm` : "";
});
const enough = computed(() => {
  const { more, unsettled, behind } = now.value;
  if (behind) return "";
  if (unsettled) return 'More balls won\'t help. See "Needs checking" on the matrix.';
  if (more === null) return "";
  if (more === 0) return "Confirmed, within tolerance.";
  return `About ${more} more ${more === 1 ? "ball" : "balls"} would confirm it.`;
});
const count = computed(() => {
  const n = balls.value.length;
  return `${n} ${n === 1 ? "ball" : "balls"} today`;
});
</script>

<template>
  <aside class="sheet">
    <div class="head">
      <h2>This shot</h2>
      <span class="quiet num">{{ solid }} solid of {{ cellBalls.length }}</span>
    </div>
    <p v-if="now.cell" class="centre" :class="{ est: now.cell.basis === 'estimated' }">
      <span class="slab big">{{ units.show(now.cell.carry_yd) }}</span>
      <span class="slab">± {{ units.show(halfInterval(now.cell)) }} {{ units.unit }}</span>
      <span v-if="now.behind && outboxState.trouble" class="quiet">without the balls still to send</span>
      <span v-else :class="{ 'quiet num': now.cell.balls }">{{ basisWords(now.cell) }}</span>
    </p>
    <p v-if="enough" class="enough" :class="{ yes: now.more === 0 }">{{ enough }}</p>
    <div class="place" :class="{ some: cellBalls.length }">
      <DotPlot
        :balls="cellBalls"
        :centre-yd="now.cell?.carry_yd ?? null"
        :newest="balls.at(-1)?.uid ?? null"
      />
    </div>
    <p v-if="spin" class="quiet">Measured spin: {{ spin }}.</p>
    <div class="head list-head">
      <h2>{{ count }}</h2>
      <RouterLink
        v-if="balls.length && !outboxState.waiting"
        class="push"
        :to="{ name: 'review', params: { studentId } }"
        >Confirm</RouterLink
      >
      <span class="actions" :class="{ push: !balls.length || outboxState.waiting }">
        <button v-if="balls.length" type="button" @click="$emit('undo')">Undo <kbd>u</kbd></button>
        <button v-if="undone" type="button" @click="$emit('redo')">Redo <kbd>r</kbd></button>
      </span>
    </div>
    <p v-if="load" class="load" role="status">{{ load }}</p>
    <BallList
      :balls="balls"
      :strikes="strikes"
      @mark="session.mark"
      @undo="(uid?: string) => $emit('undo', uid)"
      @drop="(uid: string) => $emit('drop', uid)"
    />
    <p v-if="!balls.length" class="quiet">Type a carry and press Enter to log a ball.</p>
  </aside>
</template>

<style scoped>
/* As high as the dots, which come a little later. */
.place.some {
  min-height: 96px;
}
.centre {
  display: flex;
  align-items: baseline;
  gap: 0.6rem;
  margin: 0;
}
.big {
  font-size: 2.6rem;
  font-weight: 700;
  line-height: 1.1;
}
.head {
  margin-bottom: 0.2rem;
}
.list-head {
  margin: 0.8rem 0 0.2rem;
}
.actions {
  display: flex;
  gap: 0.4rem;
}
.actions button {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.actions button:disabled {
  opacity: 0.5;
}
.enough {
  margin: 0.1rem 0 0;
  color: var(--ink-2);
}
.enough.yes {
  color: var(--field);
  font-weight: 650;
}
.load {
  margin: 0.2rem 0;
  padding: 0.3rem 0.6rem;
  background: var(--accent-soft);
}
</style>
