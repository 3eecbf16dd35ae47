<script setup lang="ts">
/** What moved between two cards: shots in and out, and numbers beyond half a yard. */
import { computed, ref } from "vue";
import { shotId } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import { shotWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  moved: Schemas["DifferenceOut"][];
  /** Only what the student plays, on either. */
  played?: boolean;
}>();
const { units, texts } = useStudentContext();
const SHOWN_YD = 0.5;
const yards = (v: number | null) => (v === null ? "–" : units.value.show(v));
const rows = computed(() =>
  props.moved
    .filter((d) => {
      if (props.played && d.before !== "played" && d.after !== "played") return false;
      if (d.before_yd === null || d.after_yd === null || (props.played && d.before !== d.after)) return true;
      return Math.abs(d.after_yd - d.before_yd) >= SHOWN_YD;
    })
    .map((d) => ({
      id: shotId({ ...d.key, back_in: d.back_in, down_in: d.down_in }),
      name: shotWords(texts.value, { ...d.key, back_in: d.back_in, down_in: d.down_in }),
      carries: `${yards(d.before_yd)} → ${yards(d.after_yd)}`,
      how: how(d),
      real: d.real,
    })),
);
function how(d: Schemas["DifferenceOut"]): string {
  if (props.played && d.after !== d.before) return d.after === "played" ? "new" : "removed";
  return d.real ? "probably changed" : "no real change";
}
/** So many stand in sight. */
const FIRST = 5;
const all = ref(false);
</script>

<template>
  <p v-if="!rows.length" class="quiet">No noticeable difference.</p>
  <table v-else class="plain num">
    <tbody>
      <tr v-for="row in all ? rows : rows.slice(0, FIRST)" :key="row.id">
        <td class="slab">{{ row.name }}</td>
        <td class="right">{{ row.carries }}</td>
        <td :class="{ clay: row.real }">{{ row.how }}</td>
      </tr>
    </tbody>
  </table>
  <button v-if="rows.length > FIRST && !all" type="button" class="more" @click="all = true">
    {{ rows.length - FIRST }} more
  </button>
</template>

<style scoped>
p {
  margin: 0.3rem 0;
}
.clay {
  color: var(--clay);
}
.more {
  min-height: 36px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
</style>
