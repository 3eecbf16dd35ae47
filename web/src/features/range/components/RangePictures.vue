<script setup lang="ts">
/** The academy's range pictures: targets in a list or dragged on the drawing. */
import { computed, nextTick, ref, useTemplateRef } from "vue";
import { sentenceOf } from "@/shared/api/client";
import { spotOf, type Spot } from "@/shared/offline/landing";
import MeasureField from "@/shared/ui/MeasureField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { useWidth } from "@/shared/ui/width";
import { useUnits } from "@/shared/units/units";
import { useRangeEditor } from "../composables/rangeEditor";
import { BESIDE_DEG, seenRange } from "../composables/rangePicture";
import RangeField from "./RangeField.vue";

defineProps<{ disabled: boolean }>();
const units = useUnits();
const editor = useRangeEditor(() => units.value);
const { pictures, chosen, choose, form, dirty, giveUp, add, remove, put, shown } = editor;
const { busy, about, announcement, save, removePicture } = editor;

const box = useTemplateRef<HTMLDivElement>("box");
const svg = useTemplateRef<SVGSVGElement>("svg");
const list = useTemplateRef<HTMLTableElement>("list");
const width = useWidth(box, 420);
const HEIGHT = 460;
/** The drawing stands still while something is dragged on it. */
const still = ref<ReturnType<typeof seenRange> | null>(null);
const seen = computed(() => still.value ?? seenRange(shown.value, width.value, HEIGHT));
const spotHere = (event: PointerEvent): Spot => {
  const box = svg.value?.getBoundingClientRect();
  const { middle, pxPerYd } = seen.value;
  const right = middle.right_yd + (event.clientX - (box?.left ?? 0) - width.value / 2) / pxPerYd;
  const out = middle.out_yd - (event.clientY - (box?.top ?? 0) - HEIGHT / 2) / pxPerYd;
  const whole = (yards: number) => units.value.stored(Math.round(units.value.value(yards)));
  return { out_yd: Math.max(0, whole(out)), right_yd: whole(right) };
};
const NEAR_YD = 5;
const dragged = ref<number | null>(null);
function down(event: PointerEvent): void {
  still.value = seen.value;
  svg.value?.setPointerCapture?.(event.pointerId);
  const at = spotHere(event);
  const near = form.targets
    .map((target, i) => {
      const spot = spotOf({ ...target, distance_yd: target.distance_yd ?? 0 });
      return { i, away: Math.hypot(spot.out_yd - at.out_yd, spot.right_yd - at.right_yd) };
    })
    .sort((a, b) => a.away - b.away)[0];
  if (near && near.away < Math.max(NEAR_YD, 22 / seen.value.pxPerYd)) dragged.value = near.i;
  else {
    add(at);
    dragged.value = form.targets.length - 1;
  }
}
function move(event: PointerEvent): void {
  if (dragged.value !== null) put(dragged.value, spotHere(event));
}
function up(): void {
  dragged.value = null;
  still.value = null;
}
/** Enter in the last row begins the next: distances are typed one after the other. */
async function nextRow(at: number): Promise<void> {
  if (at === form.targets.length - 1) add();
  await nextTick();
  list.value?.querySelectorAll<HTMLInputElement>("[data-distance]")[at + 1]?.focus();
}
const EDGES = [
  ["left_yd", "Left edge"],
  ["right_yd", "Right edge"],
  ["far_yd", "Far end"],
] as const;
</script>

<template>
  <div class="ranges">
    <Sentence v-if="pictures.error.value && !pictures.data.value" :text="sentenceOf(pictures.error.value)" />
    <Waiting v-else-if="!pictures.data.value" what="the range pictures" />
    <fieldset v-else class="sheet" :disabled="disabled">
      <div class="head">
        <h2>Range pictures</h2>
        <span class="push acts">
          <select
            v-if="pictures.data.value.length"
            :value="chosen"
            aria-label="Range picture"
            :disabled="dirty"
            @change="choose(Number(($event.target as HTMLSelectElement).value))"
          >
            <option v-for="one in pictures.data.value" :key="one.id" :value="one.id">{{ one.name }}</option>
            <option :value="0">new range picture</option>
          </select>
          <button type="button" class="save" :disabled="!dirty || busy" @click="save">
            Save range picture
          </button>
          <button v-if="dirty" type="button" @click="giveUp">Cancel changes</button>
          <button v-else-if="chosen" type="button" @click="removePicture">Remove this picture</button>
        </span>
      </div>
      <p v-if="announcement" role="status">{{ announcement }}</p>
      <p class="quiet">
        What a coach sees from the mats. On Range, a touch on this picture logs carry and side at once.
      </p>
      <div class="columns">
        <div>
          <label class="wide">Name <input v-model="form.name" maxlength="40" /></label>
          <Sentence :text="about('name')" />
          <table ref="list">
            <thead>
              <tr>
                <th>Target</th>
                <th>Distance, {{ units.unit }}</th>
                <th>Right +, left −</th>
                <th>Green radius</th>
                <th>Height, {{ units.near.sign }}</th>
                <th><span class="sr-only">Remove</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, i) in form.targets" :key="i">
                <td>
                  <input
                    v-model="row.name"
                    maxlength="40"
                    :aria-label="`Name of target ${i + 1}`"
                    :placeholder="
                      row.distance_yd === null ? '' : `${units.show(row.distance_yd)} ${units.unit}`
                    "
                    @keydown.enter.prevent="nextRow(i)"
                  />
                </td>
                <td>
                  <MeasureField
                    data-distance
                    :value="row.distance_yd"
                    :measure="units"
                    bare
                    :aria-label="`Distance of target ${i + 1}`"
                    @set="row.distance_yd = $event"
                    @keydown.enter.prevent="nextRow(i)"
                  />
                </td>
                <td>
                  <MeasureField
                    :value="row.right_yd"
                    :measure="units"
                    bare
                    :aria-label="`To the right, target ${i + 1}`"
                    @set="row.right_yd = $event ?? 0"
                  />
                </td>
                <td>
                  <MeasureField
                    :value="row.green_yd"
                    :measure="units"
                    bare
                    :aria-label="`Green radius of target ${i + 1}`"
                    @set="row.green_yd = $event ?? 0"
                  />
                </td>
                <td>
                  <MeasureField
                    :value="row.height_m"
                    :measure="units.near"
                    bare
                    :aria-label="`Height of target ${i + 1}`"
                    @set="row.height_m = $event ?? 0"
                  />
                </td>
                <td>
                  <button type="button" :aria-label="`Remove target ${i + 1}`" @click="remove(i)">✕</button>
                </td>
              </tr>
            </tbody>
          </table>
          <Sentence :text="about('targets')" />
          <button type="button" @click="add()">Add target</button>
          <p class="edges">
            <label v-for="[name, label] in EDGES" :key="name"
              >{{ label }}
              <MeasureField
                :value="form[name]"
                :measure="units"
                placeholder="none"
                @set="form[name] = $event"
            /></label>
          </p>
          <Sentence :text="about('', 'left_yd', 'right_yd', 'far_yd')" />
        </div>
        <div ref="box" class="drawing">
          <svg
            ref="svg"
            :width="width"
            :height="HEIGHT"
            role="img"
            aria-label="The range from above. Drag a target, or press where a new one stands."
            @pointerdown="down"
            @pointermove="move"
            @pointerup="up"
            @pointercancel="up"
          >
            <RangeField
              :picture="shown"
              :seen="seen"
              :width="width"
              :height="HEIGHT"
              :units="units"
              :ray-deg="BESIDE_DEG"
            />
          </svg>
          <p class="quiet">Press to add a target, drag one to move it. Measure distances with a laser.</p>
        </div>
      </div>
    </fieldset>
  </div>
</template>

<style scoped>
fieldset {
  margin: 0;
  min-width: 0;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(16rem, 1fr);
  gap: 1.5rem;
  align-items: start;
}
.columns > div {
  min-width: 0;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  padding: 0.3rem 0.4rem 0.3rem 0;
  text-align: left;
  font-weight: 400;
  line-height: 1.2;
  color: var(--ink-2);
}
td {
  padding: 0.1rem 0.3rem 0.1rem 0;
}
td:first-child {
  width: 35%;
}
input {
  width: 100%;
  min-height: 44px;
  font: inherit;
  padding: 0 0.45rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.wide input {
  width: 14rem;
  margin-left: 0.4rem;
}
select {
  min-height: 44px;
}
button {
  min-height: 44px;
  min-width: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: var(--ink);
  cursor: pointer;
}
td button {
  border: 0;
  background: none;
}
.save:not(:disabled) {
  background: var(--accent);
  border-color: var(--accent);
  color: #fff;
}
.edges {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
}
svg {
  display: block;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  cursor: crosshair;
  touch-action: none;
  user-select: none;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.6rem;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .ranges table {
    display: block;
    overflow-x: auto;
  }
}
</style>
