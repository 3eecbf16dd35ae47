<script setup lang="ts">
/** The best three shots for the yardage under the cursor. */
import { computed } from "vue";
import { ballWords, cellName, halfInterval } from "@/shared/api/cells";
import type { Cell, Ground } from "@/shared/api/queries";
import type { UnitWords } from "@/shared/units/units";

const props = defineProps<{
  cells: Cell[];
  ground: Ground;
  units: UnitWords;
  yardage: number | null;
}>();
defineEmits<{ select: [cell: Cell] }>();

const best = computed(() => {
  if (props.yardage === null) return [];
  const places = props.ground.best[props.yardage - props.ground.axis_from_yd] ?? [];
  return places.flatMap((at) => props.cells[at] ?? []);
});
const fallow = computed(() => {
  const y = props.yardage;
  return y === null ? null : props.ground.fallow.find((s) => y >= s.from_yd && y <= s.to_yd);
});
</script>

<template>
  <section aria-live="polite">
    <h2 v-if="yardage === null">Look a yardage up</h2>
    <h2 v-else>At {{ units.show(yardage) }} {{ units.unit }}</h2>
    <p v-if="yardage === null" class="quiet">
      Move over the ground, or type the number. Click pins it.
    </p>
    <template v-else>
      <p v-if="fallow" class="fallow">
        <template v-if="fallow.width === 1">Fallow</template>
        <template v-else
          >Fallow from {{ units.show(fallow.from_yd) }} to {{ units.show(fallow.to_yd) }}</template
        >: no shot comes within the tolerance.
      </p>
      <ul>
        <li v-for="cell in best" :key="cellName(cell)">
          <button type="button" @click="$emit('select', cell)">
            <span class="name">{{ cellName(cell) }}</span>
            <span class="slab carry" :class="{ est: cell.basis === 'estimated' }"
              >{{ units.show(cell.carry_yd) }} ± {{ units.show(halfInterval(cell)) }}</span
            >
            <span class="quiet">{{
              cell.basis === "estimated" ? "estimated" : ballWords(cell)
            }}</span>
            <span v-if="cell.doubts.length" class="doubt">{{ cell.doubts.join(", ") }}</span>
          </button>
        </li>
      </ul>
      <p v-if="!best.length" class="quiet">No shot yet.</p>
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
.doubt {
  color: var(--clay);
  text-align: right;
}
.fallow {
  color: var(--clay);
}
</style>
