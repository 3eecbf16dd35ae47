<script setup lang="ts">
/** One trajectory's set-up as sliders, with the numbers beside them. */
import type { Cell } from "@/shared/api/queries";
import type { Measure } from "@/shared/units/units";
import TrajectoryGlyph from "@/shared/ui/TrajectoryGlyph.vue";
import type { Recipe } from "../composables/flight";

const props = defineProps<{
  trajectory: Cell["trajectory"];
  limits: Record<string, [number, number]>;
  adjustment: Measure;
}>();
const recipe = defineModel<Recipe>({ required: true });

type Slider = "ball_in" | "lean_deg" | "face_open_deg" | "weight_lead_pct";
const SLIDERS: { name: Slider; label: string; step: number; say: (value: number) => string }[] = [
  {
    name: "ball_in",
    label: "Ball",
    step: 0.1,
    say: (v) =>
      Math.abs(v) < 0.05
        ? "middle"
        : `${props.adjustment.show(Math.abs(v), 1)} ${props.adjustment.sign} ${v < 0 ? "back" : "forward"}`,
  },
  { name: "lean_deg", label: "Shaft lean", step: 0.5, say: (v) => `${v}° to target` },
  {
    name: "face_open_deg",
    label: "Face",
    step: 1,
    say: (v) => (v ? `${v}° open` : "square"),
  },
  { name: "weight_lead_pct", label: "Weight, lead side", step: 1, say: (v) => `${v} %` },
];
const WORDS = {
  stance: "Stance",
  distance: "Distance",
  follow_through: "Follow-through",
} as const;
function set(name: Slider, event: Event): void {
  recipe.value = { ...recipe.value, [name]: Number((event.target as HTMLInputElement).value) };
}
</script>

<template>
  <fieldset>
    <legend><TrajectoryGlyph :trajectory="trajectory" /> {{ trajectory }}</legend>
    <label v-for="slider in SLIDERS" :key="slider.name">
      <span class="name">{{ slider.label }}</span>
      <span class="num value">{{ slider.say(recipe[slider.name]) }}</span>
      <input
        type="range"
        :min="limits[slider.name]?.[0]"
        :max="limits[slider.name]?.[1]"
        :step="slider.step"
        :value="recipe[slider.name]"
        :aria-label="`${slider.label}, ${trajectory}`"
        @input="set(slider.name, $event)"
      />
    </label>
    <label v-for="(label, name) in WORDS" :key="name">
      <span class="name">{{ label }}</span>
      <input
        v-model="recipe[name]"
        class="text"
        type="text"
        maxlength="200"
        :aria-label="`${label}, ${trajectory}`"
      />
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 0;
  padding: 0.4rem 0 0.5rem;
}
legend {
  font: 650 1rem var(--slab);
  padding: 0 0.5rem 0 0;
}
label {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 0.5rem;
}
.name {
  color: var(--ink-2);
}
.value {
  font-weight: 600;
}
input {
  grid-column: 1 / -1;
  width: 100%;
  accent-color: var(--accent);
  margin: 0.1rem 0 0.25rem;
}
.text {
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  padding: 0.25rem 0.4rem;
}
</style>
