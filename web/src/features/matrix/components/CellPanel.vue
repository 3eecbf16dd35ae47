<script setup lang="ts">
/** One cell: the number, one ball, the balls, why, how it is hit, and how to get more of it. */
import { Button } from "ant-design-vue";
import { computed } from "vue";
import { cellName, halfInterval, type CellAddress } from "@/shared/api/cells";
import { sentenceOf, type Schemas } from "@/shared/api/client";
import type { Cell } from "@/shared/api/queries";
import PlayChoice from "./PlayChoice.vue";
import DotPlot from "@/shared/ui/DotPlot.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import { seenRun } from "@/shared/format/run";
import { daysAgo, shortDay } from "@/shared/format/dates";
import { useStudentContext } from "@/shared/student/context";
import { movedWords, usePositions } from "@/shared/student/positions";
import { biasWords, EIGHT_IN_TEN, OVAL, sideOfShot, useSides, widthWords } from "@/shared/student/sides";
import { upper } from "@/shared/texts/texts";
import SpreadOval from "@/shared/ui/SpreadOval.vue";
import { useInspect } from "../composables/inspect";
import { splitWords } from "../composables/split";
import BallTable from "./BallTable.vue";
import AdjustmentList from "./AdjustmentList.vue";
import WhySteps from "./WhySteps.vue";

const DAYS = 6;
const props = defineProps<{
  studentId: string;
  address: CellAddress;
  cell: Cell | null;
  cue: string;
  /** Where its own balls tell two numbers. */
  split?: Schemas["SplitOut"];
}>();
const { units, texts, profile } = useStudentContext();
defineEmits<{ hit: [] }>();

const { balls, why, error, exclude } = useInspect({
  studentId: props.studentId,
  address: props.address,
});
const own = computed(() => balls.data.value ?? []);
/** The dots stand at home conditions, where the centre is. */
const dots = computed(() =>
  own.value.map((ball) => ({ ...ball, carry_yd: ball.standard_yd ?? ball.carry_yd })),
);
const strikes = computed(() => {
  const counts = new Map<string, number>();
  for (const ball of own.value) {
    if (!ball.excluded) counts.set(ball.strike, (counts.get(ball.strike) ?? 0) + 1);
  }
  return [...counts].map(([strike, n]) => `${n} ${strike}`).join(", ");
});
const SIDES: Record<string, string> = { in: "in window", below: "below", above: "above" };
const launch = computed(() => {
  const shown = why.data.value?.shown;
  if (!shown) return "";
  const parts = [];
  if (shown.launch_deg !== null && shown.side) {
    parts.push(
      `Launch ${shown.launch_deg.toFixed(0)}°, ${SIDES[shown.side]} ${shown.lo_deg} to ${shown.hi_deg}`,
    );
  }
  if (shown.spin_rpm !== null) {
    parts.push(`spin ${(Math.round(shown.spin_rpm / 50) * 50).toLocaleString("en")}`);
  }
  if (shown.grade && props.cell) {
    const meant = props.cell.spin;
    parts.push(shown.grade === meant ? `${meant} as planned` : `more like ${shown.grade} than ${meant}`);
  }
  return parts.join(", ");
});
/** What the chain of flight makes of one ball of it, on medium turf. */
const run = computed(() => {
  const start = why.data.value?.start;
  if (!start || !props.cell) return "";
  const { show, run: runs, unit } = units.value;
  const rpm = (Math.round(start.spin_rpm / 50) * 50).toLocaleString("en");
  return `Runs ${runs(props.cell.carry_yd, start.run_yd)} ± ${show(start.run_sd_yd)}, ${show(props.cell.carry_yd + start.run_yd)} ${unit} total, about ${start.launch_deg.toFixed(0)}° and ${rpm} rpm`;
});
const sides = useSides(() => props.studentId);
const positions = usePositions(() => props.studentId);
/** What the pictures say of this swing, where it has moved. */
const movedSwing = computed(() => {
  const series = positions.data.value?.find(({ swing }) => swing === props.address.swing);
  return series ? movedWords(series) : "";
});
/** The oval of eight balls in ten, where enough sides were measured. */
const oval = computed(() => {
  const side = sideOfShot(sides.data.value, props.address);
  const { cell } = props;
  if (!side || !cell) return null;
  const carry = cell.carry_yd;
  const words = `${widthWords(units.value, side, carry)}, ${biasWords(units.value, profile.value, side, carry)}`;
  return {
    alongYd: ((cell.furrow_to_yd - cell.furrow_from_yd) / 2 / EIGHT_IN_TEN) * OVAL,
    acrossYd: OVAL * side.width * carry,
    rightYd: side.bias * carry,
    balls: side.balls,
    words,
  };
});
const doubts = computed(() => props.cell?.doubts.map((d) => texts.value.name("doubt", d)).join(", "));
const history = computed(() => why.data.value?.history ?? []);
/** The last days; those before an event stand apart, under its name. */
const parts = computed(() => {
  const found: { before: string; days: typeof history.value }[] = [];
  for (const day of history.value.slice(-DAYS)) {
    const before = day.before
      ? `${texts.value.name("event", day.before.kind)}, ${shortDay(day.before.on)}`
      : "";
    const open = found.at(-1);
    if (open && open.before === before) open.days.push(day);
    else found.push({ before, days: [day] });
  }
  return found;
});
const recipe = computed(() => {
  const setUp = why.data.value?.set_up;
  if (!setUp) return "";
  return `${texts.value.say({ code: "recipe-words", values: setUp.values })}. ${setUp.follow_through}`;
});
</script>

<template>
  <section class="cell">
    <h2>{{ cellName(address) }}</h2>
    <template v-if="cell">
      <p class="number" :class="{ est: cell.basis === 'estimated' }">
        <span class="slab big">{{ units.show(cell.carry_yd) }}</span>
        <span class="slab half">± {{ units.show(halfInterval(cell)) }} {{ units.unit }}</span>
        <span v-if="cell.basis === 'estimated'">estimated</span>
        <span v-else-if="cell.basis === 'reported'">from a chart</span>
      </p>
      <p class="quiet num">
        One ball lands {{ units.show(cell.furrow_from_yd) }} to {{ units.show(cell.furrow_to_yd) }}
      </p>
    </template>
    <p v-else class="quiet">This shot isn't in this bag and scale.</p>
    <PlayChoice v-if="cell" :student-id="studentId" :cell="cell" />
    <DotPlot v-if="own.length" :balls="dots" :centre-yd="cell?.carry_yd ?? null" />
    <p v-if="strikes" class="num">{{ strikes }}. Last hit {{ daysAgo(cell?.last_measured ?? null) }}.</p>
    <section v-if="oval" class="part">
      <SpreadOval v-bind="oval" :units="units" />
      <p class="num">To the side: {{ oval.words }}. {{ oval.balls }} balls.</p>
    </section>
    <p v-if="launch" class="num">{{ launch }}.</p>
    <p v-if="run" class="num quiet">{{ run }}.</p>
    <p v-if="cell && why.data.value?.start?.seen" class="num quiet">
      {{ seenRun(units, cell.carry_yd, why.data.value.start.seen) }}
    </p>
    <p v-if="cell?.doubts.length" class="doubt">Needs checking: {{ doubts }}.</p>
    <p v-if="movedSwing" class="doubt">Swing position moved: {{ movedSwing }}.</p>
    <p v-if="split" class="num">{{ upper(splitWords(split, units)) }}</p>
    <p v-if="cell?.imported_yd" class="quiet num">
      Chart: {{ units.show(cell.imported_yd)
      }}{{ cell.basis === "reported" && cell.last_measured ? ` of ${shortDay(cell.last_measured)}` : "" }}.
      Counts until it has five balls.
      <RouterLink :to="{ name: 'chart', params: { studentId } }">Chart</RouterLink>
    </p>
    <p v-if="cell?.re_expressed" class="quiet">
      {{ cell.re_expressed }} hit in another swing scale, matched by arm angle.
    </p>
    <Button type="primary" size="large" block @click="$emit('hit')">Hit this shot</Button>
    <Sentence v-if="why.error.value" :text="sentenceOf(why.error.value)" />
    <WhySteps v-if="why.data.value && cell" class="part" :why="why.data.value" :balls="cell.balls" />
    <AdjustmentList v-if="why.data.value && cell" class="part" :adjustments="why.data.value.adjustments" />
    <section v-if="history.length > 1 || history[0]?.before" class="part">
      <h3>Day by day</h3>
      <p v-for="part in parts" :key="part.before" class="num" :class="{ quiet: part.before }">
        <span v-if="part.before">Before {{ part.before }}: </span>
        <span v-for="day in part.days" :key="day.day" class="day"
          >{{ shortDay(day.day).replace(/ \d{4}$/, "") }} <b>{{ units.show(day.carry_yd) }}</b>
          <span class="quiet"> ({{ day.balls }})</span></span
        >
      </p>
    </section>
    <section v-if="cue || recipe" class="part">
      <h3>Method</h3>
      <p v-if="cue" class="cue">“{{ cue }}”</p>
      <p class="quiet">
        {{ recipe }}
        <RouterLink :to="{ name: 'flight', params: { studentId } }">Flight</RouterLink>
      </p>
    </section>
    <Sentence :text="error" />
    <BallTable v-if="own.length" class="part" :student-id="studentId" :balls="own" @exclude="exclude" />
  </section>
</template>

<style scoped>
.cell {
  border-top: 1px solid var(--line);
  padding-top: 0.8rem;
}
p {
  margin: 0.15rem 0;
}
.number {
  display: flex;
  align-items: baseline;
  gap: 0.5rem;
}
.big {
  font-size: 2.9rem;
  font-weight: 700;
  line-height: 1.05;
}
.half {
  font-size: 1.1rem;
}
.doubt {
  color: var(--clay);
}
.cue {
  font-style: italic;
}
.part {
  margin-top: 0.7rem;
}
.day {
  display: inline-block;
  margin-right: 0.7rem;
  white-space: nowrap;
}
:deep(.ant-btn) {
  margin-top: 0.5rem;
}
</style>
