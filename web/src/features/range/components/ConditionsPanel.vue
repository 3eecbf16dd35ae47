<script setup lang="ts">
/** Set once, changed by exception. */
import { oneOf } from "@/shared/ui/oneOf";
import type { Words } from "@/shared/api/queries";
import MeasureField from "@/shared/ui/MeasureField.vue";
import { useStudentContext } from "@/shared/student/context";
import type { Conditions } from "../composables/conditions";

defineProps<{ words: Words; now: Conditions }>();
const { units } = useStudentContext();
const emit = defineEmits<{ change: [part: Partial<Conditions>] }>();
type Field = HTMLInputElement | HTMLSelectElement;
const text = (event: Event) => (event.target as Field).value;
const set = (part: Partial<Conditions>) => emit("change", part);
const GROOVES = ["clean", "worn"] as const;
const READS = { typed: "as given", laser: "laser to the mark", eye: "boards, by eye" };
</script>

<template>
  <section class="conditions">
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
      >Read
      <select :value="now.read" @change="set({ read: text($event) as Conditions['read'] })">
        <option v-for="(name, read) in READS" :key="read" :value="read">{{ name }}</option>
      </select></label
    >
    <label
      >Number is the
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
        title="0 where it is calm. Left open, the day counts as less sure."
        @set="set({ headwind: $event })"
    /></label>
    <label
      >Ball back
      <MeasureField
        :value="now.ballIn || null"
        :measure="units.adjustment"
        :least="-36"
        :most="36"
        placeholder="0"
        title="Back of the student's own place, − is forward. An adjustment: it teaches what that is worth, and does not set the cell's number."
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
        title="Beyond the student's own. An adjustment: it teaches what that is worth, and does not set the cell's number."
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
    <p v-if="now.read !== 'typed'" class="quiet">
      Never walk out while anyone can hit; only with the range closed or cleared by its staff.
    </p>
  </section>
</template>

<style scoped>
.conditions {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 0.9rem;
  border-top: 1px solid var(--line);
  margin-top: 0.7rem;
  padding-top: 0.6rem;
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
