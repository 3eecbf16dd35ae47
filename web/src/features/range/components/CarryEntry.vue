<script setup lang="ts">
/** The number at arm's length, the strikes, and a keypad for a thumb or the range to touch. */
import { computed, defineAsyncComponent } from "vue";
import type { Strike } from "@/shared/api/queries";
import type { Landing } from "@/shared/offline/landing";
import Sentence from "@/shared/ui/Sentence.vue";
import type { LandedBall, LandingShot } from "../composables/rangePicture";

const LandingEntry = defineAsyncComponent(() => import("./LandingEntry.vue"));

const props = defineProps<{
  text: string;
  strike: Strike;
  strikes: Strike[];
  strikeKeys: Record<Strike, string>;
  unit: string;
  /** How the number will be read: "total, by laser". */
  reading: string;
  /** How many balls entered before the page was ready wait for it. */
  ahead: number;
  question: string;
  problem: string;
  /** Today's balls and the shot, for the range picture. */
  balls: LandedBall[];
  shot: LandingShot;
  /** Beside a keyboard the range picture is offered elsewhere on the page. */
  offered?: boolean;
}>();
/** Whether landings are touched on the range picture. */
const picture = defineModel<boolean>("picture", { required: true });
defineEmits<{
  type: [character: string];
  erase: [];
  enter: [];
  strike: [strike: Strike];
  land: [landing: Landing];
  move: [uid: string, landing: Landing];
}>();
const PAD = ["1", "2", "3", "4", "5", "6", "7", "8", "9", ".", "0"];
/** A carry stands there, and no total yet. */
const total = computed(() => /^\d+(\.\d+)?$/.test(props.text));
</script>

<template>
  <section class="entry" :class="{ touched: picture }">
    <output class="slab display" aria-live="polite" aria-label="Carry being typed">
      <span :class="{ hint: !text }">{{ text || "–" }}</span><span v-if="text" class="unit">{{ unit }}</span>
    </output>
    <p class="reading" :class="{ unusual: reading !== 'carry' }">{{ picture && !text ? "" : reading }}</p>
    <Sentence
      v-if="ahead"
      tone="quiet"
      :text="`${ahead} entered. It's logged when the student has loaded.`"
    />
    <Sentence :text="question" tone="ask" />
    <Sentence :text="problem" />
    <div class="strikes" role="radiogroup" aria-label="Strike">
      <button
        v-for="name in strikes"
        :key="name"
        type="button"
        role="radio"
        :aria-checked="strike === name"
        :class="name"
        @click="$emit('strike', name)"
      >
        {{ name }} <kbd>{{ strikeKeys[name] }}</kbd>
      </button>
    </div>
    <LandingEntry
      v-if="picture"
      :balls="balls"
      :shot="shot"
      @land="(landing: Landing) => $emit('land', landing)"
      @move="(uid: string, landing: Landing) => $emit('move', uid, landing)"
    />
    <div v-if="!picture || text" class="pad">
      <button v-for="digit in PAD" :key="digit" type="button" class="digit" @click="$emit('type', digit)">
        {{ digit }}
      </button>
      <button type="button" class="digit" aria-label="Clear" @click="$emit('erase')">⌫</button>
      <button type="button" :class="['log', { beside: total }]" @click="$emit('enter')">Log ball</button>
      <button v-if="total" type="button" class="digit and" @click="$emit('type', ',')">, total</button>
    </div>
    <p class="swap" :class="{ offered: offered && !picture }">
      <button type="button" @click="picture = !picture">
        {{ picture ? "Type the carry" : "Touch the landing" }} <kbd>p</kbd>
      </button>
    </p>
  </section>
</template>

<style scoped>
.display {
  display: flex;
  align-items: baseline;
  justify-content: center;
  gap: 0.5rem;
  font-size: 5rem;
  font-weight: 700;
  line-height: 1.15;
  border-bottom: 4px solid var(--ink);
  min-height: 6rem;
}
.reading {
  margin: 0.15rem 0 0;
  min-height: 1.4rem;
  text-align: center;
  color: var(--ink-2);
}
.reading.unusual {
  color: var(--clay);
  font-weight: 650;
}
.hint {
  color: var(--ink-2);
  font-weight: 400;
}
.unit {
  font-size: 1.6rem;
  font-weight: 500;
  color: var(--ink-2);
}
.touched .display {
  display: none;
}
.touched .display:has(.unit) {
  display: flex;
}
.touched .reading:empty {
  display: none;
}
.swap {
  margin: 0.4rem 0 0;
}
.swap button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--accent);
  text-decoration: underline;
}
.strikes {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 0.35rem;
  margin: 0.7rem 0;
}
.pad {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 0.35rem;
}
button {
  min-height: 48px;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: var(--ink);
  cursor: pointer;
}
.pad button {
  font: 650 1.5rem var(--slab);
  min-height: 54px;
}
.strikes button kbd {
  font-size: 0.75em;
}
[aria-checked="true"] {
  background: var(--clay-soft);
  border: 2px solid var(--clay);
  font-weight: 650;
}
.solid[aria-checked="true"] {
  background: var(--field-ground);
  border-color: var(--field);
}
.pad .and {
  font-size: 1.1rem;
}
.pad .log {
  grid-column: 1 / -1;
  background: var(--accent);
  border-color: var(--accent);
  color: #fff;
}
.pad .beside {
  grid-column: 1 / 3;
}
/* Who has a keyboard and a mouse types the digits. */
@media (min-width: 1101px) and (hover: hover) and (pointer: fine) {
  .digit {
    display: none;
  }
  .swap.offered {
    display: none;
  }
  .pad .beside {
    grid-column: 1 / -1;
  }
}
@media (max-width: 640px) {
  .display {
    font-size: 3.6rem;
    min-height: 4.4rem;
  }
  .strikes button {
    padding: 0;
  }
  .strikes kbd {
    display: none;
  }
}
</style>
