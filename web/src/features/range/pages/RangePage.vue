<script setup lang="ts">
import { computed } from "vue";
import { cellName } from "@/shared/api/cells";
import { sentenceOf } from "@/shared/api/client";
import { useKeys } from "@/shared/keys/useKeys";
import { drop } from "@/shared/outbox/outbox";
import { shareStudent } from "@/shared/student/context";
import { vTapsKeepFocus } from "@/shared/ui/focus";
import DeferredMount from "@/shared/ui/DeferredMount.vue";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import BallQuestion from "../components/BallQuestion.vue";
import CarryEntry from "../components/CarryEntry.vue";
import CellPicker from "../components/CellPicker.vue";
import ConditionsPanel from "../components/ConditionsPanel.vue";
import CellAside from "../components/CellAside.vue";
import FeedPanel from "../components/FeedPanel.vue";
import LastLesson from "../components/LastLesson.vue";
import PlanStrip from "../components/PlanStrip.vue";
import { readingWords } from "../composables/conditions";
import { useLogging } from "../composables/logging";
import { useFeed } from "../composables/feed";
import { loadWords } from "../composables/load";
import { clubOf } from "../composables/session";
import { usePlannedSession } from "../composables/shotSession";
import { STRIKE_KEYS, STRIKES } from "../composables/strikes";

const props = defineProps<{ studentId: string }>();
const here = usePlannedSession({ studentId: props.studentId, inTurn: (act) => inTurn(act) });
shareStudent(here);
const {
  words,
  student,
  matrix,
  units,
  texts,
  conditions,
  session,
  clubs,
  swings,
  cell,
  cue,
  step,
  bindings,
  heightBindings,
  planned,
  carries,
  plan,
  go,
  landingShot,
} = here;
const { now } = conditions;
const logging = useLogging({
  here: () => here,
  ready: () => clubOf(student.data.value, cell.value) !== undefined && !!words.data.value,
});
const { entry, ahead, inTurn, type, erase, enter, announcement, question, picture, land, moveLanding } =
  logging;
const { strike, undo, redo, next, sayMishit, moveThere } = logging;
const feed = useFeed({
  studentId: props.studentId,
  cell: () => cell.value,
  clubId: () => clubOf(student.data.value, cell.value)?.id,
  conditions: () => conditions.body.value,
  take: session.take,
  moved: () => void session.lookAgain(),
});

useKeys("Range", [...logging.bindings, ...bindings, ...heightBindings]);

/** What the load of the session asks for, in the server's words. */
const load = computed(() =>
  loadWords(texts.value, session.balls.value.length, words.data.value?.load, limit.value),
);
const limit = computed(() => planned.data.value?.ball_limit ?? 0);
</script>

<template>
  <div class="page">
    <Sentence v-if="matrix.error.value && !matrix.data.value" :text="sentenceOf(matrix.error.value)" />
    <NoClubs
      v-else-if="matrix.data.value && !clubs.length"
      :student-id="studentId"
      next="Add at least one wedge with its loft, then log balls here."
    />
    <!-- The number can be typed before the student is there: it is logged when he is. -->
    <div v-else v-taps-keep-focus class="columns">
      <div class="picker">
        <Waiting v-if="!cell || !words.data.value" what="the session" />
        <template v-else>
          <DeferredMount
            ><CellPicker
              v-model="cell"
              :clubs="clubs"
              :swings="swings"
              :words="words.data.value"
              :balls="session.balls.value"
              :cells="carries"
              :unconfirmed="matrix.data.value?.waiting"
              ><template #more>
                <button type="button" class="way" @click="picture = !picture">
                  {{ picture ? "Type the carry" : "Touch the landing" }} <kbd>p</kbd>
                </button>
                <RouterLink :to="{ name: 'net', params: { studentId }, query: { ...(cell ?? {}) } }"
                  >Hit into a net</RouterLink
                >
                <RouterLink :to="{ name: 'practice', params: { studentId } }">Random distances</RouterLink>
              </template></CellPicker
            ></DeferredMount
          >
          <DeferredMount
            ><ConditionsPanel :now="now" :words="words.data.value" @change="conditions.change"
          /></DeferredMount>
          <PlanStrip
            v-if="plan.steps.value.length"
            :title="planned.data.value?.plan?.title ?? ''"
            :steps="plan.steps.value"
            :left="plan.left.value"
            :student-id="studentId"
            @go="go"
            @next="next"
          />
        </template>
      </div>
      <div class="middle">
        <header class="now">
          <h1>{{ cell ? cellName(cell) : "Range" }}</h1>
          <div class="steps">
            <button type="button" aria-label="Shorter swing" @click="step('swing', -1)">‹</button>
            swing
            <button type="button" aria-label="Longer swing" @click="step('swing', 1)">›</button>
            <button type="button" aria-label="More lofted club" @click="step('club', -1)">‹</button>
            club
            <button type="button" aria-label="Less lofted club" @click="step('club', 1)">›</button>
          </div>
          <p class="quiet">{{ cue }}</p>
          <LastLesson :student-id="studentId" :swing="cell?.swing ?? ''" :height="cell?.trajectory ?? ''" />
        </header>
        <CarryEntry
          v-model:picture="picture"
          offered
          :balls="session.balls.value"
          :shot="landingShot"
          :text="entry.text"
          :strike="entry.strike"
          :strikes="STRIKES"
          :strike-keys="STRIKE_KEYS"
          :unit="units.unit"
          :reading="readingWords(texts, now)"
          :ahead="ahead.length"
          :question="entry.question"
          :problem="entry.problem"
          @type="type"
          @erase="erase"
          @enter="enter"
          @strike="strike"
          @land="land"
          @move="moveLanding"
        />
        <BallQuestion v-if="question" :question="question" @mishit="sayMishit" @move="moveThere" />
        <p class="announcement" aria-live="polite">{{ announcement }}</p>
        <FeedPanel
          :devices="feed.live.value"
          :mine="feed.mine.value"
          :waiting="feed.waiting.value"
          :more="feed.more.value"
          :error="feed.error.value"
          :question="feed.question.value"
          :elsewhere="feed.elsewhere.value"
          :student-id="studentId"
          @choose="feed.choose"
          @straight="feed.setStraight"
          @here="feed.mine.value && feed.put(feed.mine.value.id, false, feed.mine.value.straight)"
          @take="feed.take"
          @discard="feed.discard"
        />
        <p class="caution quiet">
          Never walk out to measure while anyone can hit. Your range's rules come first.
        </p>
      </div>
      <DeferredMount v-if="cell && words.data.value"
        ><CellAside
          :student-id="studentId"
          :session="session"
          :strikes="words.data.value.strikes"
          :load="load"
          @undo="undo"
          @redo="redo"
          @drop="drop"
      /></DeferredMount>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 25rem) minmax(18rem, 1fr) minmax(0, 24rem);
  gap: 1.5rem;
  align-items: start;
}
.now h1 {
  font-size: 1.9rem;
}
.now p,
.announcement,
.caution {
  margin: 0.1rem 0 0;
}
.announcement {
  min-height: 1.5rem;
  margin-top: 0.5rem;
}
.head {
  margin-bottom: 0.2rem;
}
.way {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  aside {
    grid-column: 1 / -1;
  }
}
.steps {
  display: none;
  align-items: center;
  gap: 0.5rem;
  color: var(--ink-2);
}
.steps button {
  min-width: 48px;
  min-height: 44px;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: 650 1.3rem var(--slab);
}
.steps button:nth-of-type(3) {
  margin-left: auto;
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.9rem;
  }
  /* On a phone the number and the keys come first; the picker is at the end. */
  .middle {
    order: -1;
  }
  .picker {
    order: 2;
  }
  .steps {
    display: flex;
  }
  .now p {
    display: none;
  }
  .now h1 {
    font-size: 1.5rem;
  }
}
</style>
