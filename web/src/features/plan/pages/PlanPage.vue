<script setup lang="ts">
import { Button } from "ant-design-vue";
import { computed, watch } from "vue";
import { useRouter } from "vue-router";
import { cellName, cellOfItem } from "@/shared/api/cells";
import { sentenceOf } from "@/shared/api/client";
import { useMatrix, usePlan, useWords, type PlanItem } from "@/shared/api/queries";
import { howWords } from "@/shared/texts/shots";
import { changing, useKeys } from "@/shared/keys/useKeys";
import NoClubs from "@/shared/ui/NoClubs.vue";
import MeasureField from "@/shared/ui/MeasureField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import TrajectoryGlyph from "@/shared/ui/TrajectoryGlyph.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { daysAgo } from "@/shared/format/dates";
import { provideStudent } from "@/shared/student/context";
import PlanEffect from "../components/PlanEffect.vue";
import StagePanel from "../components/StagePanel.vue";
import { useDraft } from "../composables/draft";

const props = defineProps<{ studentId: string }>();
const router = useRouter();
const { student, units, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const page = usePlan(() => props.studentId);
const words = useWords();
const protocols = computed(() => words.data.value?.protocols ?? []);
const draft = useDraft({ studentId: props.studentId, words: () => words.data.value });
/** A reason in the plan may have no values. */
const planMessage = ({ code, values = {} }: NonNullable<PlanItem["why"]>) => ({ code, values });
const { wish, items, title, homework, error, busy, dirty, total } = draft;

watch(
  page.data,
  (data) => {
    if (data && !dirty.value) draft.take(data);
  },
  { immediate: true },
);
const plain = (item: PlanItem) => cellName(cellOfItem(item));
const cue = (swing: string) => matrix.data.value?.positions.find((p) => p.label === swing)?.cue;
async function hit(): Promise<void> {
  if (dirty.value && !(await draft.keep())) return;
  const first = items.value[0];
  const into = first?.place === "net" ? "net" : "range";
  const query = first ? { club: first.club, swing: first.swing, trajectory: first.trajectory } : {};
  void router.push({ name: into, params: { studentId: props.studentId }, query });
}
async function print(): Promise<void> {
  homework.value = true;
  if (await draft.keep()) window.print();
}
const KINDS = [
  { show: "plan", label: "For the session" },
  { show: "homework", label: "Homework" },
] as const;
/** The kept plan that is shown. */
const kept = computed(() => {
  const { plan, homework: home } = page.data.value ?? {};
  return (homework.value ? home : plan) ?? null;
});
useKeys("Plan", [
  {
    shown: "1–8",
    does: "ask for a session",
    on: (event) => {
      const name = protocols.value[Number(event.key) - 1];
      if (!/^[1-9]$/.test(event.key) || !name) return false;
      void draft.ask(name);
      return true;
    },
  },
  changing("Enter", "save it and hit it", "Enter", () => void hit()),
]);
</script>

<template>
  <div class="page">
    <Sentence v-if="page.error.value" :text="sentenceOf(page.error.value)" />
    <Waiting v-else-if="!page.data.value || !student.data.value" what="the plan" />
    <NoClubs
      v-else-if="!student.data.value.clubs.length"
      :student-id="studentId"
      next="A plan needs at least one wedge with its loft."
    />
    <div v-else class="columns">
      <div class="side no-print">
        <section class="sheet">
          <h2>Session</h2>
          <div class="wish">
            <label
              ><input v-model="wish.by" type="radio" value="balls" />
              <input v-model.number="wish.balls" type="number" min="1" max="300" aria-label="Balls" />
              balls</label
            >
            <label
              ><input v-model="wish.by" type="radio" value="minutes" />
              <input v-model.number="wish.minutes" type="number" min="1" max="240" aria-label="Minutes" />
              minutes</label
            >
          </div>
          <button
            v-for="(name, i) in protocols"
            :key="name"
            type="button"
            class="protocol"
            :title="i ? texts.format(`protocol-${name}.about`) : undefined"
            :disabled="busy"
            @click="draft.ask(name)"
          >
            <b>{{ texts.name("protocol", name) }}</b> <kbd>{{ i + 1 }}</kbd>
            <span v-if="!i" class="quiet">{{ texts.format(`protocol-${name}.about`) }}</span>
          </button>
          <details>
            <summary>Only this club, swing or distance</summary>
            <label
              >Club
              <select v-model="wish.club">
                <option value="">any</option>
                <option v-for="club in matrix.data.value?.clubs ?? []" :key="club.id">
                  {{ club.label }}
                </option>
              </select></label
            >
            <label
              >Swing
              <select v-model="wish.swing">
                <option value="">any</option>
                <option v-for="p in matrix.data.value?.positions ?? []" :key="p.label">
                  {{ p.label }}
                </option>
              </select></label
            >
            <label
              >Distance
              <MeasureField
                :value="wish.yardage"
                :measure="units"
                :digits="0"
                @set="wish.yardage = $event === null ? null : Math.round($event)"
            /></label>
          </details>
        </section>
        <StagePanel :page="page.data.value" @stage="draft.setStage" @criteria="draft.setCriteria" />
      </div>
      <section class="paper" :class="{ made: items.length }">
        <div class="head">
          <h1>{{ title ? texts.name("protocol", title) : "Plan" }}</h1>
          <span v-if="items.length" class="quiet num"
            >{{ total }} balls, {{ items.length }} shots<template v-if="total > page.data.value.ball_limit"
              >, over the limit of {{ page.data.value.ball_limit }}</template
            ></span
          >
          <span v-if="kept && !dirty" class="quiet no-print"
            >{{ kept.homework ? "homework, " : "" }}made {{ daysAgo(kept.made_at)
            }}{{ kept.by ? ` by ${kept.by}` : "" }}</span
          >
          <span v-if="page.data.value.plan && page.data.value.homework" class="kinds no-print">
            <button
              v-for="kind in KINDS"
              :key="kind.show"
              type="button"
              :aria-pressed="draft.showing.value === kind.show"
              @click="draft.show(kind.show, page.data.value)"
            >
              {{ kind.label }}
            </button>
          </span>
          <span class="push no-print acts">
            <Button v-if="items.length" @click="print">Print as homework</Button>
            <Button v-if="dirty" type="text" @click="page.data.value && draft.discard(page.data.value)"
              >Discard changes</Button
            >
            <Button v-else-if="kept" type="text" @click="draft.drop">Delete plan</Button>
            <Button v-if="items.length" type="primary" :loading="busy" @click="hit"
              >Hit it <kbd>Enter</kbd></Button
            >
          </span>
        </div>
        <p class="for-print">{{ student.data.value.name }}</p>
        <Sentence :text="error" />
        <p v-if="!items.length" class="none">
          <b>No plan yet</b> Choose a check-up and Oxgang picks the shots, or choose another session.
        </p>
        <table v-else class="plain">
          <thead>
            <tr>
              <th>Shot</th>
              <th class="right">Balls</th>
              <th>Why</th>
              <th class="no-print"><span class="sr-only">Change</span></th>
              <th class="for-print">Score</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(item, i) in items" :key="i">
              <td>
                <TrajectoryGlyph :trajectory="item.trajectory ?? 'stock'" />
                <b class="slab">{{ plain(item) }}</b>
                <span> {{ howWords(texts, item) }}</span>
                <span class="quiet for-print"> {{ cue(item.swing) }}</span>
              </td>
              <td class="right slab count">
                <button
                  type="button"
                  class="no-print"
                  aria-label="One ball less"
                  @click="draft.change(i, -1)"
                >
                  −
                </button>
                {{ item.balls }}
                <button type="button" class="no-print" aria-label="One ball more" @click="draft.change(i, 1)">
                  +
                </button>
              </td>
              <td class="quiet">{{ item.why ? texts.say(planMessage(item.why)) : "" }}</td>
              <td class="no-print right">
                <button type="button" :disabled="i === 0" aria-label="Earlier" @click="draft.move(i, -1)">
                  ↑
                </button>
                <button type="button" aria-label="Remove" @click="draft.change(i, -item.balls)">✕</button>
              </td>
              <td class="for-print score">/ {{ item.balls }}</td>
            </tr>
          </tbody>
        </table>
        <p class="quiet">Rest between sets. Stop if it hurts. Your range's rules come first.</p>
        <PlanEffect :student="student.data.value" :matrix="matrix.data.value" :items="items" />
      </section>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 20rem minmax(0, 1fr);
  gap: 1.5rem;
  align-items: start;
}
.kinds button {
  min-height: 36px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.kinds [aria-pressed="true"] {
  background: var(--field-ground);
  font-weight: 650;
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
.wish {
  display: flex;
  gap: 1rem;
  margin: 0.3rem 0 0.5rem;
}
label {
  display: flex;
  align-items: center;
  gap: 0.35rem;
  color: var(--ink-2);
}
input[type="number"] {
  width: 3.8rem;
  min-height: 36px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.protocol {
  display: block;
  width: 100%;
  text-align: left;
  padding: 0.3rem 0;
  border: 0;
  border-top: 1px solid var(--line);
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.protocol:hover b {
  text-decoration: underline;
}
.protocol b {
  display: inline-block;
}
.protocol b::first-letter,
h1::first-letter {
  text-transform: uppercase;
}
.protocol .quiet {
  display: block;
  font-size: 0.93rem;
  line-height: 1.25;
}
details label {
  margin: 0.3rem 0;
  justify-content: space-between;
}
summary {
  cursor: pointer;
  color: var(--accent);
  padding-top: 0.4rem;
}
.none {
  margin: 0.4rem 0 1rem;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
td button {
  min-width: 34px;
  min-height: 34px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: none;
  font: inherit;
  color: var(--ink-2);
  cursor: pointer;
}
.count {
  white-space: nowrap;
}
table.plain td {
  padding: 0.25rem 0.5rem;
  vertical-align: middle;
}
.for-print {
  display: none;
}
.acts kbd {
  background: none;
  color: inherit;
  margin-left: 0.5rem;
}
td > svg {
  margin-right: 0.4rem;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  /* What was asked for stands above what can be asked. */
  .made {
    order: -1;
  }
}
@media print {
  .columns {
    display: block;
  }
  .no-print {
    display: none !important;
  }
  .for-print {
    display: revert;
  }
  .score {
    white-space: nowrap;
    padding-left: 4rem !important;
  }
}
</style>
