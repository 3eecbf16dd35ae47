<script setup lang="ts">
/** A yardage is called in big figures, the student picks and hits, the result is typed, next. */
import { useQueryCache } from "@pinia/colada";
import { v7 as uuid } from "uuid";
import { computed, onBeforeUnmount, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { addressOf, PLAIN, sameCell, type CellAddress } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useHomework, type Row } from "@/shared/api/practice";
import { useMatrix, useWords, type Strike, askAgain } from "@/shared/api/queries";
import { changing, key, useKeys, type KeyBinding } from "@/shared/keys/useKeys";
import { enqueue, onRoundSaved } from "@/shared/outbox/outbox";
import { upper } from "@/shared/texts/texts";
import { vTapsKeepFocus } from "@/shared/ui/focus";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import CallBoard from "../components/CallBoard.vue";
import CarryEntry from "../components/CarryEntry.vue";
import FeedPanel from "../components/FeedPanel.vue";
import RoundEnd from "../components/RoundEnd.vue";
import { useCalling, useVoice, type HitBall, type Wanted } from "../composables/calling";
import { readingWords, useConditions } from "../composables/conditions";
import { useEntry } from "../composables/entry";
import { useFeed } from "../composables/feed";
import { useLandings, usePictureOn } from "../composables/rangePicture";
import { clubOf, recordBall } from "../composables/session";
import { STRIKE_KEYS, STRIKES } from "../composables/strikes";

const props = defineProps<{ studentId: string }>();
const route = useRoute();
const router = useRouter();
const cache = useQueryCache();
const { student, units, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const homework = useHomework(() => props.studentId);
const words = useWords();
const conditions = useConditions(props.studentId);
const calling = useCalling(props.studentId);
const { round, call, place, marks, points, par, done } = calling;
const voice = useVoice();

/** What the address asks for. An unfinished round of the same comes before a new one. */
const wanted = computed<{ what: Wanted; title: string } | null>(() => {
  const { trial, row, homework: id, place: at } = route.query;
  if (typeof trial === "string")
    return { what: { trial: trial as Schemas["Trial"] }, title: texts.value.name("trial", trial) };
  if (typeof row === "string") {
    try {
      const asked = JSON.parse(row) as Row;
      return { what: { row: asked }, title: upper(texts.value.name("form", asked.form)) };
    } catch {
      return null;
    }
  }
  const mine = homework.data.value?.find((one) => one.id === id);
  if (!mine) return null;
  return { what: { homework: mine, place: Number(at ?? 0) }, title: mine.title };
});
const begun = ref(false);
watch(
  [wanted, student.data, words.data],
  () => {
    if (begun.value || !wanted.value || !student.data.value || !words.data.value) return;
    begun.value = true;
    const unfinished = round.value && !round.value.ended && round.value.answers.length > 0;
    if (!unfinished) void calling.begin(wanted.value.what, wanted.value.title);
  },
  { immediate: true },
);

const shots = computed<CellAddress[]>(() =>
  [...(matrix.data.value?.cells ?? []), ...(matrix.data.value?.variants ?? [])]
    .filter((cell) => cell.play !== "neither" && !cell.back_in && !cell.down_in)
    .sort((a, b) => a.carry_yd - b.carry_yd)
    .map(addressOf),
);
const shot = ref<CellAddress | null>(null);
watch(
  [call, place],
  () => {
    const asked = call.value?.shot;
    shot.value = asked ? addressOf({ ...PLAIN, ...asked }) : null;
    const { yardage_yd: at = null, mark = null } = call.value ?? {};
    if (at !== null) voice.say(units.value.show(at));
    else if (mark) voice.say(texts.value.name("mark", mark));
  },
  { immediate: true },
);
function step(by: number): void {
  const now = shots.value.findIndex((one) => shot.value && sameCell(one, shot.value));
  shot.value = shots.value[Math.min(shots.value.length - 1, Math.max(0, now + by))] ?? null;
}

/** The ball in the session, like any other. */
function record(carry: number, strike: Strike, known: Partial<Schemas["BallIn"]> = {}, id = uuid()) {
  const address = shot.value;
  const club = clubOf(student.data.value, address);
  if (!address || !club) return null;
  return recordBall({
    studentId: props.studentId,
    club,
    address,
    known: { uid: id, ...conditions.body.value, carry_yd: carry, strike, confirmed: true, ...known },
  });
}
function take(ball: HitBall): void {
  calling.hit(ball, shot.value);
  if (calling.done.value) void finish();
}
function log(carry: number, strike: Strike, _confirmed: boolean, rolled?: number): void {
  announcement.value = "";
  const total = rolled === undefined ? {} : { total_yd: rolled };
  take({ carry_yd: carry, met: null, strike, uid: record(carry, strike, total) });
}
function onNet(met: boolean): void {
  if (call.value?.mark) take({ carry_yd: null, met, strike: "solid", uid: null });
}
const picture = usePictureOn();
const { landed, land, forgetLanding } = useLandings((landing, seen) => {
  if (!call.value || call.value.mark) return null;
  const { strike } = entry;
  const uid = record(seen.carry_yd, strike, { landing });
  entry.strike = "solid";
  take({ carry_yd: seen.carry_yd, met: null, strike, uid });
  return uid === null ? null : { uid, strike };
});
const announcement = ref("");
function undo(): void {
  const ball = calling.back();
  if (!ball) {
    announcement.value = "Nothing to undo.";
    return;
  }
  forgetLanding(ball.uid);
  if (ball.uid) void enqueue({ kind: "undo", studentId: props.studentId, uid: ball.uid });
  announcement.value = "The last ball is undone.";
}
const kept = ref<Schemas["RoundSaved"] | null>(null);
const forget = onRoundSaved((op, answer) => {
  if (op.uid !== round.value?.uid) return;
  kept.value = answer;
  void askAgain(cache, keys.student(props.studentId));
});
onBeforeUnmount(forget);
async function finish(): Promise<void> {
  kept.value = null;
  await calling.finish();
}
async function again(): Promise<void> {
  kept.value = null;
  if (wanted.value) await calling.begin(wanted.value.what, wanted.value.title);
}
function leave(): void {
  if (round.value?.ended) calling.drop();
  const query = typeof route.query["trial"] === "string" ? { from: "test" } : {};
  void router.push({ name: "practice", params: { studentId: props.studentId }, query });
}

const { entry, ahead, inTurn, type, erase, clear, enter } = useEntry({
  ready: () => !!student.data.value && !!words.data.value && !!call.value,
  askOverYd: () => words.data.value?.ask_over_yd ?? 150,
  toYards: (typed) => units.value.yards(typed),
  unit: () => units.value.unit,
  shot: () => log,
  single: true,
});
const feed = useFeed({
  studentId: props.studentId,
  cell: () => shot.value,
  clubId: () => clubOf(student.data.value, shot.value)?.id,
  conditions: () => conditions.body.value,
  take: (ball) => {
    const carry = ball.measured["carry_yd"];
    if (carry === undefined || carry === null || !call.value) return;
    const id = record(carry, "solid", { feed_id: ball.id, hit_at: ball.hit_at }, ball.ball_uid);
    take({ carry_yd: carry, met: null, strike: "solid", uid: id });
  },
  moved: () => undefined,
});
// The device's balls are this round's as they come.
watch(feed.waiting, (waiting) => {
  const ball = waiting[0];
  if (ball && call.value && !call.value.mark) feed.take(ball, {});
});

const mark = (name: Strike) => (entry.strike = entry.strike === name ? "solid" : name);
const callingKeys: KeyBinding[] = [
  {
    shown: "0–9 .",
    does: "type the carry",
    on: (event) => {
      if (!/^[0-9.,]$/.test(event.key) || !call.value || call.value.mark) return false;
      type(event.key);
      return true;
    },
  },
  changing("Enter", "log the ball, next target", "Enter", () => {
    if (done.value) void again();
    else if (call.value?.mark) onNet(true);
    else enter();
  }),
  changing("n", "on the net: missed", "n", () => onNet(false)),
  key("⌫", "erase a digit", "Backspace", erase),
  ...STRIKES.map((name) =>
    changing(STRIKE_KEYS[name], `${name}: this ball`, STRIKE_KEYS[name], () => inTurn(() => mark(name))),
  ),
  key("←", "a shorter shot", "ArrowLeft", () => step(-1)),
  key("→", "a longer shot", "ArrowRight", () => step(1)),
  changing("u", "undo the last ball", "u", undo),
  key(
    "p",
    "touch landings on the range picture, or type carries",
    "p",
    () => (picture.value = !picture.value),
  ),
  key("v", "voice on or off", "v", () => (voice.on.value = !voice.on.value)),
  key("Esc", "clear the number, then leave", "Escape", () => {
    if (entry.text) clear();
    else leave();
  }),
];
useKeys("Random distances", callingKeys);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ round?.title ?? "Random distances" }}</h1>
      <span class="quiet">{{ student.data.value?.name }}</span>
      <span class="push acts">
        <button
          v-if="voice.there"
          type="button"
          :aria-pressed="voice.on.value"
          @click="voice.on.value = !voice.on.value"
        >
          Voice <kbd>v</kbd>
        </button>
        <button v-if="round && !round.ended && marks.length" type="button" @click="finish">Stop here</button>
        <button type="button" @click="leave">Leave <kbd>Esc</kbd></button>
      </span>
    </div>
    <Sentence :text="calling.error.value" />
    <Waiting v-if="calling.busy.value || !student.data.value" what="the targets" />
    <RoundEnd
      v-else-if="round && (done || round.ended)"
      :round="round"
      :points="points"
      :kept="kept"
      @again="again"
      @leave="leave"
    />
    <div v-else-if="round && call" v-taps-keep-focus class="columns">
      <CallBoard
        v-model:shot="shot"
        :call="call"
        :place="place"
        :of="calling.calls.value.length"
        :marks="marks"
        :points="points"
        :par="par"
        :open="round.open.length"
        :shots="shots"
      />
      <div>
        <div v-if="call.mark" class="net">
          <button type="button" class="met" @click="onNet(true)">Hit <kbd>Enter</kbd></button>
          <button type="button" @click="onNet(false)">Missed <kbd>n</kbd></button>
          <p class="quiet">Check the net for holes and its frame for rebounds. Nobody beside or behind it.</p>
        </div>
        <CarryEntry
          v-else
          v-model:picture="picture"
          :balls="landed"
          :shot="{ address: shot, carryYd: call.yardage_yd ?? null, halfYd: null }"
          :text="entry.text"
          :strike="entry.strike"
          :strikes="STRIKES"
          :strike-keys="STRIKE_KEYS"
          :unit="units.unit"
          :reading="readingWords(texts, conditions.now.value)"
          :ahead="ahead.length"
          :question="entry.question"
          :problem="entry.problem"
          @type="type"
          @erase="erase"
          @enter="enter"
          @strike="mark"
          @land="land"
        />
        <p class="announcement" aria-live="polite">{{ announcement }}</p>
        <FeedPanel
          v-if="!call.mark"
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
        <p class="quiet">
          Rest between sets. Stop if it hurts. Never walk out while anyone can hit. Your range's rules come
          first.
        </p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(18rem, 1fr);
  gap: 1.5rem;
  align-items: start;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
button {
  min-height: 44px;
  padding: 0 0.9rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  cursor: pointer;
}
[aria-pressed="true"] {
  background: var(--field-ground);
  font-weight: 650;
}
.net {
  display: grid;
  gap: 0.6rem;
}
.net button {
  min-height: 5rem;
  font: 650 1.6rem var(--slab);
}
.met {
  background: var(--field-ground);
}
.announcement {
  min-height: 1.5rem;
  margin: 0.4rem 0 0;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.6rem;
  }
  .head .quiet {
    display: none;
  }
  .head {
    margin-bottom: 0.2rem;
  }
  /* The call, the number and the button that logs it fit a phone together. */
  .columns :deep(.figure:not(.words)) {
    font-size: 5rem;
    margin: 0;
  }
  .columns :deep(.pips) {
    margin: 0.4rem 0 0.1rem;
  }
  .columns :deep(.score) {
    font-size: 1rem;
    line-height: 1.1;
  }
  .columns :deep(.display) {
    font-size: 2.8rem;
    min-height: 3.2rem;
  }
  .columns :deep(.reading) {
    display: none;
  }
  .columns :deep(.strikes) {
    margin: 0.4rem 0;
  }
  .columns :deep(.pad button) {
    min-height: 46px;
  }
}
</style>
