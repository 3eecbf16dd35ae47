<script setup lang="ts">
/** Played, in work, and the rest: dragged from one to the other, or moved by keys. */
import { computed, ref } from "vue";
import { halfInterval, shotId } from "@/shared/api/cells";
import { shotWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";
import type { Placed, Play, Shot } from "../composables/played";

const props = defineProps<{
  /** Those that are listed, short to long. */
  listed: Placed[];
  selected: number | null;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{ select: [place: number]; move: [shots: Shot[], to: Play] }>();

const COLUMNS: { state: Play; title: string; hint: string }[] = [
  { state: "played", title: "In use", hint: "Used on the card." },
  {
    state: "work",
    title: "Learning",
    hint: "Still learning.",
  },
  { state: "neither", title: "Not used", hint: "Measured, not used." },
];
const columns = computed(() =>
  COLUMNS.map((column) => ({
    ...column,
    placed: props.listed.filter(({ shot }) => shot.play === column.state),
  })),
);
const dragged = ref<Shot | null>(null);
const over = ref<Play | null>(null);

function drop(state: Play): void {
  const shot = dragged.value;
  dragged.value = over.value = null;
  if (shot && shot.play !== state) emit("move", [shot], state);
}
function worth(shot: Shot): string {
  if (shot.play === "played") return shot.worth ? `alone holds ${shot.worth}` : "adds nothing";
  return shot.worth ? `adds ${shot.worth}` : "adds nothing";
}
const NEXT: Record<Play, { to: Play; words: string }[]> = {
  played: [
    { to: "work", words: "Learn" },
    { to: "neither", words: "Remove" },
  ],
  work: [
    { to: "played", words: "Use" },
    { to: "neither", words: "Remove" },
  ],
  neither: [
    { to: "played", words: "Use" },
    { to: "work", words: "Learn" },
  ],
};
</script>

<template>
  <div class="columns">
    <section
      v-for="column in columns"
      :key="column.state"
      :class="{ over: over === column.state && dragged !== null }"
      @dragover.prevent="over = column.state"
      @dragleave="over = null"
      @drop.prevent="drop(column.state)"
    >
      <h2>
        {{ column.title }} <span class="quiet">{{ column.placed.length }}</span>
      </h2>
      <p class="quiet hint">{{ column.hint }}</p>
      <ul>
        <li
          v-for="{ at, shot } in column.placed"
          :key="shotId(shot)"
          draggable="true"
          :class="[column.state, { here: selected === at, est: shot.basis === 'estimated' }]"
          @dragstart="dragged = shot"
          @dragend="dragged = null"
          @click="emit('select', at)"
        >
          <b class="slab num">{{ units.show(shot.carry_yd) }}</b>
          <span class="name">{{ shotWords(texts, shot) }}</span>
          <span class="quiet num" :title="worth(shot)">{{ shot.worth ? `+${shot.worth}` : "" }}</span>
          <span v-if="selected === at" class="quiet num more"
            >± {{ units.show(halfInterval(shot)) }}, {{ worth(shot)
            }}{{ shot.balls ? "" : ", estimated" }}</span
          >
          <span v-if="selected === at" class="act">
            <button
              v-for="{ to, words } in NEXT[column.state]"
              :key="to"
              type="button"
              @click.stop="emit('move', [shot], to)"
            >
              {{ words }}
            </button>
          </span>
        </li>
      </ul>
      <p v-if="!column.placed.length" class="quiet none">
        {{ column.state === "neither" ? "No more measured shots." : "Drag a shot here." }}
      </p>
    </section>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: 0.9rem;
  align-items: start;
}
section {
  border-top: 3px solid var(--line-strong);
  padding-top: 0.4rem;
  min-height: 8rem;
}
section.over {
  background: var(--accent-soft);
  border-color: var(--accent);
}
.hint {
  margin: 0 0 0.3rem;
  font-size: 0.87rem;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1.9rem minmax(0, 1fr) auto;
  gap: 0 0.4rem;
  align-items: baseline;
  padding: 0.12rem 0.3rem;
  border-left: 4px solid transparent;
  border-bottom: 1px solid var(--line);
  cursor: grab;
}
li.played {
  border-left-color: var(--field);
}
li.work {
  border-left-color: var(--field-soft);
}
li.here {
  background: var(--accent-soft);
}
li b {
  font-size: 1.1rem;
  text-align: right;
}
.name {
  font-weight: 600;
  overflow-wrap: anywhere;
}
li .quiet {
  font-size: 0.87rem;
  white-space: nowrap;
}
.act,
.more {
  grid-column: 2 / -1;
}
.more {
  white-space: normal;
}
.est b {
  font-style: italic;
  font-weight: 500;
}
.act {
  display: flex;
  gap: 0.4rem;
  margin-top: 0.2rem;
}
.act button {
  min-height: 34px;
  padding: 0 0.7rem;
  font: inherit;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  cursor: pointer;
}
.none {
  padding: 0.5rem 0;
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
