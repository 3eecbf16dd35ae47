<script setup lang="ts">
import { computed, onMounted, ref } from "vue";
import { ballWords, cellName, halfInterval, type CellAddress } from "@/shared/api/cells";
import { sentenceOf } from "@/shared/api/client";
import { useMatrix, usePlan, useStudent, useWords } from "@/shared/api/queries";
import { key, useKeys, type KeyBinding } from "@/shared/keys/useKeys";
import { drop, flushOutbox, loadOutbox, outboxState } from "@/shared/outbox/outbox";
import DotPlot from "@/shared/ui/DotPlot.vue";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { useUnits } from "@/shared/units/units";
import BallList from "../components/BallList.vue";
import CarryEntry from "../components/CarryEntry.vue";
import CellPicker from "../components/CellPicker.vue";
import ConditionsPanel from "../components/ConditionsPanel.vue";
import FeedPanel from "../components/FeedPanel.vue";
import PlanStrip from "../components/PlanStrip.vue";
import { useCell } from "../composables/cell";
import { useConditions } from "../composables/conditions";
import { useEntry } from "../composables/entry";
import { useFeed } from "../composables/feed";
import { loadWords } from "../composables/load";
import { useRangePlan } from "../composables/plan";
import { useSession } from "../composables/session";

const props = defineProps<{ studentId: string }>();
const words = useWords();
const student = useStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId, true);
const units = useUnits(() => student.data.value?.units);
const conditions = useConditions();
const now = conditions.kept;
const planned = usePlan(() => props.studentId);

const { clubs, swings, cell, cue, step, bindings, heightBindings } = useCell({
  matrix: () => matrix.data.value,
  words: () => words.data.value,
});

const session = useSession({
  studentId: props.studentId,
  student: () => student.data.value,
  matrix: () => matrix.data.value,
  cell: () => cell.value,
  conditions: () => conditions.body.value,
});
const plan = useRangePlan({
  items: () => planned.data.value?.plan?.items ?? [],
  balls: () => session.balls.value,
  cell: () => cell.value,
  go,
});
function go(address: CellAddress, lie: string | null): void {
  cell.value = address;
  if (lie) now.value.lie = lie;
}
function next(): void {
  if (!plan.next()) said.value = plan.steps.value.length ? "The plan is done." : "No plan yet.";
}
const said = ref("");
const { entry, type, erase, clear, enter } = useEntry({
  askOverYd: () => words.data.value?.ask_over_yd ?? 150,
  toYards: (typed) => units.value.yards(typed),
  unit: () => units.value.unit,
  log: (carry, strike, confirmed) => {
    session.log(carry, strike, confirmed, now.value.reading);
    said.value = "";
  },
});
const feed = useFeed({ take: session.take });
const { deviceId, straight } = feed;
onMounted(() => loadOutbox().then(flushOutbox));

function strike(name: string): void {
  const last = session.balls.value.at(-1);
  if (entry.text || !last) entry.strike = entry.strike === name ? "solid" : name;
  else {
    session.mark(last.uid, name);
    said.value = `Last ball: ${name}.`;
  }
}
function undo(uid?: string): void {
  const ball = session.undo(uid);
  said.value = ball
    ? `Undone: ${units.value.show(ball.carry_yd ?? 0)} ${ball.strike}. R brings it back.`
    : "Nothing to undo.";
}
function redo(): void {
  session.redo();
  said.value = "";
}
const STRIKE_KEYS: Record<string, string> = {
  solid: "s",
  fat: "f",
  thin: "t",
  heel: "h",
  toe: "o",
  hard: "x",
};
const rangeKeys: KeyBinding[] = [
  {
    shown: "0–9 .",
    does: "type the carry",
    on: (event) => {
      if (!/^[0-9.,]$/.test(event.key)) return false;
      type(event.key);
      return true;
    },
  },
  key("Enter", "log the ball", "Enter", enter),
  key("⌫", "erase a digit", "Backspace", erase),
  key("Esc", "clear the number", "Escape", clear),
  ...Object.entries(STRIKE_KEYS).map(([name, letter]) =>
    key(letter, `${name}: this ball, or the last one when nothing is typed`, letter, () =>
      strike(name),
    ),
  ),
  key("u", "undo the last ball", "u", () => undo()),
  key("r", "bring the undone ball back", "r", redo),
  key("n", "next cell of the plan", "n", next),
  ...bindings,
  ...heightBindings,
];
useKeys("Range", rangeKeys);

const solid = computed(
  () => session.cellBalls.value.filter((b) => b.strike === "solid" && !b.excluded).length,
);
const enough = computed(() => {
  const more = session.now.value.more;
  if (more === null || session.now.value.behind) return "";
  if (more === 0) return "Enough: within the tolerance.";
  return `About ${more} more for the tolerance.`;
});
const count = computed(() => {
  const n = session.balls.value.length;
  return `${n} ${n === 1 ? "ball" : "balls"} today`;
});
/** What the load of the session asks for, in the server's words. */
const load = computed(() =>
  loadWords(session.balls.value.length, words.data.value?.load, limit.value),
);
const limit = computed(() => planned.data.value?.ball_limit ?? 0);
const unreviewed = computed(() => session.balls.value.length > 0);
</script>

<template>
  <div class="page">
    <Sentence
      v-if="matrix.error.value && !matrix.data.value"
      :text="sentenceOf(matrix.error.value)"
    />
    <Waiting v-else-if="!matrix.data.value || !words.data.value" what="the session" />
    <NoClubs
      v-else-if="!clubs.length"
      :student-id="studentId"
      next="Put at least one wedge with its loft into the bag, then log balls here."
    />
    <div v-else-if="cell" class="columns">
      <div class="picker">
        <CellPicker
          v-model="cell"
          :clubs="clubs"
          :swings="swings"
          :words="words.data.value"
          :balls="session.balls.value"
        />
        <ConditionsPanel v-model="now" :words="words.data.value" />
        <PlanStrip
          v-if="plan.steps.value.length"
          :title="planned.data.value?.plan?.title ?? ''"
          :steps="plan.steps.value"
          :left="plan.left.value"
          :student-id="studentId"
          @go="go"
          @next="next"
        />
        <p v-else class="quiet plan-link">
          <RouterLink :to="{ name: 'plan', params: { studentId } }">Plan this session</RouterLink>
        </p>
      </div>
      <div class="middle">
        <header class="now">
          <h1>{{ cellName(cell) }}</h1>
          <div class="steps">
            <button type="button" aria-label="Shorter swing" @click="step('swing', -1)">‹</button>
            swing
            <button type="button" aria-label="Longer swing" @click="step('swing', 1)">›</button>
            <button type="button" aria-label="More lofted club" @click="step('club', -1)">‹</button>
            club
            <button type="button" aria-label="Less lofted club" @click="step('club', 1)">›</button>
          </div>
          <p class="quiet">
            {{ cue }}
            <RouterLink :to="{ name: 'net', params: { studentId }, query: { ...cell } }"
              >Into a net instead</RouterLink
            >
          </p>
        </header>
        <CarryEntry
          :text="entry.text"
          :strike="entry.strike"
          :strikes="words.data.value.strikes"
          :strike-keys="STRIKE_KEYS"
          :unit="units.unit"
          :question="entry.question"
          :problem="entry.problem"
          @type="type"
          @erase="erase"
          @enter="enter"
          @strike="strike"
        />
        <p class="said" aria-live="polite">{{ said }}</p>
        <FeedPanel
          v-model:device-id="deviceId"
          v-model:straight="straight"
          :devices="feed.live.value"
          :waiting="feed.waiting.value"
          :error="feed.error.value"
          :units="units"
          @take="feed.take"
          @let-go="feed.letGo"
        />
        <p class="caution quiet">
          Never walk out to measure while anyone can hit. Your range's rules come first.
        </p>
      </div>
      <aside class="sheet">
        <div class="head">
          <h2>This cell</h2>
          <span class="quiet num">{{ solid }} solid of {{ session.cellBalls.value.length }}</span>
        </div>
        <p
          v-if="session.now.value.cell"
          class="centre"
          :class="{ est: session.now.value.cell.basis === 'estimated' }"
        >
          <span class="slab big">{{ units.show(session.now.value.cell.carry_yd) }}</span>
          <span class="slab"
            >± {{ units.show(halfInterval(session.now.value.cell)) }} {{ units.unit }}</span
          >
          <span v-if="session.now.value.behind && outboxState.trouble" class="quiet"
            >before the balls that wait</span
          >
          <span v-else-if="session.now.value.cell.basis === 'estimated'">estimated</span>
          <span v-else class="quiet num">{{ ballWords(session.now.value.cell) }}</span>
        </p>
        <p v-if="enough" class="enough" :class="{ yes: session.now.value.more === 0 }">
          {{ enough }}
        </p>
        <DotPlot
          :balls="session.cellBalls.value"
          :units="units"
          :centre-yd="session.now.value.cell?.carry_yd ?? null"
          :newest="session.balls.value.at(-1)?.uid ?? null"
        />
        <Sentence
          v-if="outboxState.waiting && outboxState.trouble"
          tone="quiet"
          :text="`${outboxState.trouble} Nothing is lost: the balls wait in this browser.`"
        />
        <div class="head list-head">
          <h2>{{ count }}</h2>
          <RouterLink
            v-if="unreviewed && !outboxState.waiting"
            class="push"
            :to="{ name: 'review', params: { studentId } }"
            >Review</RouterLink
          >
          <span class="actions" :class="{ push: !unreviewed || outboxState.waiting }">
            <button type="button" :disabled="!session.balls.value.length" @click="undo()">
              Undo <kbd>u</kbd>
            </button>
            <button v-if="session.undone.value.length" type="button" @click="redo">
              Bring back <kbd>r</kbd>
            </button>
          </span>
        </div>
        <p v-if="load" class="load" role="status">{{ load }}</p>
        <BallList
          :balls="session.balls.value"
          :strikes="words.data.value.strikes"
          :units="units"
          @mark="session.mark"
          @undo="undo"
          @drop="drop"
        />
        <p v-if="!session.balls.value.length" class="quiet">
          Type a carry and press Enter: the ball is logged.
        </p>
      </aside>
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
.said,
.caution {
  margin: 0.1rem 0 0;
}
.said {
  min-height: 1.5rem;
  margin-top: 0.5rem;
}
.centre {
  display: flex;
  align-items: baseline;
  gap: 0.6rem;
  margin: 0;
}
.big {
  font-size: 2.6rem;
  font-weight: 700;
  line-height: 1.1;
}
.list-head {
  margin: 0.8rem 0 0.2rem;
}
.head {
  margin-bottom: 0.2rem;
}
.actions {
  display: flex;
  gap: 0.4rem;
}
.actions button {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.actions button:disabled {
  opacity: 0.5;
}
.enough {
  margin: 0.1rem 0 0;
  color: var(--ink-2);
}
.enough.yes {
  color: var(--field);
  font-weight: 650;
}
.load {
  margin: 0.2rem 0;
  padding: 0.3rem 0.6rem;
  background: var(--accent-soft);
}
.plan-link {
  margin: 0.8rem 0 0;
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
