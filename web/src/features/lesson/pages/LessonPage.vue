<script setup lang="ts">
/** A lesson in a minute: what was seen, what it does, one cue, one drill. */
import { useLeads } from "@/features/account";
import { Button } from "ant-design-vue";
import { computed, nextTick, ref, useTemplateRef } from "vue";
import { useRouter } from "vue-router";
import { sentenceOf } from "@/shared/api/client";
import { useLessons } from "@/shared/api/lessons";
import { useMatrix, useWords } from "@/shared/api/queries";
import { changing, key, useKeys } from "@/shared/keys/useKeys";
import DayField from "@/shared/ui/DayField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import CheckList, { type Check } from "../components/CheckList.vue";
import FaultPanel from "../components/FaultPanel.vue";
import LessonList from "../components/LessonList.vue";
import StillStrip from "../components/StillStrip.vue";
import TwoVersions from "../components/TwoVersions.vue";
import { useLessonDraft, type Seen } from "../composables/draft";

const props = defineProps<{ studentId: string }>();
const leads = useLeads();
const router = useRouter();
const { student, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const words = useWords();
const { page } = useLessons(() => props.studentId);
const lesson = useLessonDraft(props.studentId, () => page.data.value);
const { day, draft, stored, dirty, theirs, likely } = lesson;

const checks = computed<Check[]>(() => {
  const data = page.data.value;
  if (!data) return [];
  const known = data.checkpoints.map(({ checkpoint, part }) => ({
    name: checkpoint as string,
    part,
    label: texts.value.format(checkpoint),
    much: texts.value.format(`${checkpoint}.much`),
    little: texts.value.format(`${checkpoint}.little`),
    own: null,
    drops: false,
  }));
  const own = data.own
    .filter(
      (word) =>
        word.kind === "checkpoint" &&
        ((!word.archived && word.ownership !== "other") || word.name in draft.value.seen),
    )
    .map((word) => ({
      name: word.name,
      part: word.part ?? "setup",
      label: word.text,
      much: texts.value.format("lesson-much"),
      little: texts.value.format("lesson-little"),
      own: word.id,
      drops: word.ownership === "mine" || leads.value,
    }));
  const parts = ["setup", "back", "through"];
  return [...known, ...own].sort((a, b) => parts.indexOf(a.part) - parts.indexOf(b.part));
});
const at = ref(0);
const list = useTemplateRef<HTMLElement>("list");
function go(to: number): void {
  at.value = Math.min(checks.value.length - 1, Math.max(0, to));
  void nextTick(() => list.value?.querySelector(".at")?.scrollIntoView({ block: "nearest" }));
}
function look(name: string, seen: Seen): void {
  go(checks.value.findIndex((check) => check.name === name));
  lesson.look(name, seen);
}
/** By keys one goes on to the next checkpoint. */
function lookHere(seen: Seen | null): void {
  const check = checks.value[at.value];
  if (!check) return;
  lesson.look(check.name, seen);
  if (seen !== null) go(at.value + 1);
}
const announcement = ref("");
async function save(): Promise<void> {
  if (!dirty.value) return;
  if (await lesson.save()) announcement.value = "Lesson saved.";
}
/** A fault by its number: the ones that something speaks for. */
function faultKey(event: KeyboardEvent): boolean {
  if (!/^[4-9]$/.test(event.key)) return false;
  const one = likely.value[Number(event.key) - 4];
  if (one) lesson.toggleFault(one.fault);
  return !!one;
}
useKeys("Lesson", [
  key("↑", "previous checkpoint", "ArrowUp", () => go(at.value - 1)),
  key("↓", "next checkpoint", "ArrowDown", () => go(at.value + 1)),
  changing("1", "too little", "1", () => lookHere("little")),
  changing("2", "fine", "2", () => lookHere("fine")),
  changing("3", "too much", "3", () => lookHere("much")),
  changing("0", "not checked", "0", () => lookHere(null)),
  { shown: "4–6", does: "a suggested fault", on: faultKey, changes: true },
  key("n", "write in your own words", "n", () => {
    document.querySelector<HTMLElement>("textarea")?.focus();
  }),
  changing("Enter", "save the lesson", "Enter", () => void save()),
  key("w", "then homework", "w", () => {
    void router.push({ name: "practice", params: { studentId: props.studentId } });
  }),
]);
const newCheck = ref("");
const newPart = ref<Check["part"]>("setup");
async function addCheck(): Promise<void> {
  if (!newCheck.value.trim()) return;
  if (await lesson.addWord("checkpoint", newCheck.value, newPart.value)) newCheck.value = "";
}
const looked = computed(() => Object.keys(draft.value.seen).length);
</script>

<template>
  <div class="page">
    <Sentence v-if="page.error.value" :text="sentenceOf(page.error.value)" />
    <Waiting v-else-if="!page.data.value || !student.data.value" what="the lessons" />
    <template v-else>
      <div class="head">
        <h1>Lesson</h1>
        <span class="quiet">of <DayField v-model="day" aria-label="Day" required /></span>
        <span class="quiet num">{{ looked }} checked</span>
        <span class="quiet" aria-live="polite">{{ dirty ? "Not saved yet." : announcement }}</span>
        <span class="push acts">
          <Button v-if="stored && !dirty" type="text" @click="lesson.takeAway()">Delete lesson</Button>
          <Button v-if="dirty" type="text" @click="lesson.discard()">Discard changes</Button>
          <Button @click="router.push({ name: 'practice', params: { studentId } })"
            >Homework <kbd>w</kbd></Button
          >
          <Button type="primary" :disabled="!dirty || !!theirs" :loading="lesson.busy.value" @click="save"
            >Save lesson <kbd>Enter</kbd></Button
          >
        </span>
      </div>
      <Sentence :text="lesson.error.value" />
      <TwoVersions
        v-if="theirs"
        :mine="draft"
        :theirs="theirs"
        :checks="checks"
        :own="page.data.value.own"
        @mine="lesson.keepMine"
        @theirs="lesson.discard()"
      />
      <div class="columns">
        <div ref="list" class="sheet list">
          <CheckList
            :checks="checks"
            :seen="draft.seen"
            :at="at"
            @look="look"
            @go="go"
            @drop="lesson.endWord"
          />
          <form class="add" @submit.prevent="addCheck">
            <input
              v-model="newCheck"
              maxlength="200"
              placeholder="Add your own checkpoint"
              aria-label="Add your own checkpoint"
            />
            <select v-model="newPart" aria-label="Part of the swing">
              <option value="setup">{{ texts.format("lesson-setup") }}</option>
              <option value="back">{{ texts.format("lesson-back") }}</option>
              <option value="through">{{ texts.format("lesson-through") }}</option>
            </select>
            <Button html-type="submit">Add</Button>
          </form>
        </div>
        <FaultPanel
          class="sheet"
          :page="page.data.value"
          :draft="draft"
          :likely="likely"
          @fault="lesson.toggleFault"
          @change="lesson.change"
          @add="(kind, text) => lesson.addWord(kind, text, null)"
        />
        <div class="side">
          <LessonList
            class="sheet"
            :lessons="page.data.value.lessons.filter((one) => one.day !== day)"
            :checks="checks"
            :own="page.data.value.own"
            @open="(on) => (day = on)"
          />
          <StillStrip
            class="sheet"
            :student-id="studentId"
            :stills="page.data.value.pictures"
            :swings="matrix.data.value?.positions ?? []"
            :heights="words.data.value?.trajectories ?? []"
          />
        </div>
      </div>
      <p class="quiet">Rest between sets. Stop if it hurts and see a clinician.</p>
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr) minmax(0, 0.8fr);
  gap: 1rem;
  align-items: start;
}
.list {
  max-height: calc(100vh - 10.5rem);
  overflow-y: auto;
}
.side {
  display: grid;
  gap: 1rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts kbd {
  background: none;
  color: inherit;
  margin-left: 0.4rem;
}
input {
  min-height: 36px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.add {
  display: flex;
  gap: 0.4rem;
  margin-top: 0.7rem;
  align-items: center;
}
.add input {
  flex: 1;
  min-width: 0;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .list {
    max-height: none;
  }
}
</style>
