<script setup lang="ts">
/** A yardage looked up: the shot that is played in today's air and wind, with run and total. */
import { computed, ref, watch } from "vue";
import { cellName } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import { seenRun } from "@/shared/format/run";
import { useStudent, useWords } from "@/shared/api/queries";
import { shotWords, adjustmentWords } from "@/shared/texts/shots";
import { useTexts } from "@/shared/texts/texts";
import { vFocus } from "@/shared/ui/focus";
import { oneOf } from "@/shared/ui/oneOf";
import MeasureField from "@/shared/ui/MeasureField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import { useUnits } from "@/shared/units/units";
import { TO, useLookUp } from "./lookUp";

const props = defineProps<{ studentId: string }>();
const open = defineModel<boolean>({ required: true });
const typed = ref<number | null>(null);
const student = useStudent(() => props.studentId);
const units = useUnits(() => student.data.value?.units);
const { air, setAir, lie, to, shots, picked, error, asking } = useLookUp({
  studentId: () => props.studentId,
  typed,
  open,
  units,
});
const words = useWords();
const texts = useTexts(() => student.data.value?.units);
/** "56 9:00 stock, ball 3 in back" */
function nameOf({ cell }: Schemas["LookedUp"]): string {
  const how = adjustmentWords(texts.value, {
    ball_position_in: cell.back_in,
    grip_down_in: cell.down_in,
  });
  return [cellName(cell), how].filter(Boolean).join(", ");
}
function basis({ cell, taught }: Schemas["LookedUp"]): string {
  if (!cell.back_in && !cell.down_in) return "estimated";
  return taught ? `adjustment estimated from ${taught} balls` : "adjustment by the rule of thumb";
}
/** What is added to the nearest shot, or taken off, as it is shown. */
function added({ role, today_yd }: Schemas["LookedUp"]): string {
  if (role !== "added" || typed.value === null) return "";
  return ` ${units.value.added(units.value.yards(typed.value), today_yd)}`;
}
const ROLES = {
  answer: "",
  other: "covers it too",
  nearest: "no shot comes near: the nearest",
  added: "nearest",
  unplayed: "not used",
};
/** The pick and the two next best. */
const MOST = 3;
const PLACES = {
  front: "pin at the front",
  middle: "pin in the middle",
  back: "pin at the back",
  carry: "carry",
};
const best = computed(() => {
  const found = picked.value;
  if (!found) return [];
  const pick = found.shots[found.best];
  const others = found.shots.filter((shot) => shot !== pick).slice(0, MOST - 1);
  return pick ? [pick, ...others] : [];
});
const pickName = (shot: Schemas["PickedShot"]) =>
  shotWords(texts.value, { ...shot.key, back_in: shot.back_in, down_in: shot.down_in });
watch(open, (now) => now && (typed.value = null));
</script>

<template>
  <div v-if="open" class="veil" @click.self="open = false">
    <section role="dialog" aria-label="Look up a distance" @keydown.esc="open = false">
      <div class="ask">
        <label
          ><span class="sr-only">Distance</span>
          <input
            v-model.number="typed"
            v-focus
            class="slab big"
            type="number"
            inputmode="numeric"
            min="5"
            max="200"
          />
          {{ units.unit }}</label
        >
        <label
          >Air
          <MeasureField
            :value="air.temperature"
            :measure="units.air"
            :least="-30"
            :most="55"
            @set="setAir({ temperature: $event ?? 20 })"
        /></label>
        <label
          >Headwind
          <MeasureField
            :value="air.headwind"
            :measure="units.speed"
            :least="-30"
            :most="30"
            @set="setAir({ headwind: $event ?? 0 })"
        /></label>
        <label
          >From
          <select :value="lie" @change="setAir({ lie: oneOf(words.data.value?.lies ?? [], $event) })">
            <option v-for="name in words.data.value?.lies ?? [lie]" :key="name">{{ name }}</option>
          </select></label
        >
        <label
          >To
          <select :value="to" @change="setAir({ to: oneOf(TO, $event) })">
            <option v-for="place in TO" :key="place" :value="place">
              {{ PLACES[place] }}
            </option>
          </select></label
        >
        <button type="button" aria-label="Close" @click="open = false">✕</button>
      </div>
      <Sentence :text="error" />
      <ul class="num">
        <li v-for="(shot, i) in shots" :key="nameOf(shot)" :class="[shot.role, { first: i === 0 }]">
          <span v-if="ROLES[shot.role]" class="role">{{ ROLES[shot.role] }}</span>
          <b class="slab">{{ nameOf(shot) }}{{ added(shot) }}</b>
          <span>carries {{ units.show(shot.today_yd) }}</span>
          <span class="quiet"
            >runs {{ units.run(shot.today_yd, shot.run_yd) }} ± {{ units.show(shot.run_sd_yd) }},
            {{ units.show(shot.total_yd) }} total</span
          >
          <span v-if="!i && shot.run_seen" class="quiet">{{
            seenRun(units, shot.cell.carry_yd, shot.run_seen)
          }}</span>
          <span class="quiet">{{ percent(shot.chance) }} within tolerance</span>
          <span v-if="!shot.cell.balls" class="est">{{ basis(shot) }}</span>
        </li>
      </ul>
      <ul v-if="picked" class="num picks">
        <li v-for="(shot, i) in best" :key="pickName(shot)" :class="{ first: i === 0 }">
          <b class="slab">{{ pickName(shot) }}</b>
          <span>land it {{ units.show(shot.carry_yd) }}</span>
          <span class="quiet"
            >runs {{ units.run(shot.carry_yd, shot.run_yd) }} to {{ units.show(shot.finish_yd) }}</span
          >
          <span>{{ percent(shot.on_green) }} on the green</span>
          <span v-if="i" class="quiet"
            >{{ shot.more < 0 ? "−" : "+"
            }}{{ texts.format("pick-strokes", { strokes: Math.abs(shot.more) }) }}</span
          >
          <span v-if="!i && shot.reasons[0]" class="why">{{ texts.sentence(shot.reasons[0]) }}.</span>
        </li>
      </ul>
      <p v-if="picked" class="quiet">
        <RouterLink :to="`/s/${studentId}/pick`" @click="open = false">More under Pick</RouterLink>
        <kbd>g k</kbd>
      </p>
      <p v-if="!shots.length && !picked && !asking" class="quiet">
        {{ typed ? "No shots are used or measured yet." : "Type a distance. Esc closes." }}
      </p>
    </section>
  </div>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 30;
  background: rgb(32 38 31 / 0.35);
}
section {
  max-width: 58rem;
  margin: 5rem auto 0;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  padding: 1rem 1.2rem;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1.1rem;
}
label {
  color: var(--ink-2);
}
input {
  width: 4.4rem;
  min-height: 44px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
input.big {
  width: 7rem;
  font: 700 2.2rem var(--slab);
}
button {
  margin-left: auto;
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  font: inherit;
  cursor: pointer;
  color: var(--ink-2);
}
ul {
  list-style: none;
  margin: 0.6rem 0 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  padding: 0.35rem 0;
  border-bottom: 1px solid var(--line);
}
.role {
  width: 100%;
  color: var(--ink-2);
  font-size: 0.87rem;
}
.nearest .role {
  color: var(--clay);
  font-weight: 600;
}
.unplayed {
  opacity: 0.85;
}
a {
  color: var(--accent);
  margin-right: 0.4rem;
}
.why {
  width: 100%;
}
.first b {
  font-size: 1.25rem;
}
</style>
