<script setup lang="ts">
/** The situation in one bar: the number, pin, lie, wind, green and trouble, each with its key. */
import { computed } from "vue";
import MeasureField from "@/shared/ui/MeasureField.vue";
import { useStudentContext } from "@/shared/student/context";
import {
  after,
  atPin,
  nextTrouble,
  pinAt,
  type Ball,
  type PinAt,
  type Words,
} from "../composables/situation";

const props = defineProps<{
  ball: Ball;
  words: Words;
  lies: readonly Ball["lie"][];
  leadIsRight: boolean;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{ change: [ball: Ball] }>();

const at = computed(() => pinAt(props.ball));
const set = (part: Partial<Ball>) => emit("change", { ...props.ball, ...part });
const PLACES: PinAt[] = ["front", "middle", "back"];
const number = (event: Event) => (event.target as HTMLInputElement).valueAsNumber;
function typed(event: Event): void {
  const value = number(event);
  if (Number.isFinite(value) && value > 0) set({ pin_yd: units.value.yards(value) });
}
function length(name: "front_yd" | "back_yd" | "width_yd", event: Event): void {
  const value = number(event);
  if (Number.isFinite(value)) set({ [name]: units.value.yards(value) });
}
/** Wind across as a person feels it: to the lead or the trail side. */
const toLead = computed(() => (props.leadIsRight ? 1 : -1) * props.ball.to_right_mps);
const trouble = computed(() =>
  props.ball.trouble
    .map(
      ({ kind, from, to }) =>
        `${texts.value.name("trouble", kind)} ${units.value.show(Math.max(0, props.ball.pin_yd + from))}–${units.value.show(props.ball.pin_yd + to)}`,
    )
    .join(", "),
);
</script>

<template>
  <div class="bar num">
    <label class="to">
      <span class="sr-only">To the pin</span>
      <input
        id="pick-yardage"
        class="slab"
        type="number"
        inputmode="numeric"
        :value="Math.round(units.value(ball.pin_yd))"
        min="1"
        max="250"
        @input="typed"
        @focus="($event.target as HTMLInputElement).select()"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @keydown.esc="($event.target as HTMLInputElement).blur()"
      />
      {{ units.unit }} to the pin
    </label>
    <fieldset>
      <legend>Pin <kbd>f</kbd></legend>
      <button
        v-for="place in PLACES"
        :key="place"
        type="button"
        :aria-pressed="at === place"
        @click="emit('change', atPin(ball, place, words))"
      >
        {{ place }}
      </button>
    </fieldset>
    <fieldset>
      <legend>Lie <kbd>l</kbd></legend>
      <button
        v-for="lie in lies"
        :key="lie"
        type="button"
        :aria-pressed="ball.lie === lie"
        @click="set({ lie })"
      >
        {{ texts.name("lie", lie) }}
      </button>
    </fieldset>
    <fieldset>
      <legend>Wind against <kbd>w</kbd></legend>
      <MeasureField
        :value="ball.headwind_mps"
        :measure="units.speed"
        :digits="units.speed.sign === 'm/s' ? 1 : 0"
        :least="-30"
        :most="30"
        :aria-label="`Wind against, ${units.speed.sign}`"
        @set="(mps) => set({ headwind_mps: mps ?? 0 })"
      />
    </fieldset>
    <fieldset>
      <legend>to the lead side <kbd>c</kbd></legend>
      <MeasureField
        :value="toLead"
        :measure="units.speed"
        :digits="units.speed.sign === 'm/s' ? 1 : 0"
        :least="-30"
        :most="30"
        :aria-label="`Wind to the lead side, ${units.speed.sign}`"
        @set="(mps) => set({ to_right_mps: (leadIsRight ? 1 : -1) * (mps ?? 0) })"
      />
    </fieldset>
    <fieldset>
      <legend>Green <kbd>n</kbd></legend>
      <button
        v-for="firmness in words.firmness"
        :key="firmness"
        type="button"
        :aria-pressed="ball.firmness === firmness"
        @click="set({ firmness })"
      >
        {{ firmness }}
      </button>
    </fieldset>
    <fieldset>
      <legend>raised <kbd>h</kbd></legend>
      <MeasureField
        :value="ball.raised_m"
        :measure="units.near"
        :least="-20"
        :most="20"
        :aria-label="`Green above the ball, ${units.near.sign}`"
        @set="(metres) => set({ raised_m: metres ?? 0 })"
      />
    </fieldset>
    <fieldset>
      <legend>Trouble <kbd>t</kbd></legend>
      <button
        type="button"
        :aria-pressed="ball.trouble.length > 0"
        @click="emit('change', nextTrouble(ball, words))"
      >
        {{ trouble || "none" }}
      </button>
    </fieldset>
    <details>
      <summary>More</summary>
      <label
        >Front
        <input
          type="number"
          :value="Math.round(units.value(ball.front_yd))"
          min="0"
          max="60"
          @change="length('front_yd', $event)"
      /></label>
      <label
        >back
        <input
          type="number"
          :value="Math.round(units.value(ball.back_yd))"
          min="0"
          max="60"
          @change="length('back_yd', $event)"
      /></label>
      <label
        >width
        <input
          type="number"
          :value="Math.round(units.value(ball.width_yd))"
          min="1"
          max="80"
          @change="length('width_yd', $event)"
        />
        {{ units.unit }}</label
      >
      <label
        >Air
        <MeasureField
          :value="ball.temperature_c"
          :measure="units.air"
          :least="-30"
          :most="55"
          @set="(air) => set({ temperature_c: air ?? 20 })"
      /></label>
      <button type="button" @click="set({ lie: after(['tee', 'mat'] as const, ball.lie as 'tee') })">
        {{ ball.lie === "tee" ? "from a mat" : "from a tee" }}
      </button>
    </details>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.35rem 0.8rem;
}
.to {
  color: var(--ink-2);
  white-space: nowrap;
}
.to input {
  width: 4.6rem;
  min-height: 52px;
  font: 700 2.1rem var(--slab);
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
  display: flex;
  align-items: center;
  gap: 0;
}
legend {
  padding: 0;
  font-size: 0.8rem;
  color: var(--ink-2);
}
fieldset span {
  margin-left: 0.3rem;
  color: var(--ink-2);
}
button {
  min-height: 44px;
  padding: 0 0.6rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  cursor: pointer;
}
fieldset button + button {
  border-left: 0;
}
button[aria-pressed="true"] {
  background: var(--field);
  border-color: var(--field);
  color: var(--sheet);
  font-weight: 650;
}
input {
  width: 3.1rem;
  min-height: 44px;
  padding: 0 0.3rem;
  font: inherit;
  text-align: center;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
details {
  align-self: center;
}
details label {
  margin-right: 0.5rem;
  color: var(--ink-2);
}
summary {
  min-height: 44px;
  display: flex;
  align-items: center;
  cursor: pointer;
  color: var(--ink-2);
}
</style>
