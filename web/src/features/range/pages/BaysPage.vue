<script setup lang="ts">
/** Two to six students at once: whose ball comes next is plain, and the rest is as for one. */
import { computed, ref, shallowReactive } from "vue";
import { cellName } from "@/shared/api/cells";
import { api, dataOf } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { changing, key, useKeys, type KeyBinding } from "@/shared/keys/useKeys";
import { drop } from "@/shared/outbox/outbox";
import { shareStudent } from "@/shared/student/context";
import { useTexts } from "@/shared/texts/texts";
import { useUnits } from "@/shared/units/units";
import { vTapsKeepFocus } from "@/shared/ui/focus";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import BallQuestion from "../components/BallQuestion.vue";
import BayCard from "../components/BayCard.vue";
import CarryEntry from "../components/CarryEntry.vue";
import CellAside from "../components/CellAside.vue";
import CellPicker from "../components/CellPicker.vue";
import ConditionsPanel from "../components/ConditionsPanel.vue";
import GroupMonitor from "../components/GroupMonitor.vue";
import PlanStrip from "../components/PlanStrip.vue";
import WrongStudent from "../components/WrongStudent.vue";
import type { BayNow } from "../composables/bay";
import { readingWords } from "../composables/conditions";
import { useLogging } from "../composables/logging";
import { useGroup } from "../composables/group";
import { STRIKE_KEYS, STRIKES } from "../composables/strikes";
import { useWrong } from "../composables/wrong";

const props = defineProps<{ groupId: string }>();
const words = useWords();
const group = useGroup(props.groupId);
/** By their number; each has a session of its own. */
const here = shallowReactive(new Map<number, BayNow>());
const all = computed(() => [...here.values()]);
const now = computed(() => here.get(group.up.value ?? 0) ?? null);
const [ownUnits, ownTexts] = [useUnits(), useTexts()];
shareStudent({
  studentId: computed(() => now.value?.studentId ?? ""),
  profile: computed(() => now.value?.profile.value),
  units: computed(() => now.value?.units.value ?? ownUnits.value),
  texts: computed(() => now.value?.texts.value ?? ownTexts.value),
});
/** After a ball the next bay is up by itself. */
const inTurns = ref(false);
const wrong = useWrong(props.groupId, () => all.value);

const logging = useLogging({
  here: () => now.value,
  ready: () => now.value?.ready.value ?? false,
  of: () => (now.value ? ` of ${now.value.name.value}` : ""),
  logged: () => {
    wrong.leave();
    if (inTurns.value) turnBy(1);
  },
});
const { entry, ahead, type, erase, enter, announcement, question, picture, land, moveLanding } = logging;
const { strike, undo, redo, next, sayMishit, moveThere } = logging;

function up(number: number): boolean {
  const bay = here.get(number);
  if (!bay) return false;
  if (wrong.many.value) announcement.value = wrong.give(bay);
  else if (group.up.value !== number) group.takeTurn(number);
  return true;
}
function turnBy(by: number): void {
  const numbers = group.bays.value.map((bay) => bay.number);
  const at = numbers.indexOf(group.up.value ?? 0);
  const next = numbers[(at + by + numbers.length) % numbers.length];
  if (next !== undefined && next !== group.up.value) group.takeTurn(next);
}
function same(): void {
  const bay = now.value;
  if (!bay?.cell.value) return;
  group.sameForAll(bay.number.value);
  announcement.value = `${cellName(bay.cell.value)} for all, each with the nearest shot in their bag and scale.`;
}
/** The same plan for all: each gets the planner's check-up of the usual size, for the own matrix. */
const planning = useSaving();
async function planAll(): Promise<void> {
  const balls = words.data.value?.check_up_balls ?? 15;
  const without = all.value.filter((bay) => !bay.plan.steps.value.length);
  await planning.save(async () => {
    for (const bay of without) {
      const params = { path: { student_id: bay.studentId } };
      await dataOf(api.POST("/api/students/{student_id}/check-up", { params, body: { balls } }));
      await bay.planned.refetch();
    }
  });
  if (!planning.error.value)
    announcement.value = `${without.length} have a plan of ${balls} balls. N goes to the next shot.`;
}
function apart(number: number): string {
  return group.group.value?.apart?.[number] ?? "";
}
const notExact = computed(() =>
  group.bays.value
    .filter((bay) => apart(bay.number))
    .map((bay) => `${bay.student}: the nearest ${apart(bay.number).replace(" ", " and ")}`)
    .join("; "),
);
const review = computed(() => {
  const ids = all.value.filter((bay) => bay.session.balls.value.length).map((b) => b.studentId);
  const [first, ...then] = ids;
  return first
    ? {
        name: "review",
        params: { studentId: first },
        query: then.length ? { then: then.join() } : {},
      }
    : null;
});

const NUMBERS = [1, 2, 3, 4, 5, 6];
const groupKeys: KeyBinding[] = [
  {
    shown: "Shift 1–6",
    does: "choose who hits next",
    on: (event) => {
      const digit = /^Digit([1-6])$/.exec(event.code)?.[1];
      return event.shiftKey && digit !== undefined && up(Number(digit));
    },
  },
  key("b", "the next bay", "b", () => turnBy(1)),
  key("i", "in turns: after a ball the next bay is up", "i", () => {
    inTurns.value = !inTurns.value;
  }),
  changing("w", "the last ball was someone else's (again for one more)", "w", () => {
    if (!wrong.ask()) announcement.value = "No ball yet.";
  }),
  changing("Shift w", "the last five balls were someone else's", "W", () => {
    if (!wrong.ask(true)) announcement.value = "No ball yet.";
  }),
  key("a", "the same shot for all", "a", same),
  {
    shown: "1–6",
    does: "when asked whose the last ball was: this bay's",
    on: (event) => {
      const digit = Number(event.key);
      return wrong.many.value > 0 && NUMBERS.includes(digit) && !event.shiftKey && up(digit);
    },
  },
  {
    shown: "Esc",
    does: "close the question",
    on: (event) => {
      if (event.key !== "Escape" || !wrong.many.value) return false;
      wrong.leave();
      return true;
    },
  },
  key("←", "shorter swing", "ArrowLeft", () => now.value?.step("swing", -1)),
  key("→", "longer swing", "ArrowRight", () => now.value?.step("swing", 1)),
  key("↑", "more lofted club", "ArrowUp", () => now.value?.step("club", -1)),
  key("↓", "less lofted club", "ArrowDown", () => now.value?.step("club", 1)),
  key("+", "higher trajectory", "+", () => now.value?.step("trajectory", 1)),
  key("-", "lower trajectory", "-", () => now.value?.step("trajectory", -1)),
];
useKeys("Bays", [...groupKeys, ...logging.bindings]);
</script>

<template>
  <div class="page">
    <Waiting v-if="!group.group.value && !group.error.value" what="the group" />
    <div v-else-if="group.group.value?.over" class="over">
      <h1>This group has ended</h1>
      <p>
        Its balls are saved. Confirm them for each student.
        <RouterLink to="/bays">Start another group</RouterLink>
      </p>
    </div>
    <template v-else>
      <Sentence :text="group.error.value" />
      <div v-taps-keep-focus class="strip" role="group" aria-label="Bays">
        <BayCard
          v-for="bay in group.bays.value"
          :key="bay.student_id"
          :bay="bay"
          :group="group"
          :up="bay.number === group.up.value"
          @here="(one: BayNow) => here.set(bay.number, one)"
          @gone="(number: number) => here.delete(number)"
          @up="up(bay.number)"
        />
      </div>
      <p v-if="group.away.value" class="away" role="status">
        No connection. Balls and turns are saved here and send in order when you're back online.
        <template v-if="group.group.value?.monitor"
          >Balls from {{ group.group.value.monitor.name }} are assigned then.</template
        >
      </p>
      <div v-if="now && words.data.value" v-taps-keep-focus class="columns">
        <div class="picker">
          <CellPicker
            v-if="now.cell.value"
            :key="now.studentId"
            v-model="now.cell.value"
            :clubs="now.clubs.value"
            :swings="now.swings.value"
            :words="words.data.value"
            :balls="now.session.balls.value"
            :cells="now.carries.value"
            :unconfirmed="now.matrix.data.value?.waiting"
          >
            <button type="button" class="same" @click="same">Same shot for all <kbd>a</kbd></button>
          </CellPicker>
          <Sentence tone="quiet" :text="notExact" />
          <ConditionsPanel
            :key="`air${now.studentId}`"
            :now="now.conditions.now.value"
            :words="words.data.value"
            @change="now.conditions.change"
          />
          <PlanStrip
            v-if="now.plan.steps.value.length"
            :title="now.planned.data.value?.plan?.title ?? ''"
            :steps="now.plan.steps.value"
            :left="now.plan.left.value"
            :student-id="now.studentId"
            @go="now.go"
            @next="next"
          />
          <p v-else class="quiet plans">
            <RouterLink :to="{ name: 'plan', params: { studentId: now.studentId } }"
              >Plan for {{ now.name.value }}</RouterLink
            >
            <button type="button" class="same" :disabled="planning.busy.value" @click="planAll">
              Plan {{ words.data.value.check_up_balls }} balls for each
            </button>
          </p>
          <Sentence :text="planning.error.value" />
        </div>
        <div class="middle">
          <header>
            <h1>{{ now.name.value }}</h1>
            <p class="slab what">{{ now.cell.value ? cellName(now.cell.value) : "" }}</p>
            <p class="quiet">
              {{ now.cue.value }}
              <label class="turns"><input v-model="inTurns" type="checkbox" /> take turns <kbd>i</kbd></label>
            </p>
          </header>
          <CarryEntry
            v-model:picture="picture"
            :balls="now.session.balls.value"
            :shot="now.landingShot.value"
            :text="entry.text"
            :strike="entry.strike"
            :strikes="STRIKES"
            :strike-keys="STRIKE_KEYS"
            :unit="now.units.value.unit"
            :reading="readingWords(now.texts.value, now.conditions.now.value)"
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
          <WrongStudent
            :wrong="wrong"
            :bays="all"
            @ask="wrong.ask()"
            @give="(bay: BayNow) => (announcement = wrong.give(bay))"
          />
          <p class="announcement" aria-live="polite">{{ announcement }}</p>
          <GroupMonitor :group="group" />
          <p class="caution quiet">
            Nobody in front of the mats. Never walk out to measure while anyone can hit. Your range's rules
            come first.
          </p>
        </div>
        <div class="side">
          <CellAside
            :key="`aside${now.studentId}`"
            :student-id="now.studentId"
            :session="now.session"
            :strikes="words.data.value.strikes"
            :load="now.load.value"
            @undo="undo"
            @redo="redo"
            @drop="drop"
          />
          <p class="ends">
            <RouterLink v-if="review" :to="review">Confirm all, one by one</RouterLink>
            <button type="button" @click="group.takeOut(now.number.value)">
              Remove {{ now.name.value }}
            </button>
            <button type="button" @click="group.end">End the group</button>
          </p>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11.5rem, 1fr));
  gap: 0.5rem;
  margin-bottom: 0.8rem;
}
.away {
  margin: 0 0 0.6rem;
  padding: 0.3rem 0.6rem;
  background: var(--accent-soft);
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 26rem) minmax(18rem, 1fr) minmax(0, 22rem);
  gap: 1.5rem;
  align-items: start;
}
header h1 {
  font-size: 1.7rem;
  overflow-wrap: anywhere;
}
.what {
  font-size: 1.3rem;
  font-weight: 650;
}
header p,
.announcement,
.caution {
  margin: 0.1rem 0 0;
}
.announcement {
  min-height: 1.5rem;
}
.turns {
  margin-left: 0.8rem;
  white-space: nowrap;
}
.same,
.ends button {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.plans {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 1rem;
}
.ends {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.8rem;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  .side {
    grid-column: 1 / -1;
  }
}
@media (max-width: 700px) {
  .strip {
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.3rem;
  }
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.9rem;
  }
  .middle {
    order: -1;
  }
  header h1 {
    font-size: 1.3rem;
  }
  header .quiet {
    display: none;
  }
}
</style>
