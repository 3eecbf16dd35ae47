<script setup lang="ts">
/** One bay in the strip: who, what is hit, the last ball, what comes next; pressed, it is up. */
import { computed, onBeforeUnmount } from "vue";
import { cellName } from "@/shared/api/cells";
import { outboxState } from "@/shared/outbox/outbox";
import { useBay, type BayNow } from "../composables/bay";
import type { Bay, useGroup } from "../composables/group";

const props = defineProps<{ bay: Bay; group: ReturnType<typeof useGroup>; up: boolean }>();
const emit = defineEmits<{ here: [bay: BayNow]; gone: [number: number]; up: [] }>();
const now = useBay({
  studentId: props.bay.student_id,
  bay: () => props.bay,
  group: props.group,
});
emit("here", now);
onBeforeUnmount(() => emit("gone", props.bay.number));

const balls = computed(() => now.session.balls.value);
const last = computed(() => balls.value.at(-1));
const lastWords = computed(() => {
  const ball = last.value;
  if (!ball) return "no ball yet";
  const yards = ball.carry_yd ?? ball.total_yd;
  const carry = yards === null ? "–" : now.units.value.show(yards);
  return ball.strike === "solid" ? carry : `${carry} ${ball.strike}`;
});
const step = computed(() => now.plan.steps.value.find((s) => s.here));
const waiting = computed(() => outboxState.ops.filter((op) => op.studentId === props.bay.student_id).length);
</script>

<template>
  <button
    type="button"
    class="bay"
    :class="{ up }"
    :aria-pressed="up"
    :aria-label="`Bay ${bay.number}, ${bay.student}${up ? ', the next ball' : ''}`"
    @click="$emit('up')"
  >
    <span class="nr slab">{{ bay.number }}</span>
    <span class="who">
      <b :title="bay.student">{{ bay.student }}</b>
      <span class="cell" :title="now.cell.value ? cellName(now.cell.value) : undefined">{{
        now.cell.value ? cellName(now.cell.value) : "…"
      }}</span>
    </span>
    <span class="last slab" :class="{ waiting: last?.waiting, none: !last }">{{ lastWords }}</span>
    <span class="foot num">
      <span v-if="up" class="flag">next ball</span>
      <span v-else>{{ balls.length }} {{ balls.length === 1 ? "ball" : "balls" }}</span>
      <span v-if="step">{{ step.hit }} of {{ step.item.balls }}</span>
      <span v-else-if="now.plan.steps.value.length && !now.plan.left.value">plan done</span>
      <span v-if="waiting">{{ waiting }} to confirm</span>
    </span>
  </button>
</template>

<style scoped>
.bay {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 0 0.6rem;
  align-items: center;
  min-height: 78px;
  padding: 0.35rem 0.6rem;
  border: 1px solid var(--line-strong);
  border-bottom-width: 5px;
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  line-height: 1.2;
  text-align: left;
  cursor: pointer;
}
.nr {
  font-size: 1.9rem;
  font-weight: 700;
  color: var(--ink-2);
}
.who {
  display: grid;
  min-width: 0;
}
.who b,
.cell {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.cell {
  color: var(--ink-2);
}
.last {
  font-size: 1.35rem;
  font-weight: 650;
}
.last.waiting {
  opacity: 0.65;
}
.last.none {
  font-size: 0.95rem;
  font-weight: 400;
}
.foot {
  grid-column: 1 / -1;
  display: flex;
  gap: 0.8rem;
  font-size: 0.9rem;
  color: var(--ink-2);
}
.flag {
  font-weight: 700;
}
/* Whose ball comes next is read from across the range: ground, edge and words, not hue alone. */
.up {
  background: var(--bar);
  border-color: var(--bar);
  border-bottom-color: #d08a33;
  color: var(--bar-ink);
}
.up .nr,
.up .cell,
.up .foot {
  color: var(--bar-ink);
}
@media (max-width: 700px) {
  .bay {
    grid-template-columns: auto minmax(0, 1fr);
    min-height: 64px;
    padding: 0.2rem 0.4rem;
  }
  .nr {
    font-size: 1.3rem;
  }
  .last {
    grid-column: 2;
    font-size: 1.05rem;
  }
  .foot {
    display: none;
  }
}
</style>
