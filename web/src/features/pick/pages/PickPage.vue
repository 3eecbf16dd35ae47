<script setup lang="ts">
/** The right shot for the ball that lies there: the situation by keys and touch, one shot, drawn. */
import { Button } from "ant-design-vue";
import { computed, nextTick, ref, watch } from "vue";
import { useWords } from "@/shared/api/queries";
import { key, useKeys } from "@/shared/keys/useKeys";
import EmptyState from "@/shared/ui/EmptyState.vue";
import { useOfToday } from "@/shared/ui/ofToday";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import PickAnswer from "../components/PickAnswer.vue";
import PickPicture from "../components/PickPicture.vue";
import PickWhy from "../components/PickWhy.vue";
import QuizPanel from "../components/QuizPanel.vue";
import SituationBar from "../components/SituationBar.vue";
import { usePick, type Change } from "../composables/pick";
import { useQuiz } from "../composables/quiz";
import {
  after,
  atPin,
  ballOf,
  nextAcross,
  nextFirmness,
  nextHeight,
  nextLie,
  nextTrouble,
  nextWind,
  pinAt,
  plainBall,
  touched,
  type Ball,
} from "../composables/situation";

const props = defineProps<{ studentId: string }>();
const { student, units } = provideStudent(() => props.studentId);
const words = useWords();
const leadIsRight = computed(() => student.data.value?.hand === "left");
/** Of this student and this day: nobody picks in yesterday's wind. */
const kept = useOfToday<Ball | null>(`oxgang-pick-of-today-${props.studentId}`, null);
const quiz = useQuiz(props.studentId);
const mine = computed<Ball | null>(() => {
  const pick = words.data.value?.pick;
  return kept.value ?? (pick ? plainBall(pick) : null);
});
const ball = computed(() => quiz.ball.value ?? (quiz.on.value ? null : mine.value));
const every = ref(false);
const asked = computed(() => every.value && !quiz.on.value);
const { answer, changes, error, asking } = usePick({ studentId: props.studentId, ball, every: asked });
const selected = ref(0);
const shot = computed(() => answer.value?.shots[selected.value] ?? answer.value?.shots[answer.value.best]);
const hidden = computed(() => quiz.on.value && !quiz.answered.value);
watch(answer, (found) => (selected.value = found?.best ?? 0));
const panel = ref<InstanceType<typeof QuizPanel>>();

function set(next: Ball): void {
  if (!quiz.on.value) kept.value = next;
}
/** A key's own change of the ball. */
function change(how: (of: Ball, pick: NonNullable<typeof words.data.value>["pick"]) => Ball): void {
  const pick = words.data.value?.pick;
  if (mine.value && pick) set(how(mine.value, pick));
}
const PLACES = ["front", "middle", "back"] as const;
const step = (by: number) =>
  change((of) => ({ ...of, pin_yd: Math.max(1, of.pin_yd + units.value.yards(by)) }));
function look(by: number): void {
  const last = (answer.value?.shots.length ?? 0) - 1;
  selected.value = Math.min(last, Math.max(0, selected.value + by));
}
async function type(first: string): Promise<void> {
  const field = document.getElementById("pick-yardage") as HTMLInputElement | null;
  if (!field) return;
  field.focus();
  field.value = first;
  field.dispatchEvent(new Event("input"));
  await nextTick();
}
const take = (of: Change) => set(ballOf(of.situation));
function plain(): void {
  kept.value = null;
}
function enter(): boolean {
  if (!quiz.on.value) return false;
  if (quiz.done.value) void quiz.begin();
  else if (quiz.answered.value) quiz.next();
  return true;
}
/** The view's own keys rest while the ten are asked: a letter there is an answer. */
const free = (binding: ReturnType<typeof key>) => ({
  ...binding,
  on: (event: KeyboardEvent) => !quiz.on.value && (binding.on?.(event) ?? false),
});
useKeys("Pick", [
  {
    shown: "0-9",
    does: "type the distance",
    on: (event) => {
      if (!/^[0-9]$/.test(event.key) || quiz.on.value) return false;
      void type(event.key);
      return true;
    },
  },
  free(key("←", "pin nearer", "ArrowLeft", () => step(-1))),
  free(key("→", "pin further", "ArrowRight", () => step(1))),
  free(
    key("f", "pin front, middle, back", "f", () =>
      change((of, pick) => atPin(of, after(PLACES, pinAt(of)), pick)),
    ),
  ),
  free(key("l", "lie", "l", () => change(nextLie))),
  free(key("w", "wind: none, into, down", "w", () => change(nextWind))),
  free(key("c", "wind across", "c", () => change((of, pick) => nextAcross(of, pick, leadIsRight.value)))),
  free(key("n", "how firm the green is", "n", () => change(nextFirmness))),
  free(key("h", "green level, raised, sunk", "h", () => change(nextHeight))),
  free(key("t", "trouble: none, sand or water short, long", "t", () => change(nextTrouble))),
  free(key("a", "shots in use or all", "a", () => (every.value = !every.value))),
  free(key("x", "reset the situation", "x", plain)),
  key("↓", "look at the next best shot", "ArrowDown", () => look(1)),
  key("↑", "back to the shot before", "ArrowUp", () => look(-1)),
  free(key("q", "ten situations", "q", () => void quiz.open())),
  {
    shown: "1-9 a-k",
    does: "answer one of the ten",
    on: (event) => quiz.on.value && (panel.value?.choose(event.key) ?? false),
  },
  { shown: "Enter", does: "next of the ten", on: (event) => event.key === "Enter" && enter() },
  {
    shown: "Esc",
    does: "leave the ten",
    on: (event) => {
      if (event.key !== "Escape" || !quiz.on.value) return false;
      quiz.close();
      return true;
    },
  },
]);
</script>

<template>
  <div class="page">
    <Waiting v-if="!ball && !quiz.done.value" what="the ball" />
    <template v-else-if="words.data.value">
      <div class="head">
        <h1>Pick</h1>
        <span v-if="quiz.on.value" class="quiet">Ten situations. You answer first.</span>
        <span v-if="!quiz.on.value" class="push acts">
          <label class="quiet"><input v-model="every" type="checkbox" /> All shots <kbd>a</kbd></label>
          <Button @click="plain">Reset <kbd>x</kbd></Button>
          <Button @click="quiz.open()">Ten situations <kbd>q</kbd></Button>
        </span>
      </div>
      <div class="parts">
        <aside>
          <QuizPanel v-if="quiz.on.value" ref="panel" :quiz="quiz" :answer="answer" />
          <PickAnswer
            v-else-if="answer && shot"
            :answer="answer"
            :shot="shot"
            :lead-is-right="leadIsRight"
            @select="selected = $event"
          />
          <EmptyState v-else-if="error" title="No pick" :next="error">
            <RouterLink :to="`/s/${studentId}/shots`">Shots</RouterLink>
          </EmptyState>
          <p v-if="quiz.error.value" class="trouble">{{ quiz.error.value }}</p>
        </aside>
        <PickPicture
          v-if="ball"
          :ball="ball"
          :answer="answer"
          :selected="selected"
          :metres-per-yard="words.data.value.m_per_yd"
          :hidden="hidden"
          :class="{ asking }"
          @pin="set({ ...ball, pin_yd: $event })"
          @edges="(front, back) => ball && set({ ...ball, front_yd: front, back_yd: back })"
          @touch="(past) => change((of, pick) => touched(of, past, pick))"
          @select="selected = $event"
        />
      </div>
      <SituationBar
        v-if="ball"
        :ball="ball"
        :words="words.data.value.pick"
        :lies="words.data.value.pick.lies"
        :lead-is-right="leadIsRight"
        :inert="quiz.on.value"
        @change="set"
      />
      <PickWhy v-if="answer && !quiz.on.value" :answer="answer" :changes="changes" @take="take" />
    </template>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 25rem minmax(0, 1fr);
  gap: 1.4rem;
  align-items: start;
  margin-top: 0.6rem;
}
aside {
  min-height: 16rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.7rem;
}
.acts kbd {
  margin-left: 0.35rem;
}
.trouble {
  color: var(--clay);
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
