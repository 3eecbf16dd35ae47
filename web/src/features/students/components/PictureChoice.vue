<script setup lang="ts" generic="Id extends string | number">
/** One of a few, chosen by its picture: radio buttons, moved by the arrow keys. */
defineProps<{ name: string; label: string; choices: { id: Id; title: string; hint?: string }[] }>();
const chosen = defineModel<Id>({ required: true });
</script>

<template>
  <fieldset>
    <legend>{{ label }}</legend>
    <label v-for="choice in choices" :key="choice.id" :class="{ on: chosen === choice.id }">
      <input v-model="chosen" type="radio" :name="name" :value="choice.id" />
      <span class="picture"><slot :id="choice.id" /></span>
      <b>{{ choice.title }}</b>
      <span v-if="choice.hint" class="quiet">{{ choice.hint }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
  gap: 0.6rem;
  margin: 0.85rem 0 0;
  padding: 0;
  border: 0;
  min-width: 0;
}
legend {
  font-weight: 600;
  margin-bottom: 0.2rem;
  padding: 0;
}
label {
  display: flex;
  flex-direction: column;
  gap: 0.15rem;
  padding: 0.5rem 0.6rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
label.on {
  border-color: var(--accent);
  box-shadow: inset 0 0 0 1px var(--accent);
}
label:focus-within {
  outline: 3px solid var(--accent);
  outline-offset: 2px;
}
input {
  position: absolute;
  opacity: 0;
}
.quiet {
  font-size: 0.87rem;
  line-height: 1.3;
}
</style>
