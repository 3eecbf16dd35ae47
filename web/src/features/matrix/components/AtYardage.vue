<script setup lang="ts">
/** The shot played for the yardage under the cursor, and what else would come near. */
import { computed } from "vue";
import { basisWords, cellName, halfInterval, shotId } from "@/shared/api/cells";
import type { Cell, Ground } from "@/shared/api/queries";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  cells: Cell[];
  ground: Ground;
  yardage: number | null;
}>();
const { units } = useStudentContext();
defineEmits<{ select: [cell: Cell] }>();

const MOST = 3;
const at = computed(() => (props.yardage ?? -1) - props.ground.axis_from_yd);
/** The shot that is played for it; null when none comes within the tolerance. */
const answer = computed(() => {
  const place = props.ground.plays[at.value];
  return props.yardage === null || place == null ? null : (props.cells[place] ?? null);
});
/** The shot to add a few yards to, or take them off. */
const near = computed(() => {
  const place = props.ground.near[at.value];
  return props.yardage === null || place == null ? null : (props.cells[place] ?? null);
});
const others = computed(() => {
  if (props.yardage === null) return [];
  const places = props.ground.best[at.value] ?? [];
  const cells = places.flatMap((place) => props.cells[place] ?? []);
  return cells.filter((cell) => cell !== answer.value).slice(0, answer.value ? MOST - 1 : MOST);
});
const rows = computed(() => [...(answer.value ? [answer.value] : []), ...others.value]);
const WORDS = { played: "used", work: "still learning", neither: "not used" };
</script>

<template>
  <section aria-live="polite">
    <h2 v-if="yardage === null">Look up a distance</h2>
    <h2 v-else>At {{ units.show(yardage) }} {{ units.unit }}</h2>
    <p v-if="yardage === null" class="quiet">Type a distance, or point at the ground.</p>
    <template v-else>
      <p v-if="!answer" class="fallow">
        <template v-if="near">
          {{ cellName(near) }} <b>{{ units.added(yardage, near.carry_yd) }} {{ units.unit }}</b
          >: the nearest shot in use carries {{ units.show(near.carry_yd) }}.
        </template>
        <template v-else>None. No shot in use comes close.</template>
        <span v-if="others.length" class="quiet">Nearest measured:</span>
      </p>
      <ul>
        <li v-for="cell in rows" :key="shotId(cell)" :class="{ answer: cell === answer }">
          <button type="button" @click="$emit('select', cell)">
            <span class="name">{{ cellName(cell) }}</span>
            <span class="slab carry" :class="{ est: cell.basis === 'estimated' }"
              >{{ units.show(cell.carry_yd) }} ± {{ units.show(halfInterval(cell)) }}</span
            >
            <span class="quiet">{{ basisWords(cell) }}</span>
            <span class="quiet right">{{ WORDS[cell.play] }}</span>
            <span v-if="cell.doubts.length" class="doubt">{{ cell.doubts.join(", ") }}</span>
          </button>
        </li>
      </ul>
      <p v-if="!rows.length" class="quiet">No shot yet.</p>
    </template>
  </section>
</template>

<style scoped>
section {
  min-height: 6.4rem;
}
p {
  margin: 0.25rem 0;
}
ul {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
}
button {
  width: 100%;
  display: grid;
  grid-template-columns: 1fr auto;
  text-align: left;
  gap: 0 0.5rem;
  padding: 0.35rem 0;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
button:hover .name {
  text-decoration: underline;
}
li:last-child button {
  border-bottom: 0;
}
.name {
  font-weight: 600;
}
.carry {
  justify-self: end;
  font-weight: 650;
  font-size: 1.05rem;
}
.right {
  text-align: right;
}
.answer .name {
  font-size: 1.15rem;
  font-weight: 700;
}
.doubt {
  color: var(--clay);
  text-align: right;
}
.fallow {
  color: var(--clay);
}
</style>
