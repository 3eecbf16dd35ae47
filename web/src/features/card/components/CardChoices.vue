<script setup lang="ts">
/** What stands on the card: paper, sides, steps, order, cues, run. */
import type { CardLook } from "../composables/card";

const look = defineModel<CardLook>({ required: true });
defineProps<{ unit: string }>();
const FORMS: Record<CardLook["form"], string> = {
  pocket: "pocket, folded",
  tag: "bag tag",
  a4: "wall, A4",
  letter: "wall, Letter",
};
const SIDES: Record<CardLook["sides"][number], string> = {
  yardage: "distances",
  club: "by club",
  ground: "the ground",
};
const STEPS = [1, 2, 5, 10];
const set = (part: Partial<CardLook>) => (look.value = { ...look.value, ...part });
function side(name: CardLook["sides"][number]): void {
  const on = look.value.sides.includes(name);
  const sides = on ? look.value.sides.filter((one) => one !== name) : [...look.value.sides, name];
  if (sides.length) set({ sides });
}
</script>

<template>
  <fieldset>
    <legend>Paper</legend>
    <label v-for="(name, form) in FORMS" :key="form"
      ><input type="radio" name="form" :checked="look.form === form" @change="set({ form })" />
      {{ name }}</label
    >
  </fieldset>
  <fieldset>
    <legend>Sides</legend>
    <label v-for="(name, one) in SIDES" :key="one"
      ><input type="checkbox" :checked="look.sides.includes(one)" @change="side(one)" /> {{ name }}</label
    >
  </fieldset>
  <fieldset>
    <legend>Distances</legend>
    <label class="line"
      >A line every
      <select :value="look.step" @change="set({ step: Number(($event.target as HTMLSelectElement).value) })">
        <option v-for="step in STEPS" :key="step">{{ step }}</option>
      </select>
      {{ unit }}</label
    >
    <label
      ><input
        type="checkbox"
        :checked="look.order === 'long-first'"
        @change="set({ order: look.order === 'long-first' ? 'short-first' : 'long-first' })"
      />
      Longest first</label
    >
    <label
      ><input type="checkbox" :checked="look.cues" @change="set({ cues: !look.cues })" /> Cue of each
      swing</label
    >
    <label
      ><input type="checkbox" :checked="look.run" @change="set({ run: !look.run })" /> How far it runs</label
    >
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0 0 0.9rem;
  padding: 0;
}
legend {
  font: 650 1.05rem var(--slab);
  padding: 0;
  margin-bottom: 0.2rem;
}
label {
  display: flex;
  align-items: center;
  gap: 0.45rem;
  min-height: 1.9rem;
}
select {
  min-height: 34px;
  font: inherit;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
</style>
