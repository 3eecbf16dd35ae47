<script setup lang="ts">
/** The few shots a student plays: chosen on the ladder, with the ground answering at once. */
import { useOwn } from "@/shared/storage/own";
import Hint from "@/shared/ui/Hint.vue";
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { shotId } from "@/shared/api/cells";
import { useSaving } from "@/shared/api/saving";
import { useForgetStudent, useMatrix, type Matrix } from "@/shared/api/queries";
import GroundLegend from "@/shared/ground/GroundLegend.vue";
import type { DrawnCell } from "@/shared/ground/layout";
import TheGround from "@/shared/ground/TheGround.vue";
import { percent } from "@/shared/format/numbers";
import { changing, key, useKeys } from "@/shared/keys/useKeys";
import { shotWords } from "@/shared/texts/shots";
import EmptyState from "@/shared/ui/EmptyState.vue";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import CurveChart from "../components/CurveChart.vue";
import LadderTable from "../components/LadderTable.vue";
import LimitForm from "../components/LimitForm.vue";
import ShotColumns from "../components/ShotColumns.vue";
import { usePlayed, type Placed, type Play, type Shot } from "../composables/played";

const props = defineProps<{ studentId: string }>();
const { student, units, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const { query, shots, error, busy, back, choose, playOnly, takeBack } = usePlayed(props.studentId);
const page = computed(() => query.data.value);
const selected = ref<number | null>(null);
const looked = ref<number | null>(null);
const pinned = ref<number | null>(null);
const rest = useOwn("shots-rest", true);
const saving = useSaving();
const forget = useForgetStudent();

const count = (state: Play) => shots.value.filter((shot) => shot.play === state).length;
/** What is listed: played, in work, and of the rest what could be. */
const listed = computed<Placed[]>(() =>
  shots.value
    .map((shot, at) => ({ at, shot }))
    .filter(({ shot }) => shot.play !== "neither" || shot.let_in)
    .sort((a, b) => a.shot.carry_yd - b.shot.carry_yd),
);
const chosen = computed(() => (selected.value === null ? undefined : shots.value[selected.value]));
const looksAt = computed(() => {
  const proposal = page.value?.proposal;
  return looked.value === null ? undefined : proposal?.sets[looked.value - 1];
});
/** The shots as the ground draws them: those played, in work, and the rest on request. */
const drawn = computed<DrawnCell[]>(() => {
  const set = looksAt.value && new Set(looksAt.value);
  return shots.value.flatMap((shot, at) => {
    const play = set ? (set.has(at) ? "played" : "neither") : shot.play;
    if (play === "neither" && !(rest.value && shot.let_in)) return [];
    return [{ ...shot, play, mishits: 0, re_expressed: 0, imported_yd: null }];
  });
});
const ground = computed<Matrix | null>(() => {
  if (!matrix.data.value || !page.value) return null;
  const fallow = looksAt.value ? [] : page.value.fallow;
  return { ...matrix.data.value, ground: { ...matrix.data.value.ground, fallow, unsure: [] } };
});
const here = computed(() => {
  const shot = chosen.value;
  return (shot && drawn.value.find((cell) => sameShot(cell, shot))) ?? null;
});
const sameShot = (a: DrawnCell, b: Shot) => shotId(a) === shotId(b);
function select(cell: DrawnCell): void {
  const at = shots.value.findIndex((shot) => sameShot(cell, shot));
  selected.value = at < 0 ? null : at;
}
function step(by: number): boolean {
  const places = listed.value.map((one) => one.at);
  const at = places.indexOf(selected.value ?? -1);
  const next = at < 0 ? (by > 0 ? 0 : places.length - 1) : at + by;
  selected.value = places[Math.min(places.length - 1, Math.max(0, next))] ?? null;
  return true;
}
async function set(state: Play): Promise<void> {
  if (chosen.value && !busy.value) await choose([chosen.value], state);
}
async function playThese(): Promise<void> {
  const number = looked.value ?? page.value?.proposal.pays ?? 0;
  const places = page.value?.proposal.sets[number - 1];
  if (!places) return;
  await playOnly(places);
  looked.value = null;
}
const offered = computed(() => looked.value ?? page.value?.proposal.pays ?? 0);
async function change(fields: { longest?: string; estimates_yd?: number | null }): Promise<void> {
  const now = student.data.value;
  if (!now) return;
  const was = Object.fromEntries(Object.keys(fields).map((name) => [name, now[name as "longest"]]));
  await saving.save(async () => {
    await dataOf(
      api.PATCH("/api/students/{student_id}", {
        params: { path: { student_id: props.studentId } },
        body: { ...fields, was },
      }),
    );
    await forget(props.studentId);
    await query.refetch();
  });
}
const gone = computed(() => page.value?.gone ?? []);
useKeys("Shots", [
  key("↓", "next shot, longer", "ArrowDown", () => step(1)),
  key("↑", "shorter shot", "ArrowUp", () => step(-1)),
  changing("p", "use it", "p", () => void set("played")),
  changing("w", "learn it", "w", () => void set("work")),
  changing("x", "remove it", "x", () => void set("neither")),
  changing("u", "undo the last choice", "u", () => void takeBack()),
  key(
    "+",
    "one more shot",
    "+",
    () => (looked.value = Math.min(page.value?.proposal.sets.length ?? 0, offered.value + 1)),
  ),
  key("-", "one shot fewer", "-", () => (looked.value = Math.max(1, offered.value - 1))),
  key("Enter", "use this set", "Enter", () => void playThese()),
  key("e", "show or hide other shots", "e", () => (rest.value = !rest.value)),
  key("Esc", "close the suggestion", "Escape", () => (looked.value = selected.value = null)),
]);
</script>

<template>
  <div class="page">
    <Sentence v-if="query.error.value" :text="sentenceOf(query.error.value)" />
    <Waiting v-else-if="!page || !ground" what="the shots" />
    <NoClubs
      v-else-if="!matrix.data.value?.clubs.length"
      :student-id="studentId"
      next="Add a wedge to the bag, then hit balls."
    />
    <template v-else>
      <div class="head">
        <h1>Shots</h1>
        <span class="quiet num">
          {{ count("played") }} <Hint word="played">{{ page.chosen ? "used" : "suggested" }}</Hint>{{ " " }}
          <Hint word="covered">cover</Hint> {{ percent(page.covered.played / page.covered.yards) }} of
          {{ units.show(page.from_yd) }} to {{ units.show(page.to_yd) }} {{ units.unit }} (±
          {{ Number(units.show(page.tolerance_yd, 1)) }}). With every measured shot
          {{ percent(page.covered.measured / page.covered.yards) }}.
        </span>
        <RouterLink :to="{ name: 'gaps', params: { studentId } }">See the gaps</RouterLink>
        <GroundLegend class="push" played :estimates="drawn.some((c) => c.basis === 'estimated')" />
        <label class="quiet"><input v-model="rest" type="checkbox" /> Other shots <kbd>e</kbd></label>
      </div>
      <p v-if="!page.chosen" class="proposed">
        No shots chosen yet. These are suggested, and the card uses them.
      </p>
      <Sentence :text="error || saving.error.value" />
      <TheGround
        :matrix="ground"
        :shown="drawn"
        :pinned="pinned"
        :selected="here"
        @pin="pinned = $event"
        @select="select"
      />
      <EmptyState
        v-if="!listed.length"
        title="No measured shots yet"
        next="Hit one swing with every wedge, five balls each, then choose. Or allow estimated shots on the right."
      >
        <RouterLink :to="{ name: 'plan', params: { studentId } }">Plan the first map</RouterLink>
      </EmptyState>
      <div class="parts">
        <section>
          <h2>Distances</h2>
          <LadderTable :page="page" :selected="selected" @select="selected = $event" />
        </section>
        <div>
          <ShotColumns :listed="listed" :selected="selected" @select="selected = $event" @move="choose" />
          <section v-if="gone.length" class="gone">
            <h2>Not in the bag</h2>
            <p class="quiet">The club or the swing isn't in the bag or scale any more.</p>
            <p v-for="one in gone" :key="shotWords(texts, one)">
              {{ shotWords(texts, one) }}
              <span class="quiet">{{ one.play === "work" ? "learning" : one.play }}</span>
              <Button size="small" type="text" @click="choose([one], 'neither')">Remove</Button>
            </p>
          </section>
        </div>
        <aside>
          <section class="sheet">
            <h2>How many shots?</h2>
            <template v-if="page.proposal.covered.length">
              <CurveChart
                :proposal="page.proposal"
                :covered="page.covered"
                :played="count('played')"
                :number="looked"
                @pick="looked = $event"
              />
              <p class="quiet">
                {{ page.proposal.pays }} {{ page.proposal.pays === 1 ? "shot covers" : "shots cover" }}
                {{ percent((page.proposal.covered[page.proposal.pays - 1] ?? 0) / page.covered.yards) }}. One
                more adds less than two distances. The ring is today's set.
              </p>
              <Button type="primary" block :disabled="busy" @click="playThese">
                Use {{ looked === null ? "the suggested" : "these" }} {{ offered }} shots
              </Button>
              <Button v-if="back.length" block class="second" @click="takeBack">
                Undo last choice <kbd>u</kbd>
              </Button>
            </template>
            <p v-else class="quiet">No suggestion yet.</p>
          </section>
          <LimitForm
            v-if="student.data.value"
            :student="student.data.value"
            :longest="page.longest"
            :busy="saving.busy.value"
            @change="change"
          />
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 15.5rem minmax(0, 1fr) 17.5rem;
  gap: 1.4rem;
  align-items: start;
  margin-top: 0.8rem;
}
aside {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
.proposed {
  margin: 0 0 0.4rem;
  padding: 0.35rem 0.7rem;
  background: var(--accent-soft);
}
.second {
  margin-top: 0.4rem;
}
.gone {
  margin-top: 1.2rem;
}
p {
  margin: 0.3rem 0;
}
@media (max-width: 1000px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
