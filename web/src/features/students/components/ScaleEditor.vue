<script setup lang="ts">
/** A swing-length scale of the coach's own, or another one changed, beside the page. */
import { useQueryCache } from "@pinia/colada";
import { Button, Drawer, Input } from "ant-design-vue";
import { computed, reactive, ref } from "vue";
import { api, dataOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useScales, type Scale, askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import NumberField from "@/shared/ui/NumberField.vue";
import { vFocus } from "@/shared/ui/focus";
import Sentence from "@/shared/ui/Sentence.vue";

const props = defineProps<{ scale?: Scale }>();
const emit = defineEmits<{ close: [saved?: number] }>();
const cache = useQueryCache();
const { state, save, about } = useSaving();

interface Row {
  label: string;
  arm_deg: number | null;
  cue: string;
}
const blank = (): Row => ({ label: "", arm_deg: null, cue: "" });
const rowsOf = (scale: Scale) => scale.positions.map((p): Row => ({ ...p }));
const draft = reactive({
  name: props.scale?.name ?? "",
  idea: props.scale?.idea ?? "",
  positions: props.scale ? rowsOf(props.scale) : [blank(), blank()],
  longest: props.scale?.longest ?? "",
});
/** One's own scale begins as a copy of another. */
const scales = useScales();
const copied = ref("");
function copy(): void {
  const of = scales.data.value?.find((one) => String(one.id) === copied.value);
  if (!of) return;
  draft.idea = of.idea;
  draft.positions = rowsOf(of);
  draft.longest = of.longest;
  if (!draft.name.trim()) draft.name = `${of.name}, own`;
}
const labels = computed(() => draft.positions.map((p) => p.label.trim()).filter(Boolean));

let asked: null | undefined;
async function keep(): Promise<void> {
  const positions = draft.positions
    .filter((p) => p.label.trim() || p.arm_deg !== null)
    .map((p) => ({ ...p, arm_deg: p.arm_deg ?? 0 }));
  const was = props.scale && {
    name: props.scale.name,
    idea: props.scale.idea,
    positions: props.scale.positions,
    longest: props.scale.longest,
  };
  // Asked about once; kept again it is meant.
  const confirmed = state.code === "confirm";
  const body = {
    name: draft.name,
    idea: draft.idea,
    positions,
    longest: labels.value.includes(draft.longest) ? draft.longest : "",
    was: asked === null ? null : was,
    confirmed,
  };
  let id = 0;
  const done = await save(async () => {
    const stored = props.scale
      ? await dataOf(
          api.PUT("/api/scales/{scale_id}", {
            params: { path: { scale_id: props.scale.id } },
            body,
          }),
        )
      : await dataOf(api.POST("/api/scales", { body }));
    id = stored.id;
    await askAgain(cache, keys.scales);
    await askAgain(cache, keys.everyStudent);
  });
  if (done) emit("close", id);
  // Kept again, it takes the place of what somebody else has made meanwhile.
  else if (state.code === "changed-meanwhile") asked = null;
}
</script>

<template>
  <Drawer
    open
    width="34rem"
    :title="scale ? `Swing scale: ${scale.name}` : 'Your own swing scale'"
    @close="emit('close')"
  >
    <template v-if="!scale">
      <label for="scale-copy">Start with a copy of</label>
      <select id="scale-copy" v-model="copied" class="native" @change="copy">
        <option value="">nothing</option>
        <option v-for="one in scales.data.value ?? []" :key="one.id" :value="String(one.id)">
          {{ one.name }}
        </option>
      </select>
    </template>
    <label for="scale-name">Name</label>
    <Input id="scale-name" v-model:value="draft.name" v-focus :maxlength="80" />
    <Sentence :text="about('name')" />
    <label for="scale-idea">Idea in one sentence</label>
    <Input id="scale-idea" v-model:value="draft.idea" :maxlength="200" />
    <table class="plain rows">
      <thead>
        <tr>
          <th scope="col">Position</th>
          <th scope="col">Lead arm, degrees</th>
          <th scope="col">Cue</th>
          <th><span class="sr-only">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in draft.positions" :key="i">
          <td>
            <Input v-model:value="row.label" :maxlength="24" :aria-label="`Position ${i + 1}`" />
          </td>
          <td>
            <NumberField v-model="row.arm_deg" :aria-label="`Lead arm angle of position ${i + 1}`" />
          </td>
          <td><Input v-model:value="row.cue" :maxlength="200" :aria-label="`Cue ${i + 1}`" /></td>
          <td>
            <Button type="text" :aria-label="`Remove position ${i + 1}`" @click="draft.positions.splice(i, 1)"
              >✕</Button
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet">0° is the lead arm hanging straight down, 90° is level with the ground.</p>
    <label for="scale-longest">Longest controlled swing</label>
    <select id="scale-longest" v-model="draft.longest" class="native">
      <option value="">last before full</option>
      <option v-for="label in labels" :key="label">{{ label }}</option>
    </select>
    <p class="quiet">Longer swings are never suggested.</p>
    <Sentence :text="about('longest')" />
    <Sentence :text="about('positions', 'arm_deg', 'label', '')" />
    <div class="act">
      <Button @click="draft.positions.push(blank())">Add a position</Button>
      <Button type="primary" :loading="state.busy" @click="keep">Save scale</Button>
    </div>
    <p v-if="scale" class="quiet">Balls keep their arm angle when the scale changes.</p>
  </Drawer>
</template>

<style scoped>
label {
  display: block;
  font-weight: 600;
  margin: 0.7rem 0 0.2rem;
}
.native {
  width: 100%;
  min-height: 36px;
  font: inherit;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.rows {
  margin-top: 1rem;
}
.rows td,
.rows th {
  padding: 0.25rem 0.3rem 0.25rem 0;
  border: 0;
}
.act {
  display: flex;
  justify-content: space-between;
  margin-top: 1rem;
}
</style>
