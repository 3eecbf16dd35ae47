<script setup lang="ts">
import { computed } from "vue";
import { cellName } from "@/shared/api/cells";
import { sentenceOf } from "@/shared/api/client";
import { changing, key, useKeys } from "@/shared/keys/useKeys";
import { outboxState } from "@/shared/outbox/outbox";
import { vTapsKeepFocus } from "@/shared/ui/focus";
import { shareStudent } from "@/shared/student/context";
import MeasureField from "@/shared/ui/MeasureField.vue";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import CellPicker from "../components/CellPicker.vue";
import NetPicture from "../components/NetPicture.vue";
import { useNet } from "../composables/net";
import { useShotSession } from "../composables/shotSession";

const props = defineProps<{ studentId: string }>();
const here = useShotSession({ studentId: props.studentId });
shareStudent(here);
const { words, matrix, units, clubs, swings, cell, cue, bindings, session } = here;
/** As it is said in a sentence, where the sign alone would be read as a word. */
const smallName = computed(() => (units.value.small.sign === "in" ? "inches" : "centimetres"));
const net = useNet({
  studentId: props.studentId,
  cell: () => cell.value,
  session,
  small: () => units.value.small,
});
const { place, plan, tape, entry, balls } = net;

/** Where the net stands; nothing typed leaves it where it was. */
function setDistance(metres: number | null): void {
  if (metres !== null) place.value = { ...place.value, distance_m: metres };
}

useKeys("Net", [
  {
    shown: "0–9 −",
    does: "height above the tape (− below)",
    on: (event) => {
      if (!/^[0-9-]$/.test(event.key)) return false;
      net.type(event.key);
      return true;
    },
  },
  changing("Enter", "log the ball", "Enter", net.enter),
  key("⌫", "erase a digit", "Backspace", net.erase),
  changing("u", "undo the last ball", "u", () => session.undo()),
  ...bindings,
]);
const newestFirst = computed(() => [...balls.value].reverse());
const inWindow = computed(() => balls.value.filter((ball) => ball.side === "in").length);
const SIDES = { in: "in window", below: "too low", above: "too high" };
</script>

<template>
  <div class="page">
    <Sentence v-if="matrix.error.value" :text="sentenceOf(matrix.error.value)" />
    <Waiting v-else-if="!matrix.data.value || !words.data.value" what="the net" />
    <NoClubs
      v-else-if="!clubs.length"
      :student-id="studentId"
      next="Add at least one wedge with its loft, then hit into the net."
    />
    <div v-else-if="cell" v-taps-keep-focus class="columns">
      <div>
        <CellPicker
          v-model="cell"
          :clubs="clubs"
          :swings="swings"
          :words="words.data.value"
          :balls="session.balls.value"
          :cells="matrix.data.value.cells"
          :unconfirmed="matrix.data.value.waiting"
        />
        <div class="place">
          <label
            >Net, from the ball
            <MeasureField
              :value="place.distance_m"
              :measure="units.near"
              :least="0.5"
              :most="10"
              @set="setDistance"
          /></label>
          <label
            >Ball on
            <select v-model.number="place.ball_height_m">
              <option :value="0">the ground</option>
              <option :value="0.02">a mat</option>
              <option :value="0.04">a tee</option>
            </select></label
          >
        </div>
        <p class="quiet">
          Check the net for holes and its frame for rebounds. Nobody beside or behind it. Your range's rules
          come first.
        </p>
      </div>
      <div>
        <div class="head">
          <h1>{{ cellName(cell) }}</h1>
          <RouterLink class="push" :to="{ name: 'range', params: { studentId }, query: { ...cell } }"
            >Back to the range</RouterLink
          >
        </div>
        <p class="quiet">
          {{ cue }}
          <template v-if="plan.data.value?.ball_speed_mps">
            Launch at a ball speed of {{ units.speed.show(plan.data.value.ball_speed_mps) }}
            {{ units.speed.sign }}, typical for this shot.
          </template>
          <template v-else>No carry for this shot yet, so launch reads a little low.</template>
        </p>
        <Sentence v-if="plan.error.value" :text="sentenceOf(plan.error.value)" />
        <NetPicture
          v-if="plan.data.value"
          v-model:tape="tape"
          :plan="plan.data.value"
          :balls="balls"
          :near="units.near"
          @hit="net.hit"
        />
        <p class="quiet">
          Tap where the ball hit, or type the {{ smallName }} above the tape (− below) and press Enter. Drag
          the tape to where it hangs.
        </p>
        <output class="typed slab" :aria-label="`${smallName} being typed`">{{
          entry.text ? `${entry.text} ${units.small.sign}` : ""
        }}</output>
        <Sentence :text="entry.problem" />
      </div>
      <aside class="sheet">
        <h2>{{ inWindow }} of {{ balls.length }} in window</h2>
        <Sentence
          v-if="outboxState.waiting && outboxState.trouble"
          tone="quiet"
          :text="`${outboxState.trouble} Nothing is lost. The balls are saved in this browser.`"
        />
        <ol reversed>
          <li v-for="(ball, i) in newestFirst" :key="ball.uid">
            <span class="num quiet">{{ balls.length - i }}</span>
            <b class="slab">{{ ball.launch_deg?.toFixed(1) }}°</b>
            <span :class="{ trouble: ball.side !== 'in' }">{{ SIDES[ball.side] }}</span>
            <button
              type="button"
              :aria-label="`Undo ball ${balls.length - i}`"
              @click="session.undo(ball.uid)"
            >
              ✕
            </button>
          </li>
        </ol>
        <p v-if="!balls.length" class="quiet">No balls yet.</p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 23rem) minmax(18rem, 1fr) minmax(0, 17rem);
  gap: 1.5rem;
  align-items: start;
}
.head {
  margin-bottom: 0;
}
.place {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  margin-top: 0.8rem;
}
.place input {
  width: 4.5rem;
  min-height: 44px;
  font: inherit;
  padding: 0 0.5rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.place select {
  min-height: 44px;
}
label {
  color: var(--ink-2);
}
.typed {
  display: block;
  min-height: 2.6rem;
  font-size: 2rem;
}
ol {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 1.6rem 4rem 1fr auto;
  align-items: center;
  border-bottom: 1px solid var(--line);
}
li button {
  min-width: 44px;
  min-height: 44px;
  border: 0;
  background: none;
  color: var(--ink-2);
  cursor: pointer;
}
.trouble {
  color: var(--clay);
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
