<script setup lang="ts">
/** Names of a chart in a file that are not certain: the coach says what each is. */
import type { Schemas } from "@/shared/api/client";

defineProps<{ strange: Schemas["StrangeName"][]; bag: string[]; positions: string[] }>();
/** What each is, by "club Wibble". */
const named = defineModel<Record<string, string>>({ required: true });
const LEFT_OUT = "left out";
const say = (about: string, name: string, ours: string) =>
  (named.value = { ...named.value, [`${about} ${name}`]: ours });
</script>

<template>
  <section class="sheet names">
    <h2>What do these names mean?</h2>
    <label v-for="{ about, name, proposal } in strange" :key="`${about} ${name}`">
      <span
        >{{ about === "club" ? "Club" : "Swing" }} <b>{{ name || "no name" }}</b> means</span
      >
      <select
        :value="named[`${about} ${name}`] ?? ''"
        @change="say(about, name, ($event.target as HTMLSelectElement).value)"
      >
        <option value="">{{ LEFT_OUT }}</option>
        <option v-for="ours in about === 'club' ? bag : positions" :key="ours" :value="ours">
          {{ ours }}{{ ours === proposal ? " (perhaps)" : "" }}
        </option>
      </select>
    </label>
  </section>
</template>

<style scoped>
.names {
  max-width: 28rem;
  margin: 0.6rem 0;
}
select {
  min-width: 9.5rem;
}
label {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.6rem;
  margin: 0.25rem 0;
}
</style>
