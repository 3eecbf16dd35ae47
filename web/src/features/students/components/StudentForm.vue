<script setup lang="ts">
import { Button, Input, InputNumber, RadioButton, RadioGroup, Textarea } from "ant-design-vue";
import { computed } from "vue";
import type { Schemas } from "@/shared/api/client";
import type { Scale, Student, Words } from "@/shared/api/queries";
import PictureChoice from "./PictureChoice.vue";
import ScalePicture from "./ScalePicture.vue";
import { vFocus } from "@/shared/ui/focus";
import MeasureField from "@/shared/ui/MeasureField.vue";
import { unitNames } from "@/shared/units/names";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent } from "@/shared/storage/own";
import { carryMeasure, type Units } from "@/shared/units/units";
import Sentence from "@/shared/ui/Sentence.vue";

export interface StudentDraft {
  name: string;
  hand: "right" | "left";
  units: Units;
  language: Schemas["Language"];
  scale_id: number;
  /** Left out for a new student whose coach chose none: the level's. */
  tolerance_yd?: number;
  from_yd: number;
  to_yd: number;
  ball_limit: number;
  notes: string;
  friction: Student["friction"];
  handicap: number | null;
}

const LANGUAGES: Record<Schemas["Language"], string> = { en: "English", de: "Deutsch" };
const props = defineProps<{
  student?: Student;
  usual?: Schemas["SettingsOut"];
  words: Words;
  scales: Scale[];
  busy: boolean;
  saved: boolean;
  about: (...fields: string[]) => string;
  action: string;
}>();
const emit = defineEmits<{ save: [draft: StudentDraft, was: Partial<StudentDraft>]; newScale: [] }>();

/** A junior hits fewer balls a session: that is what tells one. */
const juniorLimit = computed(() => props.usual?.junior_limit ?? props.words.junior_limit);
const usualLimit = computed(() => props.usual?.ball_limit ?? props.words.ball_limit);
const filled = (): StudentDraft => ({
  name: props.student?.name ?? "",
  hand: props.student?.hand ?? "right",
  units: props.student?.units ?? props.usual?.units ?? "yd",
  language: props.student?.language ?? "en",
  scale_id: props.student?.scale.id ?? props.usual?.scale_id ?? props.scales[0]?.id ?? 0,
  ...(props.student ? { tolerance_yd: props.student.tolerance_yd } : {}),
  from_yd: props.student?.from_yd ?? props.words.from_yd,
  to_yd: props.student?.to_yd ?? props.words.to_yd,
  ball_limit: props.student?.ball_limit ?? usualLimit.value,
  notes: props.student?.notes ?? "",
  friction: props.student?.friction ?? "",
  handicap: props.student?.handicap ?? null,
});
const place = props.student ? ofStudent(props.student.id, draftName("student")) : draftName("new-student");
const { form: draft, changed, was, settle, rebase } = useFormDraft<StudentDraft>(place, filled(), filled);
/** Of a student only what changed; what was not chosen for a new one, the level decides. */
function send(): void {
  if (props.student) return emit("save", changed.value as StudentDraft, was.value);
  emit("save", { ...draft }, {});
}
defineExpose({
  /** The student was added: the form is blank again. */
  clear: () => settle(filled()),
  /** Another coach's values were shown: saving again is meant against them. */
  rebase: () => rebase(filled()),
});
const age = computed({
  get: () => (draft.ball_limit <= juniorLimit.value ? "junior" : "adult"),
  set: (of) => (draft.ball_limit = of === "junior" ? juniorLimit.value : usualLimit.value),
});
/** Emptied, a student's tolerance stays what it was; a new one's is left to the level. */
function tolerance(yards: number | null): void {
  if (yards !== null) draft.tolerance_yd = yards;
  else if (props.student) draft.tolerance_yd = props.student.tolerance_yd;
  else delete draft.tolerance_yd;
}
const measure = computed(() => carryMeasure(draft.units, props.words.units));
const byId = computed(() => new Map(props.scales.map((one) => [one.id, one])));
const scale = computed(() => props.scales.find((s) => s.id === draft.scale_id));
const FIELDS = [
  "name",
  "hand",
  "units",
  "language",
  "scale_id",
  "tolerance_yd",
  "from_yd",
  "to_yd",
  "ball_limit",
  "notes",
  "friction",
  "handicap",
];
const other = computed(() => (FIELDS.some((f) => props.about(f)) ? "" : props.about("", "scale")));
</script>

<template>
  <form @submit.prevent="send">
    <label for="name">Name</label>
    <Input id="name" v-model:value="draft.name" v-focus="!student" :maxlength="120" />
    <Sentence :text="about('name')" />
    <div class="pair">
      <div>
        <label for="handicap">Handicap</label>
        <InputNumber
          id="handicap"
          :value="draft.handicap ?? undefined"
          :min="-10"
          :max="54"
          :step="0.1"
          placeholder="not known"
          @change="draft.handicap = typeof $event === 'number' ? $event : null"
        />
      </div>
      <div v-if="!student">
        <span class="label">Age</span>
        <RadioGroup v-model:value="age" button-style="solid">
          <RadioButton value="adult">adult</RadioButton>
          <RadioButton value="junior">junior</RadioButton>
        </RadioGroup>
      </div>
    </div>
    <Sentence :text="about('handicap')" />
    <div class="pair">
      <div>
        <span class="label">Hand</span>
        <RadioGroup v-model:value="draft.hand" button-style="solid">
          <RadioButton value="right">right-handed</RadioButton>
          <RadioButton value="left">left-handed</RadioButton>
        </RadioGroup>
      </div>
      <div>
        <span class="label">Units</span>
        <select v-model="draft.units" data-units class="native" aria-label="Units">
          <option v-for="[id, unitName] in unitNames(words.units)" :key="id" :value="id">
            {{ unitName }}
          </option>
        </select>
      </div>
      <div>
        <label for="language">Language</label>
        <select id="language" v-model="draft.language" class="native">
          <option v-for="(languageName, code) in LANGUAGES" :key="code" :value="code">
            {{ languageName }}
          </option>
        </select>
        <p class="quiet hint">Card, phone and papers.</p>
      </div>
    </div>
    <Sentence :text="about('hand', 'units', 'language')" />
    <PictureChoice
      v-model="draft.scale_id"
      name="scale"
      label="Swing scale"
      :choices="scales.map(({ id, name: title }) => ({ id, title }))"
    >
      <template #default="{ id }"><ScalePicture v-if="byId.get(id)" :scale="byId.get(id)!" /></template>
    </PictureChoice>
    <p v-if="scale" class="quiet hint">
      {{ scale.positions.map((p) => p.label).join(" · ") }}<br />{{ scale.idea }}
      <button type="button" class="link" @click="emit('newScale')">Create your own</button>
    </p>
    <Sentence :text="about('scale_id')" />
    <label for="tolerance">Tolerance ±</label>
    <MeasureField
      id="tolerance"
      :value="draft.tolerance_yd"
      :measure="measure"
      :least="words.tolerance_range_yd.least"
      :most="words.tolerance_range_yd.most"
      :placeholder="student ? undefined : 'by level'"
      @set="tolerance"
    />
    <p class="quiet hint">
      A distance is covered when a carry is this close.<template v-if="!student">
        Leave empty to use handicap, age and distances.</template
      >
    </p>
    <Sentence :text="about('tolerance_yd')" />
    <label for="from">Distances, from and to</label>
    <MeasureField
      id="from"
      :value="draft.from_yd"
      :measure="measure"
      :digits="0"
      bare
      @set="draft.from_yd = Math.round($event ?? words.from_yd)"
    />
    <MeasureField
      :value="draft.to_yd"
      :measure="measure"
      :digits="0"
      class="second"
      aria-label="Distances to"
      @set="draft.to_yd = Math.round($event ?? words.to_yd)"
    />
    <Sentence :text="about('from_yd', 'to_yd')" />
    <label for="limit">Most balls in a session</label>
    <InputNumber
      id="limit"
      v-model:value="draft.ball_limit"
      :min="words.limit_range.least"
      :max="words.limit_range.most"
    />
    <p class="quiet hint">Less for juniors (about {{ juniorLimit }}) and after an injury.</p>
    <Sentence :text="about('ball_limit')" />
    <template v-if="student">
      <label for="friction">Spin</label>
      <select id="friction" v-model="draft.friction" class="native">
        <option value="">by handicap (now {{ student.finds }})</option>
        <option value="ordinary">ordinary</option>
        <option value="practised">practised</option>
      </select>
      <p class="quiet hint">
        A practised strike launches lower, spins more and runs less. Used until launch and spin are measured.
      </p>
      <Sentence :text="about('friction')" />
    </template>
    <label for="notes">Notes</label>
    <Textarea id="notes" v-model:value="draft.notes" :rows="3" />
    <Sentence :text="about('notes')" />
    <Sentence :text="other" />
    <div class="act">
      <Button type="primary" html-type="submit" :loading="busy">{{ action }}</Button>
      <span v-if="saved" class="quiet" role="status">Saved.</span>
    </div>
  </form>
</template>

<style scoped>
label[for],
.label {
  display: block;
  font-weight: 600;
  margin: 0.85rem 0 0.2rem;
}
form > label[for]:first-child {
  margin-top: 0;
}
.pair :deep(.ant-radio-button-wrapper) {
  min-width: 8rem;
  text-align: center;
}
.pair :deep(.ant-input-number) {
  width: 7.5rem;
}
.second {
  margin-left: 0.5rem;
}
.hint {
  margin: 0.25rem 0 0;
}
.link {
  border: 0;
  background: none;
  font: inherit;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
  padding: 0.2rem;
}
.act {
  margin-top: 1.1rem;
  display: flex;
  align-items: center;
  gap: 0.8rem;
}
.native {
  width: 100%;
}
</style>
