<script setup lang="ts">
/** After the last ball: what changed and whether it is more than chance; keep it or set it aside. */
import Hint from "@/shared/ui/Hint.vue";
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, reactive, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { cellName, halfInterval } from "@/shared/api/cells";
import { useCheckUp } from "@/shared/api/checkUp";
import { count } from "@/shared/format/numbers";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, useWords } from "@/shared/api/queries";
import { changing, useKeys } from "@/shared/keys/useKeys";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { shortDay } from "@/shared/format/dates";
import { provideStudent } from "@/shared/student/context";
import BeforeAfter from "../components/BeforeAfter.vue";
import ReviewBall from "../components/ReviewBall.vue";
import VerdictBox from "../components/VerdictBox.vue";

/** As the last card was, with the picks for the phone. */
const NEW_CARD = { note: "", picks: true };
const props = defineProps<{ studentId: string }>();
const router = useRouter();
const route = useRoute();
const { student, units, texts } = provideStudent(() => props.studentId);
const words = useWords();
const swings = computed(() => student.data.value?.scale.positions.map((p) => p.label) ?? []);
const forget = useForgetStudent();
const path = { params: { path: { student_id: props.studentId } } };
const review = useQuery({
  key: () => keys.review(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/review", path)),
});
const { error, busy, save } = useSaving();
const confirmation = ref("");
/** Balls to set aside, each with its reason. */
const aside = reactive(new Map<string, string>());
/** Balls that go on waiting when only some are kept. */
const later = reactive(new Set<string>());

const balls = computed(() => review.data.value?.balls ?? []);
const suspects = computed(() => new Map(review.data.value?.suspects.map((s) => [s.uid, s])));
const moved = computed(() => review.data.value?.moved ?? []);
const hit = computed(() => moved.value.filter((m) => m.new_balls));
const along = computed(() => moved.value.filter((m) => !m.new_balls));
const step = (m: (typeof moved.value)[number]) => {
  const by = units.value.value(m.after.carry_yd - m.before.carry_yd);
  // A small change that is real is said to a tenth: "same" would deny it.
  const digits = m.real && Math.abs(by) < 0.5 ? 1 : 0;
  const text = Math.abs(by).toFixed(digits);
  return Number(text) ? `${by < 0 ? "−" : "+"}${text}` : "same";
};
const verdict = (m: (typeof moved.value)[number]) => {
  if (m.before.basis === "estimated") return m.real ? "unlike the estimate" : "as estimated";
  return m.real ? "probably changed" : "no real change";
};
/** Balls that somebody has to decide on stand open; the others are as they were expected. */
const toDecide = computed(() =>
  balls.value.filter((b) => suspects.value.has(b.uid) || aside.has(b.uid) || later.has(b.uid)),
);
const others = computed(() => balls.value.filter((b) => !toDecide.value.includes(b)));
const lists = computed(() => [
  { name: "decide", balls: toDecide.value },
  { name: "others", balls: others.value },
]);
const reported = computed(() => balls.value.filter((b) => b.reported).length);
function setAside(uid: string): void {
  if (aside.has(uid)) aside.delete(uid);
  else {
    aside.set(uid, suspects.value.has(uid) ? "looks like a mishit" : "");
    later.delete(uid);
  }
}
function wait(uid: string): void {
  if (later.has(uid)) later.delete(uid);
  else {
    later.add(uid);
    aside.delete(uid);
  }
}
async function run(write: () => Promise<string>): Promise<boolean> {
  return save(async () => {
    confirmation.value = await write();
    await forget(props.studentId);
  });
}
/** The last card that was published: a new one looks as it did. */
const versions = useQuery({
  key: () => keys.versions(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/versions", path)),
});
const published = computed(() => versions.data.value?.[0]?.number ?? 0);
const publishes = computed(
  () => balls.value.length > 0 && published.value > 0 && !row.value.length && !later.size,
);
async function keepAndPublish(): Promise<void> {
  if (!publishes.value || !(await keep(false))) return;
  const done = await run(async () => {
    const version = await dataOf(
      api.POST("/api/students/{student_id}/versions", { ...path, body: NEW_CARD }),
    );
    return `Card ${version.number} is published.`;
  });
  if (done) void router.push({ name: "card", params: { studentId: props.studentId } });
}
/** Whether they are in the matrix. */
async function keep(leave = true): Promise<boolean> {
  if (!balls.value.length) return false;
  const some = later.size ? balls.value.map((b) => b.uid).filter((uid) => !later.has(uid)) : null;
  const done = await run(async () => {
    const body = { keep: some, aside: Object.fromEntries(aside) };
    const answer = await dataOf(api.POST("/api/students/{student_id}/review", { ...path, body }));
    return `${answer.accepted} balls are now in the matrix.`;
  });
  if (!done) return false;
  aside.clear();
  const rest = later.size;
  later.clear();
  if (rest || !leave) return true;
  const [next, ...then] = row.value;
  void router.push(
    next
      ? {
          name: "review",
          params: { studentId: next },
          query: then.length ? { then: then.join() } : {},
        }
      : { name: "matrix", params: { studentId: props.studentId } },
  );
  return true;
}
/** Students of a group whose balls are reviewed after this one's. */
const row = computed(() =>
  String(route.query["then"] ?? "")
    .split(",")
    .filter(Boolean),
);
/** A strike or a cell that was wrong: put right in place, and everything is looked at anew. */
const correct = (uid: string, change: Schemas["BallMark"]) =>
  run(async () => {
    const params = { path: { student_id: props.studentId, uid } };
    const answer = await dataOf(
      api.PATCH("/api/students/{student_id}/balls/{uid}", { params, body: change }),
    );
    return `Corrected: ${cellName(answer.ball)}, ${answer.ball.strike}.`;
  });
const reopen = (day: string) =>
  run(async () => {
    const answer = await dataOf(api.POST("/api/students/{student_id}/reopen", { ...path, body: { day } }));
    return `${answer.accepted} balls of ${shortDay(day)} are back to confirm.`;
  });
type Suspicion = Schemas["SuspicionOut"];
const replace = (since: string, what: Suspicion) =>
  run(async () => {
    const body = {
      kind: "numbers moved" as const,
      on: since,
      club_id: what.club_id,
      swing: what.swing,
      trajectory: what.trajectory,
    };
    await dataOf(api.POST("/api/students/{student_id}/events", { ...path, body }));
    return texts.value.format("review-anew", {
      since,
      touched: what.touched.code,
      ...what.touched.values,
    });
  });
const check = useCheckUp();
const recheck = (balls: number, what: Suspicion) =>
  check.start(props.studentId, balls, {
    moved: true,
    club: review.data.value?.balls.find((b) => b.club_id === what.club_id)?.club ?? "",
    swing: what.swing,
  });
useKeys("Confirm", [
  changing("Enter", "confirm what isn't excluded", "Enter", () => void keep()),
  changing("p", "confirm them and publish the card", "p", () => void keepAndPublish()),
]);
</script>

<template>
  <div class="page">
    <Sentence v-if="review.error.value" :text="sentenceOf(review.error.value)" />
    <Waiting v-if="!review.data.value && !review.error.value" what="the session" />
    <template v-else-if="review.data.value">
      <div class="head">
        <h1>Confirm</h1>
        <span class="quiet num"
          >{{ row.length ? `${student.data.value?.name ?? ""}: ` : ""
          }}{{ balls.length ? `${count(balls.length, "ball")} to confirm` : "nothing to confirm" }}</span
        >
        <RouterLink
          v-if="row[0]"
          class="quiet"
          :to="{
            name: 'review',
            params: { studentId: row[0] },
            query: { then: row.slice(1).join() },
          }"
          >{{ row.length }} more of the group</RouterLink
        >
        <span class="push acts">
          <Button v-if="publishes" size="large" :loading="busy" @click="keepAndPublish"
            >Confirm and publish card {{ published + 1 }} <kbd>p</kbd></Button
          >
          <Button v-if="balls.length" type="primary" size="large" :loading="busy" @click="keep()">
            Confirm {{ balls.length - later.size - aside.size }} balls
            <kbd>Enter</kbd>
          </Button>
        </span>
      </div>
      <p v-if="confirmation" class="quiet" role="status">{{ confirmation }}</p>
      <Sentence :text="error || check.error.value" />
      <EmptyState
        v-if="!balls.length"
        title="Nothing to confirm"
        next="Balls from the range, a monitor or a file come here before they count in the matrix."
      >
        <RouterLink :to="{ name: 'range', params: { studentId } }">Hit balls</RouterLink>
      </EmptyState>
      <div v-else class="columns">
        <div>
          <VerdictBox
            v-if="review.data.value.verdict"
            :verdict="review.data.value.verdict"
            :busy="busy"
            @replace="replace"
            @check-up="recheck"
          />
          <h2>Shots hit</h2>
          <p v-if="!hit.length" class="quiet">
            None of these balls changes a carry. Mishits and adjusted shots are saved for reference.
          </p>
          <table v-else class="plain">
            <thead>
              <tr>
                <th>Shot</th>
                <th class="bars"><span class="sr-only">Before and after</span></th>
                <th class="right">Before</th>
                <th class="right">After</th>
                <th class="right">Change</th>
                <th class="right">Balls</th>
                <th><Hint word="verdict">Real change?</Hint></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="m in hit" :key="cellName(m.after)">
                <td class="slab">{{ cellName(m.after) }}</td>
                <td class="bars"><BeforeAfter :before="m.before" :after="m.after" :of="hit" /></td>
                <td class="right num" :class="{ est: m.before.basis === 'estimated' }">
                  {{ units.show(m.before.carry_yd) }} ± {{ units.show(halfInterval(m.before)) }}
                </td>
                <td class="right num">
                  <b>{{ units.show(m.after.carry_yd) }}</b> ±
                  {{ units.show(halfInterval(m.after)) }}
                </td>
                <td class="right num">{{ step(m) }}</td>
                <td class="right num">{{ m.new_balls }}</td>
                <td :class="{ clay: m.real }">{{ verdict(m) }}</td>
              </tr>
            </tbody>
          </table>
          <details v-if="along.length">
            <summary>{{ along.length }} other carries change with them</summary>
            <p class="num">
              <span v-for="m in along" :key="cellName(m.after)" class="along"
                >{{ cellName(m.after) }} {{ units.show(m.before.carry_yd) }} →
                <b>{{ units.show(m.after.carry_yd) }}</b></span
              >
            </p>
          </details>
          <template v-if="review.data.value.conflicts.length">
            <h2>Out of order</h2>
            <p v-for="c in review.data.value.conflicts" :key="cellName(c.longer)">
              {{ cellName(c.longer) }} carries {{ units.show(c.longer_yd) }}, less than
              {{ cellName(c.shorter) }} at {{ units.show(c.shorter_yd) }}.
            </p>
          </template>
        </div>
        <section class="sheet">
          <h2>{{ toDecide.length ? `${count(toDecide.length, "ball")} to decide` : "Balls" }}</h2>
          <p v-if="!toDecide.length" class="quiet">No ball looks wrong.</p>
          <p v-if="reported" class="quiet">
            {{ count(reported, "ball") }} reported by the student, counting for less.
          </p>
          <component
            :is="list.name === 'decide' ? 'div' : 'details'"
            v-for="list in lists"
            v-show="list.balls.length"
            :key="list.name"
          >
            <summary v-if="list.name === 'others'">
              {{ toDecide.length ? `The other ${list.balls.length}` : `All ${list.balls.length}` }}
            </summary>
            <ul v-if="words.data.value">
              <ReviewBall
                v-for="ball in list.balls"
                :key="ball.uid"
                :ball="ball"
                :words="words.data.value"
                :clubs="student.data.value?.clubs ?? []"
                :swings="swings"
                :suspect="suspects.get(ball.uid)?.usual_yd ?? null"
                :aside="aside.get(ball.uid) ?? null"
                :later="later.has(ball.uid)"
                :student-id="studentId"
                :waiting="balls.map((b) => b.uid)"
                @correct="(change) => correct(ball.uid, change)"
                @set-aside="setAside(ball.uid)"
                @reason="(text: string) => aside.set(ball.uid, text)"
                @wait="wait(ball.uid)"
                @given="(text: string) => (confirmation = text)"
              />
            </ul>
          </component>
        </section>
      </div>
      <details v-if="review.data.value.days.length" class="days">
        <summary>Earlier days</summary>
        <p v-for="day in review.data.value.days" :key="day">
          {{ shortDay(day) }}
          <Button size="small" @click="reopen(day)">Reopen</Button>
          <a
            v-for="kind in ['csv', 'xlsx', 'json']"
            :key="kind"
            :href="`/api/students/${studentId}/shots.${kind}?day=${day}`"
            download
            >.{{ kind }}</a
          >
        </p>
      </details>
    </template>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 25rem;
  gap: 1.5rem;
  align-items: start;
}
h2 {
  margin: 0.8rem 0 0.2rem;
}
.sheet h2 {
  margin-top: 0;
}
.clay {
  color: var(--clay);
}
.bars {
  width: 34%;
}
.along {
  display: inline-block;
  margin-right: 1.2rem;
}
summary {
  cursor: pointer;
  color: var(--accent);
  padding: 0.4rem 0;
}
.days p {
  margin: 0.2rem 0;
}
.days a,
.days :deep(.ant-btn) {
  margin: 0 0 0 0.6rem;
}
ul {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
  max-height: 70vh;
  overflow-y: auto;
}
kbd {
  background: none;
  color: inherit;
  margin-left: 0.5rem;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
