<script setup lang="ts">
/** What a file's clubs, swings and strikes are called here. */
import type { Schemas } from "@/shared/api/client";

type Look = Schemas["FileLook"];
const { mapping } = defineProps<{ seen: Look; mapping: Look["mapping"]; strikes: string[] }>();
defineEmits<{
  match: [kind: "clubs" | "swings" | "strikes", name: string, ours: string];
  fix: [kind: "club" | "swing", ours: string];
}>();
const ours = (kind: "clubs" | "swings", name: string) => mapping[kind]?.[name] ?? name;
</script>

<template>
  <h2>Clubs and swings</h2>
  <label v-if="!mapping.sources['club']"
    >All balls are
    <select :value="mapping.club" @change="$emit('fix', 'club', ($event.target as HTMLSelectElement).value)">
      <option value="" disabled>choose</option>
      <option v-for="label in seen.bag" :key="label">{{ label }}</option>
    </select></label
  >
  <label v-for="name in seen.file_clubs" :key="`c${name}`"
    ><b>{{ name }}</b> means
    <select
      :value="ours('clubs', name)"
      @change="$emit('match', 'clubs', name, ($event.target as HTMLSelectElement).value)"
    >
      <option v-if="!seen.bag.includes(ours('clubs', name))" :value="name">not in the bag</option>
      <option v-for="label in seen.bag" :key="label">{{ label }}</option>
    </select></label
  >
  <label v-if="!mapping.sources['swing']"
    >All balls are
    <select
      :value="mapping.swing"
      @change="$emit('fix', 'swing', ($event.target as HTMLSelectElement).value)"
    >
      <option value="" disabled>choose</option>
      <option v-for="label in seen.positions" :key="label">{{ label }}</option>
    </select></label
  >
  <label v-for="name in seen.file_swings" :key="`s${name}`"
    ><b>{{ name }}</b> means
    <select
      :value="ours('swings', name)"
      @change="$emit('match', 'swings', name, ($event.target as HTMLSelectElement).value)"
    >
      <option v-if="!seen.positions.includes(ours('swings', name))" :value="name">not in the scale</option>
      <option v-for="label in seen.positions" :key="label">{{ label }}</option>
    </select></label
  >
  <label v-for="name in seen.file_strikes" :key="`t${name}`"
    ><b>{{ name }}</b> means
    <select
      :value="mapping.strikes?.[name] ?? ''"
      @change="$emit('match', 'strikes', name, ($event.target as HTMLSelectElement).value)"
    >
      <option value="" disabled>choose a strike</option>
      <option v-for="strike in strikes" :key="strike">{{ strike }}</option>
    </select></label
  >
</template>

<style scoped>
label {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.6rem;
  margin: 0.25rem 0;
}
</style>
