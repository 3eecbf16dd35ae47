<script setup lang="ts">
/** How hard a new password is to guess. What is typed goes nowhere. */
import { computedAsync } from "@vueuse/core";

const props = defineProps<{ password: string }>();
const WORDS = [
  "very easy to guess",
  "easy to guess",
  "can be guessed",
  "hard to guess",
  "very hard to guess",
];
/** Longer ones say no more, and take long to look at. */
const MOST = 72;

let meter: Promise<(password: string) => number> | undefined;
async function load(): Promise<(password: string) => number> {
  const [{ ZxcvbnFactory }, common, english] = await Promise.all([
    import("@zxcvbn-ts/core"),
    import("@zxcvbn-ts/language-common"),
    import("@zxcvbn-ts/language-en"),
  ]);
  const dictionary = { ...common.dictionary, ...english.dictionary };
  const made = new ZxcvbnFactory({ graphs: common.adjacencyGraphs, dictionary });
  return (password) => made.check(password).score;
}
const score = computedAsync(async () => {
  if (!props.password) return null;
  const typed = props.password.slice(0, MOST);
  return (await (meter ??= load()))(typed);
}, null);
</script>

<template>
  <p v-if="score !== null" class="strength" role="status">
    <meter min="0" max="4" low="2" high="3" optimum="4" :value="score" aria-hidden="true" />
    {{ WORDS[score] }}
  </p>
</template>

<style scoped>
.strength {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  margin: 0.3rem 0;
}
meter {
  width: 7rem;
}
</style>
