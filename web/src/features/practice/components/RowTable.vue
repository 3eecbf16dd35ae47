<script setup lang="ts">
/** The rows being put together: form, balls, what is hit, a cue, the score wanted. */
import { addressOf, PLAIN, shortName, type CellAddress } from "@/shared/api/cells";
import type { Row } from "@/shared/api/practice";
import { upper } from "@/shared/texts/texts";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{
  rows: Row[];
  shots: CellAddress[];
  swings: string[];
  limit: number;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{
  put: [place: number, part: Partial<Row>];
  drop: [place: number];
  move: [place: number, by: number];
  start: [place: number];
}>();
const named = (key: CellAddress) => shortName(addressOf({ ...PLAIN, ...key }));
const placeOf = (row: Row) => {
  const { shot } = row;
  return shot ? props.shots.findIndex((one) => named(one) === named({ ...PLAIN, ...shot })) : -1;
};
const number = (event: Event) => {
  const { value } = event.target as HTMLInputElement;
  return value === "" ? null : Number(value);
};
const yards = (event: Event) => {
  const typed = number(event);
  return typed === null ? null : units.value.yards(typed);
};
const shown = (yd: number | null | undefined) => (yd == null ? "" : units.value.show(yd));
const setShot = (place: number, event: Event) =>
  emit("put", place, { shot: props.shots[Number((event.target as HTMLSelectElement).value)] ?? null });
/** Whether yardages of a form are called between two ends. */
const RANGED: Record<Row["form"], boolean> = {
  blocked: false,
  serial: true,
  random: true,
  net: false,
  "worse of two": true,
  "one swing": false,
};
</script>

<template>
  <ol>
    <li v-for="(row, i) in rows" :key="i">
      <div class="line">
        <b class="slab">{{ upper(texts.name("form", row.form)) }}</b>
        <input
          type="number"
          min="1"
          :max="limit"
          :value="row.balls"
          aria-label="Balls"
          @change="emit('put', i, { balls: number($event) ?? row.balls })"
        />
        balls
        <select
          v-if="row.form === 'blocked' || row.form === 'net'"
          :value="placeOf(row)"
          aria-label="Shot"
          @change="setShot(i, $event)"
        >
          <option :value="-1">choose a shot</option>
          <option v-for="(shot, n) in shots" :key="n" :value="n">{{ named(shot) }}</option>
        </select>
        <select
          v-if="row.form === 'one swing'"
          :value="row.swing"
          aria-label="Swing"
          @change="emit('put', i, { swing: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="swing in swings" :key="swing">{{ swing }}</option>
        </select>
        <template v-if="RANGED[row.form]">
          <input
            type="number"
            :value="shown(row.from_yd)"
            placeholder="from"
            aria-label="From"
            @change="emit('put', i, { from_yd: yards($event) })"
          />
          <input
            type="number"
            :value="shown(row.to_yd)"
            placeholder="to"
            aria-label="To"
            @change="emit('put', i, { to_yd: yards($event) })"
          />
          {{ units.unit }}
        </template>
        <select
          v-if="row.form === 'serial'"
          :value="row.step"
          aria-label="Steps"
          @change="emit('put', i, { step: ($event.target as HTMLSelectElement).value as Row['step'] })"
        >
          <option value="narrow">{{ texts.format("step-narrow") }}</option>
          <option value="wide">{{ texts.format("step-wide") }}</option>
        </select>
        <span class="acts">
          <button type="button" @click="emit('start', i)">Play it</button>
          <button type="button" :disabled="!i" aria-label="Earlier" @click="emit('move', i, -1)">↑</button>
          <button type="button" aria-label="Remove" @click="emit('drop', i)">✕</button>
        </span>
      </div>
      <div class="line">
        <input
          class="cue"
          maxlength="120"
          :value="row.cue"
          placeholder="A cue for this row"
          aria-label="Cue for this row"
          @change="emit('put', i, { cue: ($event.target as HTMLInputElement).value })"
        />
        <label class="quiet"
          >goal
          <input
            type="number"
            min="0"
            :max="row.balls"
            :value="row.wanted ?? ''"
            aria-label="Score goal"
            @change="emit('put', i, { wanted: number($event) })"
        /></label>
      </div>
    </li>
  </ol>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
  padding: 0.4rem 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.5rem;
}
.line + .line {
  margin-top: 0.3rem;
}
b {
  min-width: 5.5rem;
}
input {
  min-height: 38px;
  padding: 0 0.4rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
input[type="number"] {
  width: 4rem;
}
.cue {
  flex: 1 1 12rem;
  min-width: 0;
}
.acts {
  margin-left: auto;
  display: flex;
  gap: 0.25rem;
}
button {
  min-height: 38px;
  min-width: 38px;
  font: inherit;
  color: var(--ink);
  background: none;
  border: 1px solid var(--line);
  border-radius: 3px;
  cursor: pointer;
}
</style>
