<script setup lang="ts">
import { useOwn } from "@/shared/storage/own";
import Hint from "@/shared/ui/Hint.vue";
import { Button } from "ant-design-vue";
import { computed, ref, useTemplateRef, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { cellName, PLAIN, sameCell, type CellAddress } from "@/shared/api/cells";
import { sentenceOf } from "@/shared/api/client";
import { percent } from "@/shared/format/numbers";
import { useWords, useMatrix } from "@/shared/api/queries";
import GroundLegend from "@/shared/ground/GroundLegend.vue";
import TheGround from "@/shared/ground/TheGround.vue";
import { key, useKeys } from "@/shared/keys/useKeys";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import AtYardage from "../components/AtYardage.vue";
import CellPanel from "../components/CellPanel.vue";
import ComparePanel from "../components/ComparePanel.vue";
import MatrixGrid from "../components/MatrixGrid.vue";
import NextSteps from "../components/NextSteps.vue";
import SettlePanel from "../components/SettlePanel.vue";

const props = defineProps<{ studentId: string }>();
const route = useRoute();
const router = useRouter();
const { units } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);

type View = CellAddress["trajectory"] | "all";
const view = ref<View>(PLAIN.trajectory);
const words = useWords();
const views = computed<View[]>(() => [...(words.data.value?.trajectories ?? []), "all"]);
const ground = useTemplateRef<{ step: (by: number) => void }>("ground");
const hovered = ref<number | null>(null);
const pinned = ref<number | null>(Number(route.query["at"]) || null);
const looked = computed(() => hovered.value ?? pinned.value);
const cells = computed(() => matrix.data.value?.cells ?? []);
const charted = computed(() => cells.value.some((cell) => cell.basis === "reported"));
const variants = computed(() => matrix.data.value?.variants ?? []);

const selected = ref<CellAddress | null>(null);
const selectedCell = computed(() => {
  const wanted = selected.value;
  const all = [...cells.value, ...variants.value];
  return (wanted && all.find((cell) => sameCell(cell, wanted))) ?? null;
});
/** Spin and tempo are asked about only where the student has balls of another one; every cell then
 * has an estimate of it, shown once it is asked for. */
const used = (part: "spin" | "tempo") =>
  computed(() => [...new Set([PLAIN[part], ...cells.value.map((cell) => cell[part])])]);
const spins = used("spin");
const tempos = used("tempo");
const spin = ref("any");
const tempo = ref("any");
const wished = useOwn("show-estimates", false);
/** Dozens of estimates hide the few that matter; they are all there is while nothing is measured. */
const estimates = computed({
  get: () => wished.value || !cells.value.some((cell) => cell.basis !== "estimated"),
  set: (on) => (wished.value = on),
});
const asked = computed(() => spin.value !== "any" || tempo.value !== "any");
const shown = computed(() =>
  [...cells.value, ...(asked.value ? variants.value : [])].filter(
    (cell) =>
      (estimates.value || cell.basis !== "estimated" || cell.play !== "neither") &&
      (spin.value === "any" || cell.spin === spin.value) &&
      (tempo.value === "any" || cell.tempo === tempo.value),
  ),
);
const filtered = computed(() => matrix.data.value && { ...matrix.data.value, cells: shown.value });
/** In the ground lies fallow what no played shot reaches. */
const played = computed(() => {
  const data = matrix.data.value;
  return data && { ...data, ground: { ...data.ground, fallow: data.ground.unplayed, unsure: [] } };
});

const share = (yards: number) => {
  const data = matrix.data.value;
  return data ? percent(yards / (data.ground.to_yd - data.ground.from_yd + 1)) : "";
};

watch(pinned, (yards) => {
  void router.replace({ query: yards === null ? {} : { at: String(yards) } });
});

function moveSelection(swingBy: number, clubBy: number): void {
  const data = matrix.data.value;
  if (!data?.clubs.length || !data.positions.length) return;
  const now = selected.value;
  // The first step goes to the best shot for the yardage looked up, else to a measured cell.
  const at = (pinned.value ?? -1) - data.ground.axis_from_yd;
  const best = data.ground.plays[at] ?? data.ground.best[at]?.[0];
  const measured = cells.value.find((cell) => cell.balls) ?? cells.value[0];
  const start = now ? undefined : best === undefined ? measured : cells.value[best];
  if (start) return select(start);
  const club = data.clubs.findIndex((c) => c.label === now?.club);
  const swing = data.positions.findIndex((p) => p.label === now?.swing);
  const clamp = (i: number, n: number) => Math.min(n - 1, Math.max(0, i));
  select({
    ...PLAIN,
    trajectory: view.value === "all" ? (now?.trajectory ?? PLAIN.trajectory) : view.value,
    club: data.clubs[now ? clamp(club + clubBy, data.clubs.length) : 0]?.label ?? "",
    swing: data.positions[now ? clamp(swing + swingBy, data.positions.length) : 0]?.label ?? "",
  });
}
function select(cell: CellAddress): void {
  const { club, swing, trajectory, spin, tempo } = cell;
  selected.value = { club, swing, trajectory, spin, tempo };
}
function setView(next: View): void {
  view.value = next;
  if (selected.value && next !== "all") selected.value.trajectory = next;
}
function hit(): void {
  const query = selected.value ? { ...selected.value } : {};
  void router.push({ name: "range", params: { studentId: props.studentId }, query });
}

const typed = ref("");
/** After such a pause a digit begins a new number. */
const PAUSE_MS = 3000;
let typedAt = -PAUSE_MS;
function typeYardage(event: KeyboardEvent): boolean {
  if (!/^\d$/.test(event.key) || !matrix.data.value) return false;
  const { axis_from_yd: lo, axis_to_yd: hi } = matrix.data.value.ground;
  const read = (text: string) => Math.round(units.value.yards(Number(text)));
  // When the keys were pressed counts, not when a busy page gets round to them.
  const longer = (event.timeStamp - typedAt < PAUSE_MS ? typed.value : "") + event.key;
  // A digit that would run off the ground begins the next number.
  typed.value = read(longer) > hi ? event.key : longer;
  typedAt = event.timeStamp;
  if (read(typed.value) >= lo) pinned.value = read(typed.value);
  return true;
}
useKeys("Matrix", [
  { shown: "62", does: "type a distance to look up its shot", on: typeYardage },
  key(",", "one step shorter", ",", () => ground.value?.step(-1)),
  key(".", "one step longer", ".", () => ground.value?.step(1)),
  key("←", "shorter swing", "ArrowLeft", () => moveSelection(-1, 0)),
  key("→", "longer swing", "ArrowRight", () => moveSelection(1, 0)),
  key("↑", "more lofted club", "ArrowUp", () => moveSelection(0, -1)),
  key("↓", "less lofted club", "ArrowDown", () => moveSelection(0, 1)),
  key("l", "low", "l", () => setView("low")),
  key("k", "stock", "k", () => setView("stock")),
  key("h", "high", "h", () => setView("high")),
  key("a", "all trajectories", "a", () => setView("all")),
  key("Enter", "hit this shot", "Enter", hit),
  key("Esc", "clear the distance", "Escape", () => (pinned.value = null)),
]);
</script>

<template>
  <div class="page">
    <Sentence v-if="matrix.error.value" :text="sentenceOf(matrix.error.value)">
      <Button size="small" @click="matrix.refetch()">Try again</Button>
    </Sentence>
    <Waiting v-if="!matrix.data.value && !matrix.error.value" what="the matrix" />
    <NoClubs
      v-else-if="matrix.data.value && !matrix.data.value.clubs.length"
      :student-id="studentId"
      next="Add at least one wedge with its loft, then hit balls."
    />
    <div v-else-if="matrix.data.value" class="columns">
      <div class="left">
        <div class="head">
          <h1>The ground</h1>
          <span class="quiet num">
            {{ units.show(matrix.data.value.ground.from_yd) }} to
            {{ units.show(matrix.data.value.ground.to_yd) }} {{ units.unit }}, ±
            {{ Number(units.show(matrix.data.value.ground.tolerance_yd, 1)) }}. The shots
            {{ matrix.data.value.chosen ? "used" : "suggested" }} cover
            {{ share(matrix.data.value.ground.covered_played) }}. With every measured shot
            {{ share(matrix.data.value.ground.covered_measured) }}.
            <RouterLink :to="{ name: 'shots', params: { studentId } }">{{
              matrix.data.value.chosen ? "Shots" : "Choose shots"
            }}</RouterLink>
          </span>
          <GroundLegend class="push" played :estimates="estimates" :chart="charted" />
        </div>
        <TheGround
          v-if="played"
          ref="ground"
          :matrix="played"
          :shown="shown"
          :pinned="pinned"
          :selected="selectedCell"
          @hover="hovered = $event"
          @pin="pinned = $event"
          @select="select"
        />
        <div class="head grid-head">
          <h2>Carry by swing length</h2>
          <div class="views" role="tablist" aria-label="Trajectory">
            <button
              v-for="name in views"
              :key="name"
              type="button"
              role="tab"
              :aria-selected="view === name"
              @click="setView(name)"
            >
              {{ name }}
            </button>
          </div>
          <label v-if="spins.length > 1"
            >Spin
            <select v-model="spin">
              <option>any</option>
              <option v-for="name in spins" :key="name">{{ name }}</option>
            </select></label
          >
          <label v-if="tempos.length > 1"
            >Tempo
            <select v-model="tempo">
              <option>any</option>
              <option v-for="name in tempos" :key="name">{{ name }}</option>
            </select></label
          >
          <label class="push"><input v-model="estimates" type="checkbox" /> estimates</label>
          <span class="quiet">{{ units.name }}, <Hint word="standard">standard conditions</Hint></span>
        </div>
        <MatrixGrid v-if="filtered" :matrix="filtered" :view="view" :selected="selected" @select="select" />
        <SettlePanel class="below" :student-id="studentId" :matrix="matrix.data.value" @select="select" />
        <ComparePanel class="below" :student-id="studentId" :matrix="matrix.data.value" :trajectory="view" />
      </div>
      <aside class="sheet side">
        <AtYardage
          :cells="[...cells, ...variants, ...matrix.data.value.adjustments]"
          :ground="matrix.data.value.ground"
          :yardage="looked"
          @select="select"
        />
        <CellPanel
          v-if="selected"
          :key="cellName(selected)"
          :student-id="studentId"
          :address="selected"
          :cell="selectedCell"
          :cue="matrix.data.value.positions.find((p) => p.label === selected?.swing)?.cue ?? ''"
          :split="
            matrix.data.value.splits.find(
              (s) => selected && cellName(s.key) === cellName(selected) && !s.back_in && !s.down_in,
            )
          "
          @hit="hit"
        />
        <NextSteps
          v-else-if="cells.some((c) => c.balls)"
          :student-id="studentId"
          :matrix="matrix.data.value"
          @hit="hit"
        />
        <div v-else class="pick">
          <p class="quiet">
            {{
              charted
                ? "These carries are from a chart. Five balls with one swing and every wedge confirm them."
                : "No balls yet. Every carry here is a rule of thumb. Start with one swing and five balls per wedge."
            }}
          </p>
          <Button type="primary" size="large" block @click="hit">Hit balls</Button>
          <RouterLink class="chart" :to="{ name: 'chart', params: { studentId } }">{{
            charted ? "The chart" : "Enter a chart you have on paper"
          }}</RouterLink>
        </div>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 18.5rem;
  gap: 1.5rem;
  align-items: start;
}
.grid-head {
  margin: 1rem 0 0.4rem;
}
.views {
  display: flex;
}
.below {
  margin-top: 1.4rem;
}
.grid-head label {
  color: var(--ink-2);
}
.views button {
  min-height: 34px;
  padding: 0 0.8rem;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  font: inherit;
  color: var(--ink-2);
  cursor: pointer;
}
.views button[aria-selected="true"] {
  border-color: var(--accent);
  color: var(--ink);
  font-weight: 650;
}
.side {
  position: sticky;
  top: 1rem;
  display: flex;
  flex-direction: column;
  gap: 0.8rem;
}
.chart {
  display: block;
  margin-top: 0.7rem;
}
.pick p {
  margin: 0 0 0.8rem;
}
@media (max-width: 980px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    position: static;
  }
}
</style>
