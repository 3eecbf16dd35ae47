<script setup lang="ts">
/** The week's sessions: what is coming, start one with its check-up, book and move. */
import { Button } from "ant-design-vue";
import dayjs from "dayjs";
import { computed, nextTick, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { useCheckUp } from "@/shared/api/checkUp";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { key, useKeys } from "@/shared/keys/useKeys";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import BookForm from "../components/BookForm.vue";
import FollowLink from "../components/FollowLink.vue";
import SessionCard from "../components/SessionCard.vue";
import { useCalendar, type Appointment, type Booked, type Draft } from "../composables/calendar";

const router = useRouter();
const { week, known, mine, days, first, error, field, busy, keep, cancel, turn, thisWeek, run } =
  useCalendar();
const check = useCheckUp();
const today = computed(() => known.value?.today ?? "");
const blank = (): Draft => ({
  id: null,
  studentId: "",
  others: [],
  day: today.value || dayjs().format("YYYY-MM-DD"),
  time: "10:00",
  minutes: 45,
  checkUp: 15,
  note: "",
  weeks: 1,
});
const draft = ref<Draft>(blank());
const moving = ref<Appointment | null>(null);
const said = ref("");
const title = computed(() => {
  const [first, last] = [days.value[0]?.day, days.value[6]?.day];
  return `${dayjs(first).format("D MMM")} to ${dayjs(last).format("D MMM YYYY")}`;
});
const past = (session: Appointment) =>
  dayjs(session.starts_at).add(session.minutes, "minute").isBefore(dayjs());

const pick = (day: string) => (draft.value.day = day);
// A booking is meant for the week that is looked at.
watch(first, (monday) => {
  if (draft.value.id) return;
  const here = days.value.some((d) => d.day === today.value);
  pick(here ? today.value : monday);
});
function move(session: Appointment): void {
  moving.value = session;
  draft.value = {
    id: session.id,
    studentId: session.student_id,
    others: [],
    day: session.day,
    time: session.local,
    minutes: session.minutes,
    checkUp: session.check_up,
    note: session.note,
    weeks: 1,
  };
}
function leave(): void {
  moving.value = null;
  // The next one is mostly booked on the same day.
  draft.value = { ...blank(), day: draft.value.day };
}
async function store(): Promise<void> {
  said.value = "";
  const { day, time, weeks } = draft.value;
  if (!(await keep(draft.value, moving.value))) {
    // Told of another coach's change: the next try is against what is there now.
    const now = week.data.value?.appointments.find((a) => a.id === draft.value.id);
    if (now) moving.value = now;
    return;
  }
  const series = weeks > 1 ? `, ${weeks} weeks in a row` : "";
  said.value = `${moving.value ? "Moved" : "Booked"}: ${dayjs(day).format("D MMM")} at ${time}${series}.`;
  leave();
}
async function drop(session: Appointment): Promise<void> {
  if (await cancel(session.id))
    said.value = `Cancelled ${session.student}, ${session.local}. You can undo it in the student's history.`;
}
const opening = useSaving();
async function start(session: Booked): Promise<void> {
  if (session.group.length > 1) {
    const body = {
      students: session.group.map((one) => one.student_id),
      together: session.together,
    };
    const group = await opening.run(() => dataOf(api.POST("/api/groups", { body })));
    if (group) void router.push({ name: "bays", params: { groupId: group.id } });
    return;
  }
  if (session.check_up) await check.start(session.student_id, session.check_up);
  else void router.push({ name: "range", params: { studentId: session.student_id } });
}
/** A student to book was chosen elsewhere, or is named here: what is left to say is when. */
function book(studentId = ""): void {
  moving.value = null;
  draft.value = { ...blank(), day: draft.value.day, studentId };
  void nextTick(() => document.getElementById(studentId ? "day" : "who")?.focus());
}
const wanted = computed(() => String(router.currentRoute.value.query["book"] ?? ""));
watch([wanted, () => !!week.data.value], ([student, there]) => there && student && book(student), {
  immediate: true,
});
useKeys("Calendar", [
  key("n", "book a session", "n", () => book()),
  key("←", "previous week", "ArrowLeft", () => turn(-1)),
  key("→", "next week", "ArrowRight", () => turn(1)),
  key("t", "this week", "t", thisWeek),
]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Calendar</h1>
      <span class="quiet num">{{ title }}</span>
      <label class="mine"><input v-model="mine" type="checkbox" /> Only mine</label>
      <span class="push turns">
        <Button aria-label="Previous week" @click="turn(-1)">←</Button>
        <Button @click="thisWeek">This week</Button>
        <Button aria-label="Next week" @click="turn(1)">→</Button>
      </span>
    </div>
    <p v-if="said" class="quiet" role="status">{{ said }}</p>
    <Sentence :text="check.error.value || opening.error.value" />
    <Sentence v-if="week.error.value" :text="sentenceOf(week.error.value)" />
    <Waiting v-if="!week.data.value && !week.error.value" what="the week" />
    <div v-if="known" class="columns">
      <div class="week">
        <section v-for="{ day, sessions } in days" :key="day" :class="{ today: day === today }">
          <h2>
            <button type="button" :title="`Book on ${dayjs(day).format('D MMM')}`" @click="pick(day)">
              {{ dayjs(day).format("ddd") }} <span class="num">{{ dayjs(day).format("D") }}</span>
            </button>
          </h2>
          <SessionCard
            v-for="session in sessions"
            :key="session.id"
            :session="session"
            :past="past(session)"
            :busy="check.busy.value === session.student_id"
            @start="start(session)"
            @move="move(session)"
            @cancel="drop"
          />
          <p v-if="!sessions.length && week.data.value" class="quiet free">free</p>
        </section>
      </div>
      <aside>
        <BookForm
          v-model="draft"
          :busy="busy"
          :error="error"
          :field="field"
          :name="moving?.student ?? ''"
          @keep="store"
          @leave="leave"
        />
        <FollowLink :has-link="known.has_link" :run="run" />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.turns {
  display: flex;
  gap: 0.3rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 18rem;
  gap: 1.2rem;
  align-items: start;
}
.week {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 0.5rem;
}
.week section {
  border-top: 3px solid var(--line);
  padding-top: 0.3rem;
  min-height: 12rem;
}
.week .today {
  border-color: var(--accent);
}
.week h2 {
  font-size: 1rem;
  margin-bottom: 0.4rem;
}
.week h2 button {
  border: 0;
  background: none;
  padding: 0;
  min-height: 1.8rem;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.week h2 button:hover {
  text-decoration: underline;
}
.free {
  margin: 0;
  font-size: 0.93rem;
}
aside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .week {
    grid-template-columns: minmax(0, 1fr);
  }
  .week section {
    min-height: 0;
  }
}
</style>
