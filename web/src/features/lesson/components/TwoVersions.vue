<script setup lang="ts">
/** Two versions of one lesson side by side: the one typed here, and the one saved elsewhere. */
import { Button } from "ant-design-vue";
import type { Schemas } from "@/shared/api/client";
import { clock, shortDay } from "@/shared/format/dates";
import type { Written } from "../composables/draft";
import type { Check } from "./CheckList.vue";
import LessonText from "./LessonText.vue";

defineProps<{
  mine: Written;
  theirs: Schemas["LessonOut"];
  checks: Check[];
  own: Schemas["OwnWordOut"][];
}>();
defineEmits<{ mine: []; theirs: [] }>();
</script>

<template>
  <section class="sheet" aria-label="Two versions of this lesson">
    <div>
      <h2>Yours, not saved</h2>
      <LessonText :lesson="mine" :checks="checks" :own="own" />
      <Button @click="$emit('mine')">Use yours</Button>
    </div>
    <div>
      <h2>
        Saved by {{ theirs.by || "somebody" }}, {{ shortDay(theirs.changed_at) }}
        {{ clock(theirs.changed_at) }}
      </h2>
      <LessonText :lesson="theirs" :checks="checks" :own="own" />
      <Button @click="$emit('theirs')">Use this version</Button>
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(16rem, 100%), 1fr));
  gap: 1rem;
  margin: 0.6rem 0 1rem;
  border-left: 4px solid var(--clay);
}
button {
  margin-top: 0.5rem;
}
</style>
