<script setup lang="ts">
/** The bag to begin with: one of the usual ones, each loft changed freely, or none yet. */
import type { Words } from "@/shared/api/queries";
import Sentence from "@/shared/ui/Sentence.vue";

export interface BagClub {
  label: string;
  loft_deg: number | null;
}
defineProps<{ bags: Words["bags"]; problem: string }>();
const clubs = defineModel<BagClub[]>({ required: true });

function take(bag: Words["bags"][number]): void {
  clubs.value = bag.clubs.map((club) => ({ ...club }));
}
function set(place: number, part: Partial<BagClub>): void {
  clubs.value = clubs.value.map((club, i) => (i === place ? { ...club, ...part } : club));
}
const text = (event: Event) => (event.target as HTMLInputElement).value;
const number = (event: Event) => {
  const value = (event.target as HTMLInputElement).valueAsNumber;
  return Number.isFinite(value) ? value : null;
};
</script>

<template>
  <section>
    <h2>The bag</h2>
    <p class="quiet">Start with the closest bag. The loft stamped on the club counts.</p>
    <div class="bags">
      <button v-for="bag in bags" :key="bag.name" type="button" @click="take(bag)">
        {{ bag.name }}
        <span class="num">{{ bag.clubs.map((club) => club.label).join(" ") }}</span>
      </button>
    </div>
    <ol v-if="clubs.length">
      <li v-for="(club, i) in clubs" :key="i">
        <input
          :value="club.label"
          :aria-label="`Club ${i + 1}`"
          maxlength="24"
          @input="set(i, { label: text($event) })"
        />
        <label
          ><input
            :value="club.loft_deg"
            :aria-label="`Loft of club ${i + 1}`"
            type="number"
            min="30"
            max="70"
            step="0.5"
            @input="set(i, { loft_deg: number($event) })"
          />°</label
        >
        <button
          type="button"
          :aria-label="`Remove ${club.label || 'this club'}`"
          @click="clubs = clubs.filter((_, place) => place !== i)"
        >
          ✕
        </button>
      </li>
    </ol>
    <p v-else class="quiet">No clubs yet. Choose a bag, or add clubs later.</p>
    <button type="button" class="more" @click="clubs = [...clubs, { label: '', loft_deg: null }]">
      Add club
    </button>
    <Sentence :text="problem" />
  </section>
</template>

<style scoped>
.bags {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(10.5rem, 1fr));
  gap: 0.5rem;
  margin: 0.5rem 0;
}
button {
  min-height: 44px;
  padding: 0.3rem 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.bags .num {
  display: block;
  font: 600 1rem var(--slab);
}
ol {
  list-style: none;
  margin: 0 0 0.5rem;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1fr 6rem auto;
  gap: 0.5rem;
  align-items: center;
  padding: 0.15rem 0;
}
input {
  width: 100%;
  min-height: 44px;
  padding: 0 0.5rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
label {
  display: flex;
  align-items: center;
  gap: 0.2rem;
}
li button {
  min-width: 44px;
  border: 0;
  text-align: center;
}
.more {
  border-style: dashed;
}
</style>
