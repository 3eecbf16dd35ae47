<script setup lang="ts">
/** Standards of the house and one's own: choose one, keep what stands here as one. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { computed, ref } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import Sentence from "./Sentence.vue";

type Standard = Schemas["StandardOut"];
const props = defineProps<{
  kind: Schemas["StandardKind"];
  what: string;
  /** Whether the person may keep it for the whole house. */
  leads: boolean;
  current: () => Pick<Schemas["StandardIn"], "set_ups" | "card">;
}>();
const emit = defineEmits<{ choose: [standard: Standard] }>();

const cache = useQueryCache();
const all = useQuery({ key: keys.standards, query: () => dataOf(api.GET("/api/standards")) });
const mine = computed(() => (all.data.value ?? []).filter((s) => s.kind === props.kind));
const { busy, error, code, run } = useSaving();
const keeping = ref(false);
const name = ref("");
const house = ref(false);
const chosen = ref<number | "">("");

function choose(): void {
  const standard = mine.value.find((s) => s.id === chosen.value);
  if (standard) emit("choose", standard);
}
async function write(call: () => Promise<{ data?: Standard[] }>): Promise<void> {
  const now = await run(() => dataOf(call()));
  if (!now) return;
  cache.setQueryData(keys.standards, now);
  keeping.value = false;
  name.value = "";
}
/** What the name holds as this page knows it: something newer is not overwritten unseen. */
function known(): Schemas["StandardIn"]["was"] {
  const wanted = name.value.trim().toLowerCase();
  const one = mine.value.find((s) => s.name.toLowerCase() === wanted);
  return one ? (one.set_ups ?? one.card) : null;
}
async function save(): Promise<void> {
  const body = { kind: props.kind, name: name.value, house: house.value, ...props.current(), was: known() };
  await write(() => api.PUT("/api/standards", { body }));
  if (code.value === "changed-meanwhile") await all.refetch();
}
function drop(): void {
  const id = chosen.value;
  chosen.value = "";
  if (id !== "")
    void write(() => api.DELETE("/api/standards/{standard_id}", { params: { path: { standard_id: id } } }));
}
const may = computed(() => {
  const standard = mine.value.find((s) => s.id === chosen.value);
  return standard && (standard.ownership === "mine" || props.leads);
});
</script>

<template>
  <div class="standards">
    <label v-if="mine.length"
      >{{ what }}
      <select v-model="chosen" @change="choose">
        <option value="">current values</option>
        <option v-for="one in mine" :key="one.id" :value="one.id">
          {{ one.name }}{{ one.ownership === "house" ? " (house)" : "" }}
        </option>
      </select></label
    >
    <button v-if="may" type="button" :disabled="busy" @click="drop">Remove from list</button>
    <button v-if="!keeping" type="button" @click="keeping = true">Save as template…</button>
    <form v-else @submit.prevent="save">
      <input v-model="name" type="text" maxlength="80" placeholder="Name" aria-label="Name" />
      <label v-if="leads"><input v-model="house" type="checkbox" /> for the whole academy</label>
      <button type="submit" :disabled="busy || !name.trim()">Save</button>
      <button type="button" @click="keeping = false">Cancel</button>
    </form>
    <Sentence :text="error" />
  </div>
</template>

<style scoped>
.standards,
form {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem 0.7rem;
}
.standards {
  margin-bottom: 0.8rem;
}
button,
select,
input[type="text"] {
  min-height: 36px;
  padding: 0 0.6rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
}
button {
  cursor: pointer;
}
</style>
