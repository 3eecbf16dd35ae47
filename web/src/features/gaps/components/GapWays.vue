<script setup lang="ts">
/** A fallow stretch and the ways to close it, in order of use: each is played, worked on or planned
 * with one press. The model is the way that is drawn into the ground. */
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { halfInterval } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import { fillWords } from "@/shared/texts/shots";
import { useStudentContext } from "@/shared/student/context";

type Fill = Schemas["FillOut"];
const props = defineProps<{
  one: Schemas["GapOut"];
  stage: Schemas["Stage"];
  /** Whether its best way offers what to do before anybody points at one. */
  first?: boolean;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{ choose: [fill: Fill, play: Schemas["Play"]]; plan: [fill: Fill] }>();
const drawn = defineModel<Fill | null>({ required: true });
/** So many ways stand under a stretch; the rest is asked for. */
const FIRST = 2;
const all = ref(false);
const shown = computed(() => (all.value ? props.one.fills : props.one.fills.slice(0, FIRST)));
const name = (fill: Fill) => fillWords(texts.value, fill);

/** What an adjustment's worth rests on. */
function restsOn(fill: Fill): string {
  if (fill.way !== "adjustment" && fill.way !== "grip") return "";
  return fill.taught ? `, from ${fill.taught} adjusted balls` : ", by the rule of thumb";
}
/** How many yardages a fill closes, and how many by chance where that is fewer. */
function useOf(fill: Fill): string {
  const sure = Math.round(fill.use);
  return `closes ${fill.closes}${sure < fill.closes ? `, likely ${sure}` : ""}`;
}
</script>

<template>
  <div class="gap">
    <h3 class="num">
      {{ units.show(one.gap.from_yd) }} to {{ units.show(one.gap.to_yd) }}
      <span class="quiet wide">{{ units.show(one.gap.width) }} {{ units.unit }} wide</span>
    </h3>
    <p v-if="one.window" class="rule">{{ texts.format("window-rule", { ...one.window }) }}.</p>
    <ul>
      <li
        v-for="fill in shown"
        :key="name(fill)"
        :class="{ here: drawn === fill }"
        @pointerenter="drawn = fill"
      >
        <button type="button" class="word" @click="drawn = drawn === fill ? null : fill">
          {{ name(fill) }}
        </button>
        <span class="num est"
          >{{ units.show(fill.carry_yd) }} ± {{ units.show(halfInterval(fill)) }}, {{ useOf(fill)
          }}{{ restsOn(fill) }}</span
        >
        <span v-if="drawn === fill || (first && !drawn && fill === shown[0])" class="act">
          <Button
            v-if="fill.way === 'play'"
            size="small"
            type="primary"
            :aria-label="`Use ${name(fill)}`"
            @click="emit('choose', fill, 'played')"
            >Use</Button
          >
          <Button
            v-if="fill.state !== null && fill.state !== 'work'"
            size="small"
            :aria-label="`Learn ${name(fill)}`"
            @click="emit('choose', fill, 'work')"
            >Learn</Button
          >
          <Button size="small" :aria-label="`Plan ${name(fill)}`" @click="emit('plan', fill)">Plan</Button>
        </span>
      </li>
    </ul>
    <button v-if="one.fills.length > shown.length" type="button" class="link" @click="all = true">
      {{ one.fills.length - shown.length }} more
    </button>
    <p v-if="!one.fills.length" class="quiet">This bag can't cover it. Try another club below.</p>
    <p v-else-if="one.fills[0]?.later" class="quiet">Not in the {{ stage }} stage yet.</p>
  </div>
</template>

<style scoped>
p {
  margin: 0.2rem 0;
}
.wide {
  font-weight: 400;
  margin-left: 0.4rem;
}
.gap {
  border-top: 1px solid var(--line);
  padding: 0.4rem 0 0.2rem;
}
.rule {
  border-left: 3px solid var(--accent);
  padding-left: 0.5rem;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.1rem 0.5rem;
  padding: 0.25rem 0.3rem;
  align-items: center;
}
.act {
  grid-row: 1 / 3;
  grid-column: 2;
  display: flex;
  gap: 0.3rem;
}
.act :deep(.ant-btn) {
  padding: 0 0.4rem;
}
li.here {
  background: var(--accent-soft);
}
.word {
  overflow-wrap: anywhere;
  white-space: normal;
  border: 0;
  background: none;
  font: inherit;
  font-weight: 600;
  color: inherit;
  text-align: left;
  padding: 0;
  cursor: pointer;
}
.link {
  border: 0;
  background: none;
  padding: 0.2rem 0.3rem;
  font: inherit;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}
</style>
