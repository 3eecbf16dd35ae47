<script setup lang="ts">
/** The student's own positions, one a swing length: from the camera or a file. */
import { useQueryCache } from "@pinia/colada";
import { computed, defineAsyncComponent, ref } from "vue";
import { api, dataOf, send, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { askAgain } from "@/shared/api/queries";
import type { Still } from "@/shared/api/lessons";
import { useSaving } from "@/shared/api/saving";
import { positionName, usePositions } from "@/shared/student/positions";
import Sentence from "@/shared/ui/Sentence.vue";

const props = defineProps<{
  studentId: string;
  stills: Still[];
  swings: { label: string; cue: string }[];
  heights: Schemas["Trajectory"][];
}>();
const cache = useQueryCache();
const { error, busy, run } = useSaving();
const height = ref<Schemas["Trajectory"] | "">("");
const of = (swing: string) =>
  props.stills.find((one) => one.swing === swing && (one.trajectory ?? "") === height.value);
const positions = usePositions(() => props.studentId);
const seriesOf = (swing: string) => positions.data.value?.find((one) => one.swing === swing);
/** What a picture was measured as. */
const measured = (still: Still) => {
  const own = seriesOf(still.swing)?.seen.find(({ picture_id: id }) => id === still.id);
  return own ? positionName(own) : "Measure";
};
const MeasureStill = defineAsyncComponent(() => import("./MeasureStill.vue"));
const measuring = ref<number | null>(null);
const open = computed(() => props.stills.find(({ id }) => id === measuring.value));
const again = () => askAgain(cache, keys.lessons(props.studentId));

async function put(swing: string, event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = "";
  if (!file) return;
  const body = new FormData();
  body.append("file", file);
  body.append("swing", swing);
  if (height.value) body.append("trajectory", height.value);
  await run(() => send(`/api/students/${props.studentId}/pictures`, { method: "POST", body }));
  await again();
}
async function drop(id: number): Promise<void> {
  const params = { path: { student_id: props.studentId, picture_id: id } };
  await run(() => dataOf(api.DELETE("/api/students/{student_id}/pictures/{picture_id}", { params })));
  await again();
}
</script>

<template>
  <details :open="stills.length > 0 || undefined">
    <summary><h2>Swing positions</h2></summary>
    <div class="head">
      <select v-model="height" aria-label="Trajectory">
        <option value="">any</option>
        <option v-for="one in heights" :key="one" :value="one">{{ one }}</option>
      </select>
    </div>
    <Sentence :text="error" />
    <ul>
      <li v-for="swing in swings" :key="swing.label">
        <figure>
          <img
            v-if="of(swing.label)"
            :src="of(swing.label)?.address"
            :alt="`Position at ${swing.label}`"
            loading="lazy"
          />
          <span v-else class="none" aria-hidden="true"></span>
          <figcaption>
            <b class="slab">{{ swing.label }}</b>
            <label
              >{{ of(swing.label) ? "another" : "Take a picture"
              }}<input
                type="file"
                accept="image/*"
                capture="environment"
                class="sr-only"
                :disabled="busy"
                :aria-label="`A picture of ${swing.label}`"
                @change="put(swing.label, $event)"
            /></label>
            <button
              v-if="of(swing.label)"
              class="as"
              type="button"
              :aria-label="`Measure the picture of ${swing.label}`"
              @click="measuring = of(swing.label)!.id"
            >
              {{ measured(of(swing.label)!) }}
            </button>
            <button
              v-if="of(swing.label)"
              type="button"
              :aria-label="`Delete picture of ${swing.label}`"
              @click="drop(of(swing.label)!.id)"
            >
              ✕
            </button>
          </figcaption>
        </figure>
      </li>
    </ul>
    <MeasureStill
      v-if="open"
      :key="open.id"
      :student-id="studentId"
      :still="open"
      :series="seriesOf(open.swing)"
      @close="measuring = null"
    />
    <p class="quiet">
      Saved small, without location or time. Ask first, and ask a parent for a junior. It shows on the phone
      only if you allow it under Card.
    </p>
  </details>
</template>

<style scoped>
ul {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(5.6rem, 1fr));
  gap: 0.5rem;
  margin: 0;
  padding: 0;
}
figure {
  margin: 0;
}
img,
.none {
  display: block;
  width: 100%;
  aspect-ratio: 3 / 4;
  object-fit: cover;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
}
.none {
  border-style: dashed;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.4rem;
  line-height: 1.2;
}
label {
  color: var(--accent);
  cursor: pointer;
  min-height: 32px;
  display: flex;
  align-items: center;
}
label:focus-within {
  outline: 3px solid var(--accent);
}
button {
  border: 0;
  background: none;
  min-width: 32px;
  min-height: 32px;
  color: var(--ink-2);
  font: inherit;
  cursor: pointer;
}
.as {
  color: var(--accent);
}
p {
  margin: 0.4rem 0 0;
}
summary {
  display: flex;
  align-items: center;
  min-height: 44px;
  cursor: pointer;
}
summary h2 {
  margin: 0;
}
summary::before {
  content: "▸";
  margin-right: 0.4rem;
  color: var(--ink-2);
}
[open] > summary::before {
  content: "▾";
}
</style>
