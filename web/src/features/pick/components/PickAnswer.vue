<script setup lang="ts">
/** The answer, big: the shot, where to land it, what it gives, and the reason in one sentence. */
import { computed } from "vue";
import { shotWords } from "@/shared/texts/shots";
import { percent } from "@/shared/format/numbers";
import { seenRun } from "@/shared/format/run";
import TrajectoryGlyph from "@/shared/ui/TrajectoryGlyph.vue";
import { useStudentContext } from "@/shared/student/context";
import type { Pick, Picked } from "../composables/pick";

const props = defineProps<{
  answer: Pick;
  /** The one that is told of: the pick, or another that is looked at. */
  shot: Picked;
  leadIsRight: boolean;
}>();
const { units, texts } = useStudentContext();
const emit = defineEmits<{ select: [at: number] }>();
const TOO_FEW = 0.5;

const best = computed(() => props.answer.shots[props.answer.best]);
const isBest = computed(() => props.shot === best.value);
const nameOf = (at: number) => {
  const one = props.answer.shots[at];
  return one ? shotWords(texts.value, { ...one.key, back_in: one.back_in, down_in: one.down_in }) : "";
};
const reasons = computed(() => props.shot.reasons.map((said) => texts.value.sentence(said)));
const reach = computed(() =>
  props.answer.reach === "pick-on" ? "" : texts.value.format(props.answer.reach),
);
/** Against the wind across and the side on which the student's balls start, as a person aims. */
const aim = computed(() => {
  const { drift_yd: drift, bias_yd: bias } = props.shot;
  const off = -(drift + bias);
  if (Math.abs(off) < TOO_FEW) return "";
  const lead = off > 0 === props.leadIsRight;
  return `Aim ${units.value.show(Math.abs(off))} ${units.value.unit} to the ${lead ? "lead" : "trail"} side. ${because(drift, bias)}`;
});
function because(drift: number, bias: number): string {
  if (Math.abs(bias) < TOO_FEW) return "The wind does the rest.";
  const side = bias > 0 === props.leadIsRight ? "lead" : "trail";
  const own = `This shot starts ${units.value.show(Math.abs(bias))} to the ${side} side`;
  return Math.abs(drift) < TOO_FEW ? `${own}.` : `${own}, the wind does the rest.`;
}
const target = computed(() => {
  const { aim_yd: past, off_flag: off, aim_saves: saves } = props.answer;
  if (!off || !isBest.value) return "";
  const yards = units.value.show(Math.abs(past));
  return `Don't aim at the flag. Best is ${yards} ${units.value.unit} ${past > 0 ? "past" : "short of"} it, ${texts.value.format("pick-strokes", { strokes: saves })} better.`;
});
const goal = computed(() =>
  props.answer.goal === "on-green"
    ? `${percent(props.shot.over_three)} take more than three`
    : `${percent(props.shot.inside_10ft)} inside ${texts.value.format("ten-feet")}`,
);
</script>

<template>
  <section class="answer" aria-live="polite">
    <p v-if="!isBest" class="quiet">
      Looking at another shot.
      <button type="button" class="plain" @click="emit('select', answer.best)">
        Back to {{ nameOf(answer.best) }}
      </button>
    </p>
    <h2 class="slab">
      <TrajectoryGlyph :trajectory="shot.key.trajectory" :size="20" />
      {{ nameOf(answer.shots.indexOf(shot)) }}
    </h2>
    <p class="num numbers">
      Land it <b>{{ units.show(shot.carry_yd) }}</b>, runs {{ units.run(shot.carry_yd, shot.run_yd) }} ±
      {{ units.show(shot.run_off_yd) }} to {{ units.show(shot.finish_yd) }} {{ units.unit }}
      <span class="quiet">(normal carry {{ units.show(shot.standard_yd) }})</span>
    </p>
    <p v-if="shot.run_seen" class="num quiet">{{ seenRun(units, shot.standard_yd, shot.run_seen) }}</p>
    <p class="num">
      <b>{{ percent(shot.on_green) }}</b> on the green, {{ goal }},
      <b>{{ texts.format("pick-strokes", { strokes: shot.strokes }) }}</b> strokes to hole out
    </p>
    <p class="reason">{{ reasons[0] }}.</p>
    <p v-for="more in reasons.slice(1)" :key="more" class="quiet">{{ more }}.</p>
    <p v-if="isBest && answer.either !== null" class="either">
      Or
      <button type="button" class="plain" @click="emit('select', answer.either)">
        {{ nameOf(answer.either) }}
      </button>
    </p>
    <p v-if="target" class="target">{{ target }}</p>
    <p v-if="aim" class="target">{{ aim }}</p>
    <p v-if="reach" class="reach">{{ reach }}.</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 2.1rem;
  font-weight: 750;
}
p {
  margin: 0.3rem 0;
}
.numbers {
  font-size: 1.15rem;
}
.reason {
  font-weight: 600;
}
.target {
  padding: 0.3rem 0.6rem;
  background: var(--accent-soft);
}
.reach {
  color: var(--clay);
  font-weight: 600;
}
.plain {
  min-height: 32px;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  font-weight: 650;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}
</style>
