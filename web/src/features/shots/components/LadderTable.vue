<script setup lang="ts">
/** The ladder: for every fifth yardage the shot that is played, or none and the nearest. */
import { computed } from "vue";
import { halfInterval } from "@/shared/api/cells";
import { percent } from "@/shared/format/numbers";
import type { Schemas } from "@/shared/api/client";
import { shotWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  page: Schemas["PlayedOut"];
  selected: number | null;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{ select: [place: number] }>();
const EVERY = 5;

/** Every fifth of the student's own unit: the whole yardage nearest to it. */
const rungs = computed(() => {
  const seen = new Set<number>();
  const found = props.page.rungs.filter((rung) => {
    const at = Math.round(units.value.value(rung.yardage) / EVERY) * EVERY;
    const near = Math.abs(units.value.value(rung.yardage) - at) <= units.value.value(0.5);
    if (!near || seen.has(at)) return false;
    seen.add(at);
    return true;
  });
  return found.map((rung) => ({
    ...rung,
    of: shotOf(rung.shot),
    near: shotOf(rung.nearest),
  }));
});
function shotOf(place: number | null) {
  return place === null ? null : (props.page.shots[place] ?? null);
}
</script>

<template>
  <table class="ladder num">
    <tbody>
      <tr
        v-for="rung in rungs"
        :key="rung.yardage"
        :class="{ none: rung.shot === null, here: rung.shot !== null && rung.shot === selected }"
        @click="rung.shot !== null && emit('select', rung.shot)"
      >
        <th scope="row" class="slab">{{ units.show(rung.yardage) }}</th>
        <template v-if="rung.of">
          <td class="name">{{ shotWords(texts, rung.of) }}</td>
          <td class="right">
            {{ units.show(rung.of.carry_yd) }} ±
            {{ units.show(halfInterval(rung.of)) }}
          </td>
          <td class="right quiet">{{ percent(rung.chance) }}</td>
        </template>
        <template v-else>
          <td v-if="rung.near && rung.adds" colspan="3">
            {{ shotWords(texts, rung.near) }} {{ units.added(rung.yardage, rung.near.carry_yd) }}
            {{ units.unit }} (nearest, {{ units.show(rung.near.carry_yd) }})
          </td>
          <td v-else colspan="3" class="clay">none</td>
        </template>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.ladder {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: right;
  width: 2.6rem;
  padding: 0.22rem 0.7rem 0.22rem 0;
  font-size: 1.1rem;
}
td {
  padding: 0.22rem 0.3rem;
  border-bottom: 1px solid var(--line);
}
.name {
  font-weight: 600;
}
.right {
  text-align: right;
  white-space: nowrap;
}
.clay {
  color: var(--clay);
}
.none th {
  font-weight: 500;
  color: var(--ink-2);
}
tr.here {
  background: var(--accent-soft);
}
tr:not(.none) {
  cursor: pointer;
}
</style>
