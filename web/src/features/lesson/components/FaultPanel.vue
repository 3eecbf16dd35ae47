<script setup lang="ts">
/** The faults that looks and balls speak for, then the others; one cue and one drill. */
import { computed, ref } from "vue";
import type { Schemas } from "@/shared/api/client";
import { upper } from "@/shared/texts/texts";
import { useStudentContext } from "@/shared/student/context";
import type { Page, Written } from "../composables/draft";

const props = defineProps<{
  page: Page;
  draft: Written;
  likely: Schemas["LikelyOut"][];
}>();
const { texts } = useStudentContext();
const emit = defineEmits<{
  fault: [name: string];
  change: [part: Partial<Written>];
  add: [kind: Schemas["WordKind"], text: string];
}>();
const own = (kind: Schemas["WordKind"]) =>
  props.page.own.filter((word) => word.kind === kind && !word.archived && word.ownership !== "other");
interface Shown {
  name: string;
  label: string;
  why: string;
}
const faults = computed<Shown[]>(() => {
  const why = new Map(props.likely.map((one) => [one.fault as string, one.because]));
  const all = [
    ...props.page.faults.map(({ fault }) => ({ name: fault as string, label: texts.value.format(fault) })),
    ...own("fault").map((word) => ({ name: word.name, label: word.text })),
  ];
  const order = [...why.keys()];
  const rank = (name: string) => (order.includes(name) ? order.indexOf(name) : order.length);
  return all
    .map((one) => ({
      ...one,
      why: (why.get(one.name) ?? []).map((message) => texts.value.say(message)).join("; "),
    }))
    .sort((a, b) => rank(a.name) - rank(b.name));
});
const all = ref(false);
const shown = computed(() =>
  faults.value.filter((one) => all.value || one.why || props.draft.faults.includes(one.name)),
);
const causes = computed(() =>
  props.draft.faults
    .filter((name) => name.startsWith("fault-"))
    .map((name) => `${texts.value.format(name)}: ${texts.value.format(`${name}.causes`)}`),
);
/** Cues that are at hand: those of the faults found, and the academy's own. */
const cues = computed(() => [
  ...props.draft.faults.filter((n) => n.startsWith("fault-")).map((n) => `${n}.cue`),
  ...own("cue").map((word) => word.text),
]);
const drills = computed(() => [...props.page.drills.map(String), ...own("drill").map((word) => word.text)]);
const say = (line: string) => upper(texts.value.format(line));
const line = (name: "cue" | "drill") =>
  computed({
    get: () => (props.draft[name] ? say(props.draft[name]) : ""),
    set: (text: string) => emit("change", { [name]: text }),
  });
const cue = line("cue");
const drill = line("drill");
const note = computed({
  get: () => props.draft.note,
  set: (text: string) => emit("change", { note: text }),
});
const how = computed(() => {
  const message = texts.value.format(`${props.draft.drill}.how`);
  return props.draft.drill.startsWith("drill-") && !message.endsWith(".how") ? message : "";
});
const known = (name: "cue" | "drill") =>
  name === "cue" ? cues.value.includes(props.draft.cue) : drills.value.includes(props.draft.drill);
</script>

<template>
  <section>
    <h2>Ball flight</h2>
    <p v-if="!shown.length" class="quiet">No fault suggested yet.</p>
    <ul class="faults">
      <li v-for="fault in shown" :key="fault.name">
        <button
          type="button"
          :aria-pressed="draft.faults.includes(fault.name)"
          @click="$emit('fault', fault.name)"
        >
          {{ fault.label }}
        </button>
        <span v-if="fault.why" class="quiet">{{ upper(fault.why) }}</span>
      </li>
    </ul>
    <button type="button" class="flat" @click="all = !all">
      {{ all ? "Only suggested faults" : "All faults" }}
    </button>
    <p v-for="cause in causes" :key="cause" class="quiet">Usual causes. {{ cause }}.</p>
    <label class="field"
      ><b>One cue</b>
      <input v-model="cue" maxlength="200" aria-label="Cue" />
    </label>
    <p v-if="cues.length" class="choices">
      <button
        v-for="one in cues"
        :key="one"
        type="button"
        :aria-pressed="draft.cue === one"
        @click="$emit('change', { cue: one })"
      >
        {{ say(one) }}
      </button>
    </p>
    <label class="field"
      ><b>One drill</b>
      <input v-model="drill" maxlength="200" aria-label="Drill" />
    </label>
    <details class="drills">
      <summary>Choose a drill</summary>
      <p class="choices">
        <button
          v-for="one in drills"
          :key="one"
          type="button"
          :aria-pressed="draft.drill === one"
          @click="$emit('change', { drill: one })"
        >
          {{ say(one) }}
        </button>
      </p>
    </details>
    <p v-if="how" class="quiet">{{ how }}</p>
    <p v-if="(draft.cue && !known('cue')) || (draft.drill && !known('drill'))" class="quiet">
      <button
        v-if="draft.cue && !known('cue')"
        type="button"
        class="flat"
        @click="$emit('add', 'cue', draft.cue)"
      >
        Save cue for the academy
      </button>
      <button
        v-if="draft.drill && !known('drill')"
        type="button"
        class="flat"
        @click="$emit('add', 'drill', draft.drill)"
      >
        Save drill for the academy
      </button>
    </p>
    <label class="field"
      ><b>In your words</b>
      <textarea v-model="note" rows="3" maxlength="2000" aria-label="In your words"></textarea>
    </label>
  </section>
</template>

<style scoped>
.faults {
  list-style: none;
  margin: 0.3rem 0;
  padding: 0;
  display: grid;
  gap: 0.3rem;
}
.faults li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.6rem;
  line-height: 1.2;
}
.faults .quiet {
  flex: 1 1 12rem;
}
button {
  min-height: 40px;
  padding: 0 0.7rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
[aria-pressed="true"] {
  background: var(--clay-soft);
  border-color: var(--clay);
  font-weight: 650;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  margin: 0.3rem 0 0;
}
.choices button {
  min-height: 36px;
  font-size: 0.93rem;
}
.choices [aria-pressed="true"] {
  background: var(--field-ground);
  border-color: var(--field);
}
.flat {
  border: 0;
  background: none;
  color: var(--accent);
  padding: 0;
}
.field {
  display: block;
  margin-top: 0.7rem;
}
input,
textarea {
  display: block;
  width: 100%;
  min-height: 40px;
  padding: 0.3rem 0.5rem;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
p {
  margin: 0.3rem 0 0;
}
.drills summary {
  min-height: 36px;
  color: var(--accent);
  cursor: pointer;
}
</style>
