<script setup lang="ts">
/** What no played shot reaches: the widest stretches with ways to close them, and another bag. */
import Hint from "@/shared/ui/Hint.vue";
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { computed, ref, shallowRef } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import { useSaving } from "@/shared/api/saving";
import { useForgetStudent, useMatrix, usePlan, useWords, type Matrix } from "@/shared/api/queries";
import GroundLegend from "@/shared/ground/GroundLegend.vue";
import type { DrawnCell } from "@/shared/ground/layout";
import TheGround from "@/shared/ground/TheGround.vue";
import { key, useKeys } from "@/shared/keys/useKeys";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { fillWords } from "@/shared/texts/shots";
import { provideStudent } from "@/shared/student/context";
import GapWays from "../components/GapWays.vue";
import BagWhatIf from "../components/BagWhatIf.vue";

type Fill = Schemas["FillOut"];
const props = defineProps<{ studentId: string }>();
const { student, units, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const plan = usePlan(() => props.studentId);
const words = useWords();
const forget = useForgetStudent();
const path = { params: { path: { student_id: props.studentId } } };
const gaps = useQuery({
  key: () => keys.gaps(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/gaps", path)),
});
const pinned = ref<number | null>(null);
const trying = ref(false);
const drawn = shallowRef<Fill | null>(null);
const bag = ref<Schemas["WhatIfOut"] | null>(null);
const { error, save } = useSaving();
const confirmation = ref("");
/** The title of a plan that closes gaps; the texts have its name. */
const CLOSE_GAPS = "close-gaps";

/** The ground as it is, under another bag, or with a fill drawn in. */
const shownMatrix = computed<Matrix | null>(() => {
  const base = matrix.data.value;
  if (!base) return null;
  if (bag.value) {
    const { clubs, cells, ground } = bag.value;
    return { ...base, clubs, cells, ground };
  }
  const fallow = drawn.value?.leaves ?? gaps.data.value?.fallow ?? [];
  const ground = { ...base.ground, fallow, unsure: [] };
  return { ...base, ground };
});
const shownCells = computed<DrawnCell[]>(() => {
  const cells = shownMatrix.value?.cells ?? [];
  const some = cells.filter((cell) => bag.value !== null || cell.play !== "neither");
  const fill = drawn.value;
  return fill ? [...some, cellOf(fill)] : some;
});
function cellOf(fill: Fill): DrawnCell {
  return {
    ...fill.key,
    carry_yd: fill.carry_yd,
    carry_lo_yd: fill.carry_lo_yd,
    carry_hi_yd: fill.carry_hi_yd,
    shot_sd_yd: 0,
    furrow_from_yd: fill.furrow_from_yd,
    furrow_to_yd: fill.furrow_to_yd,
    balls: 0,
    mishits: 0,
    basis: "fill",
    last_measured: null,
    doubts: [],
    re_expressed: 0,
    imported_yd: null,
    back_in: fill.ball_position_in,
    down_in: fill.grip_down_in,
    play: "neither",
  };
}
/** Play a fill or work on it, in one action. */
async function choose(fill: Fill, play: Schemas["Play"]): Promise<void> {
  const shot = { ...fill.key, back_in: fill.ball_position_in, down_in: fill.grip_down_in };
  const body = { shots: [{ ...shot, play, was: fill.state }] };
  const done = await save(async () => {
    await dataOf(api.POST("/api/students/{student_id}/played", { ...path, body }));
    await forget(props.studentId);
    await gaps.refetch();
  });
  if (!done) return;
  drawn.value = null;
  confirmation.value = `${fillWords(texts.value, fill)} is ${play === "played" ? "now used" : "still learning"}.`;
}
async function accept(fill: Fill): Promise<void> {
  const old = plan.data.value?.plan;
  const body: Schemas["PlanIn"] = {
    title: old?.title ?? CLOSE_GAPS,
    items: [
      ...(old?.items ?? []),
      {
        ...fill.key,
        balls: words.data.value?.enough_balls ?? 0,
        why: { code: "plan-closes", values: { closes: fill.closes, carry_yd: fill.carry_yd } },
        between: fill.between,
        ball_position_in: fill.ball_position_in,
        grip_down_in: fill.grip_down_in,
      },
    ],
    seen: old?.made_at ?? null,
    looked: true,
  };
  const done = await save(async () => {
    await dataOf(api.PUT("/api/students/{student_id}/plan", { ...path, body }));
    await forget(props.studentId);
  });
  if (done) confirmation.value = `${fillWords(texts.value, fill)} is in the plan.`;
}
const small = computed(() =>
  (gaps.data.value?.small ?? [])
    .map((s) =>
      s.width === 1
        ? units.value.show(s.from_yd)
        : `${units.value.show(s.from_yd)} to ${units.value.show(s.to_yd)}`,
    )
    .join(", "),
);
useKeys("Gaps", [key("Esc", "clear the preview", "Escape", () => (drawn.value = null))]);
</script>

<template>
  <div class="page">
    <Sentence v-if="gaps.error.value" :text="sentenceOf(gaps.error.value)" />
    <Sentence v-else-if="matrix.error.value" :text="sentenceOf(matrix.error.value)" />
    <Waiting v-else-if="!gaps.data.value || !shownMatrix" what="the gaps" />
    <NoClubs
      v-else-if="!matrix.data.value?.clubs.length"
      :student-id="studentId"
      next="Add a wedge to the bag, then hit balls."
    />
    <div v-else class="columns">
      <div>
        <div class="head">
          <h1>Gaps</h1>
          <span class="quiet num">
            {{ gaps.data.value.played }} {{ gaps.data.value.played === 1 ? "shot" : "shots" }} cover
            {{ percent(gaps.data.value.coverage.played) }} of
            {{ units.show(student.data.value?.from_yd ?? 0) }} to
            {{ units.show(student.data.value?.to_yd ?? 0) }} {{ units.unit }}. With every measured shot
            {{ percent(gaps.data.value.coverage.measured) }}.
          </span>
          <GroundLegend class="push" played :estimates="bag !== null" />
        </div>
        <TheGround :matrix="shownMatrix" :shown="shownCells" :pinned="pinned" @pin="pinned = $event" />
        <p v-if="!gaps.data.value.measured" class="quiet">
          No measured shots yet. Hit one swing with every wedge first.
          <RouterLink :to="{ name: 'plan', params: { studentId } }">Plan the first map</RouterLink>
        </p>
        <p v-else class="quiet">
          <template v-if="!gaps.data.value.chosen">No shots chosen yet. These are suggested. </template>
          <RouterLink :to="{ name: 'shots', params: { studentId } }">Choose shots</RouterLink>
        </p>
        <details class="bag" @toggle="trying = ($event.target as HTMLDetailsElement).open">
          <summary>Try another bag</summary>
          <BagWhatIf
            v-if="trying && matrix.data.value"
            :student-id="studentId"
            :matrix="matrix.data.value"
            :covered="gaps.data.value.coverage.all"
            @show="bag = $event"
          />
        </details>
      </div>
      <div class="side">
        <section class="sheet">
          <h2><Hint word="fallow" :units="student.data.value?.units">Widest gaps</Hint></h2>
          <p v-if="confirmation" class="quiet" role="status">
            {{ confirmation }} <RouterLink :to="{ name: 'plan', params: { studentId } }">Plan</RouterLink>
          </p>
          <Sentence :text="error" />
          <p v-if="!gaps.data.value.fallow.length" class="quiet">No gaps. Every distance has a shot.</p>
          <p v-else-if="!gaps.data.value.gaps.length" class="quiet">No wide gaps.</p>
          <GapWays
            v-for="(one, i) in gaps.data.value.gaps"
            :key="one.gap.from_yd"
            v-model="drawn"
            :first="i === 0"
            :one="one"
            :stage="gaps.data.value.stage"
            @choose="choose"
            @plan="accept"
          />
          <p v-if="gaps.data.value.small.length" class="quiet small num">Small gaps: {{ small }}.</p>
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 26rem;
  gap: 1.5rem;
  align-items: start;
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
h2 {
  display: flex;
  align-items: center;
  gap: 0.6rem;
}
.bag {
  margin-top: 1rem;
}
.small {
  border-top: 1px solid var(--line);
  padding-top: 0.4rem;
}
p {
  margin: 0.2rem 0;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
