<script setup lang="ts">
/** Set once, changed by exception. */
import type { Words } from "@/shared/api/queries";
import type { Conditions } from "../composables/conditions";

defineProps<{ words: Words }>();
const now = defineModel<Conditions>({ required: true });
const READS = { typed: "as given", laser: "laser to the mark", eye: "boards, by eye" };
</script>

<template>
  <section class="conditions">
    <label
      >Lie
      <select v-model="now.lie">
        <option v-for="lie in words.lies" :key="lie">{{ lie }}</option>
      </select></label
    >
    <label
      >Ball
      <select v-model="now.ball">
        <option v-for="ball in words.balls" :key="ball">{{ ball }}</option>
      </select></label
    >
    <label
      >Read
      <select v-model="now.read">
        <option v-for="(name, read) in READS" :key="read" :value="read">{{ name }}</option>
      </select></label
    >
    <label
      >Number is the
      <select v-model="now.reading">
        <option>carry</option>
        <option>total</option>
      </select></label
    >
    <label
      >Air
      <input
        v-model.number="now.temperature"
        type="number"
        min="-30"
        max="55"
        inputmode="numeric"
        placeholder="20"
      />
      °C</label
    >
    <label
      >Headwind
      <input
        v-model.number="now.headwind"
        type="number"
        min="-30"
        max="30"
        step="0.5"
        inputmode="decimal"
        placeholder="0"
      />
      m/s</label
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
p {
  margin: 0;
}
</style>
