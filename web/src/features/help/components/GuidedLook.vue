<script setup lang="ts">
/** The guided look's own corner: what this place is for, next, back, leave. */
import { key, useKeys } from "@/shared/keys/useKeys";
import { useLook } from "../composables/look";

const { step, number, of, last, next, back, leave } = useLook();
useKeys(
  "Tour",
  [
    {
      shown: "] [",
      does: "next or previous step of the tour",
      on: (event) => {
        if (!step.value || !["]", "["].includes(event.key)) return false;
        if (event.key === "]") next();
        else back();
        return true;
      },
    },
    {
      ...key("Esc", "leave the tour", "Escape", leave),
      on: (event) => {
        if (!step.value || event.key !== "Escape") return false;
        leave();
        return true;
      },
    },
  ],
  true,
);
</script>

<template>
  <section v-if="step" class="look" aria-label="Tour" aria-live="polite">
    <h2>{{ step.title }}</h2>
    <p>{{ step.says }}</p>
    <div class="acts">
      <span class="num">{{ number }} of {{ of }}</span>
      <button type="button" @click="leave">Leave tour <kbd>Esc</kbd></button>
      <button v-if="number > 1" type="button" @click="back">Back <kbd>[</kbd></button>
      <button type="button" class="go" @click="next">{{ last ? "Done" : "Next" }} <kbd>]</kbd></button>
    </div>
  </section>
</template>

<style scoped>
.look {
  position: fixed;
  right: 1.2rem;
  bottom: 1.2rem;
  z-index: 20;
  width: min(24rem, calc(100vw - 2.4rem));
  padding: 0.9rem 1.1rem;
  background: var(--bar);
  color: var(--bar-ink);
  border-radius: 4px;
}
p {
  margin: 0.3rem 0 0.7rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
}
.num {
  margin-right: auto;
  color: var(--bar-ink-2);
}
button {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid #6d7567;
  border-radius: 3px;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}
.go {
  background: var(--bar-ink);
  color: var(--bar);
  font-weight: 650;
}
kbd {
  border-color: currentColor;
  background: none;
  color: inherit;
}
button:focus-visible {
  outline-color: #e8b468;
}
</style>
