<script setup lang="ts">
/** What the furrows' looks mean. */
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";
import Hint from "@/shared/ui/Hint.vue";
const props = defineProps<{ estimates: boolean; played?: boolean; chart?: boolean }>();

type Look = { look: string; word: Schemas["Term"]; text: string };

const looks = computed(() => {
  const all: (Look | false)[] = [
    { look: "measured", word: "played", text: "used" },
    !!props.played && { look: "work", word: "work", text: "still learning" },
    { look: "rest", word: "measured", text: "measured" },
    { look: "doubtful", word: "doubtful", text: "needs checking" },
    !!props.chart && { look: "reported", word: "measured", text: "from a chart" },
    props.estimates && { look: "estimated", word: "estimated", text: "estimated" },
  ];
  return all.filter((one) => one !== false);
});
</script>

<template>
  <span class="legend quiet">
    <span v-for="{ look, word, text } in looks" :key="look"
      ><i :class="look" /><Hint v-if="look !== 'reported'" :word="word">{{ text }}</Hint
      ><template v-else>{{ text }}</template></span
    >
  </span>
</template>

<style scoped>
.legend {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.9rem;
  font-size: 0.9rem;
}
.legend > span {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
}
i {
  width: 1.5rem;
  height: 0.7rem;
  border-radius: 2px;
}
.measured {
  background: var(--field);
}
.work {
  background: var(--field-soft);
}
.rest {
  background: var(--field-ground);
}
.doubtful {
  background: color-mix(in srgb, var(--field) 72%, var(--paper));
  border: 1px dashed var(--ink);
}
.reported {
  background: color-mix(in srgb, var(--field-soft) 35%, var(--paper));
  border: 1.5px solid var(--field);
}
.estimated {
  border: 1px dashed var(--slate);
}
</style>
