<script setup lang="ts">
/** What holds for every ball, as one line of words; it opens to be changed. */
import { oneOf } from "@/shared/ui/oneOf";
import { computed } from "vue";
import type { Words } from "@/shared/api/queries";
import MeasureField from "@/shared/ui/MeasureField.vue";
import { useStudentContext } from "@/shared/student/context";
import type { Conditions } from "../composables/conditions";

const props = defineProps<{ words: Words; now: Conditions }>();
const { units } = useStudentContext();
const emit = defineEmits<{ change: [part: Partial<Conditions>] }>();
type Field = HTMLInputElement | HTMLSelectElement;
const text = (event: Event) => (event.target as Field).value;
const set = (part: Partial<Conditions>) => emit("change", part);
const GROOVES = ["clean", "worn"] as const;
const READS = { typed: "not given", laser: "laser to the mark", eye: "boards, by eye" };
/** "Mat, range ball, calm, 20 °C": what is not known of the air is not said. */
const line = computed(() => {
  const { lie, ball, headwind, temperature, reading, read } = props.now;
  const wind = `wind ${units.value.speed.show(headwind ?? 0)} ${units.value.speed.sign}`;
  const words = [
    lie,
    `${ball} ball`,
    headwind === null ? "" : headwind === 0 ? "calm" : wind,
    temperature === null ? "" : `${units.value.air.show(temperature)} ${units.value.air.sign}`,
    reading === "total" ? "total" : "",
    read === "typed" ? "" : READS[read],
  ];
  const text = words.filter(Boolean).join(", ");
  return text.charAt(0).toUpperCase() + text.slice(1);
});
/** What few students ever need is out of sight until it is set. */
const special = computed(() => {
  const { ballIn, gripIn, grooves, wet } = props.now;
  return !!ballIn || !!gripIn || grooves === "worn" || wet;
});
</script>

<template>
  <details class="conditions">
    <summary>{{ line }}</summary>
    <div class="fields">
      <label
        >Lie
        <select :value="now.lie" @change="set({ lie: oneOf(words.lies, $event) })">
          <option v-for="lie in words.lies" :key="lie">{{ lie }}</option>
        </select></label
      >
      <label
        >Ball
        <select :value="now.ball" @change="set({ ball: oneOf(words.balls, $event) })">
          <option v-for="ball in words.balls" :key="ball">{{ ball }}</option>
        </select></label
      >
      <label
        >Measured by
        <select :value="now.read" @change="set({ read: text($event) as Conditions['read'] })">
          <option v-for="(name, read) in READS" :key="read" :value="read">{{ name }}</option>
        </select></label
      >
      <label
        >Measured
        <select :value="now.reading" @change="set({ reading: text($event) as Conditions['reading'] })">
          <option>carry</option>
          <option>total</option>
        </select></label
      >
      <label
        >Air
        <MeasureField
          :value="now.temperature"
          :measure="units.air"
          :least="-30"
          :most="55"
          :placeholder="units.air.show(20)"
          @set="set({ temperature: $event })"
      /></label>
      <label
        >Headwind
        <MeasureField
          :value="now.headwind"
          :measure="units.speed"
          :least="-30"
          :most="30"
          placeholder="?"
          title="0 if calm. Leave empty if unknown."
          @set="set({ headwind: $event })"
      /></label>
      <details class="more" :open="special || undefined">
        <summary>Adjustments, grooves, wet</summary>
        <div class="fields">
          <label
            >Ball back
            <MeasureField
              :value="now.ballIn || null"
              :measure="units.adjustment"
              :least="-36"
              :most="36"
              placeholder="0"
              title="Back from the student's usual place, − is forward. Doesn't count for the normal carry."
              @set="set({ ballIn: $event ?? 0 })"
          /></label>
          <label
            >Grip down
            <MeasureField
              :value="now.gripIn || null"
              :measure="units.adjustment"
              :least="-1"
              :most="36"
              placeholder="0"
              title="Beyond the student's usual grip. Doesn't count for the normal carry."
              @set="set({ gripIn: $event ?? 0 })"
          /></label>
          <label
            >Grooves
            <select :value="now.grooves ?? 'clean'" @change="set({ grooves: oneOf(GROOVES, $event) })">
              <option v-for="kind in GROOVES" :key="kind">{{ kind }}</option>
            </select></label
          >
          <label
            ><input
              type="checkbox"
              class="box"
              :checked="now.wet"
              @change="set({ wet: ($event.target as HTMLInputElement).checked })"
            />
            wet</label
          >
        </div>
      </details>
      <p v-if="now.read !== 'typed'" class="quiet">
        Never walk out while anyone can hit. Only when the range is closed or cleared by its staff.
      </p>
    </div>
  </details>
</template>

<style scoped>
.conditions {
  border-top: 1px solid var(--line);
  margin-top: 0.5rem;
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.9rem;
}
.more {
  flex-basis: 100%;
}
summary {
  min-height: 44px;
  align-content: center;
  color: var(--accent);
  cursor: pointer;
}
label {
  display: flex;
  align-items: center;
  gap: 0.3rem;
  color: var(--ink-2);
}
select,
input {
  min-height: 44px;
}
input {
  width: 4.2rem;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
input.box {
  width: 1.3rem;
}
p {
  margin: 0;
}
</style>
