<script setup lang="ts">
/** Groups of today, and a new one: who hits side by side. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button } from "ant-design-vue";
import dayjs from "dayjs";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { changing, key, useKeys } from "@/shared/keys/useKeys";
import Sentence from "@/shared/ui/Sentence.vue";
import StudentField from "@/shared/ui/StudentField.vue";
import Waiting from "@/shared/ui/Waiting.vue";

const router = useRouter();
const cache = useQueryCache();
const groups = useQuery({ key: keys.groups, query: () => dataOf(api.GET("/api/groups")) });
const sessions = useQuery({
  key: keys.sessionsToday,
  query: () => dataOf(api.GET("/api/calendar", { params: { query: { days: 1 } } })),
});
const earlier = useQuery({
  key: keys.groupsBefore,
  query: () => dataOf(api.GET("/api/groups/before")),
});
/** Nobody of them is in a group now. */
const again = computed(() =>
  (earlier.data.value ?? []).filter(
    (one) =>
      !groups.data.value?.some((open) =>
        one.students.some((student) => open.students.includes(student.name)),
      ),
  ),
);
const chosen = ref<{ id: string; name: string }[]>([]);
const { error, busy, run } = useSaving();
const MOST = 6;

/** Booked together for today, and not open yet. */
const booked = computed(() => {
  const found = new Map<string, { at: string; ids: string[]; names: string[] }>();
  for (const one of sessions.data.value?.appointments ?? []) {
    if (!one.together) continue;
    const group = found.get(one.together) ?? { at: one.local, ids: [], names: [] };
    group.ids.push(one.student_id);
    group.names.push(one.student);
    found.set(one.together, group);
  }
  return [...found].filter(
    ([, group]) =>
      group.ids.length > 1 &&
      !groups.data.value?.some((open) => group.names.every((name) => open.students.includes(name))),
  );
});
async function choose(id: string): Promise<void> {
  if (chosen.value.length >= MOST || chosen.value.some((one) => one.id === id)) return;
  const student = await dataOf(
    api.GET("/api/students/{student_id}", { params: { path: { student_id: id } } }),
  ).catch(() => null);
  if (student) chosen.value.push({ id, name: student.name });
}
async function open(students: string[], together: string | null = null): Promise<void> {
  const made = await run(() => dataOf(api.POST("/api/groups", { body: { students, together } })));
  if (!made) return;
  await askAgain(cache, keys.groups);
  void router.push({ name: "bays", params: { groupId: made.id } });
}
/** What is started with one key: what is booked for now, else the last group again. */
const nextUp = computed(() => {
  const [first] = booked.value;
  if (first) return { ids: first[1].ids, together: first[0] };
  const [last] = again.value;
  return last ? { ids: last.students.map((one) => one.id), together: null } : null;
});
useKeys("Groups", [
  changing("Enter", "start the booked group, or the last one again", "Enter", () => {
    if (nextUp.value) void open(nextUp.value.ids, nextUp.value.together);
  }),
  key("n", "choose students for a group", "n", () => document.getElementById("bay-student")?.focus()),
]);
</script>

<template>
  <div class="page narrow">
    <div class="head"><h1>Groups</h1></div>
    <p class="quiet">Two to six students on neighbouring mats, with one coach.</p>
    <Sentence v-if="groups.error.value" :text="sentenceOf(groups.error.value)" />
    <Waiting v-if="!groups.data.value && !groups.error.value" what="the groups" />
    <section v-if="groups.data.value?.length">
      <h2>On the range now</h2>
      <ul>
        <li v-for="group in groups.data.value" :key="group.id">
          <RouterLink :to="{ name: 'bays', params: { groupId: group.id } }">{{
            group.students.join(", ")
          }}</RouterLink>
          <span class="quiet num">since {{ dayjs(group.since).format("HH:mm") }}, {{ group.by }}</span>
        </li>
      </ul>
    </section>
    <section v-if="booked.length">
      <h2>Booked for today</h2>
      <ul>
        <li v-for="[together, group] in booked" :key="together">
          <span
            ><b class="slab num">{{ group.at }}</b> {{ group.names.join(", ") }}</span
          >
          <Button type="primary" :loading="busy" @click="open(group.ids, together)">Start</Button>
        </li>
      </ul>
    </section>
    <section v-if="again.length">
      <h2>Last group</h2>
      <ul>
        <li v-for="group in again" :key="group.students.map((one) => one.id).join()">
          <span
            >{{ group.students.map((one) => one.name).join(", ") }}
            <span class="quiet num">{{ dayjs(group.day).format("D MMM") }}</span></span
          >
          <Button :loading="busy" @click="open(group.students.map((one) => one.id))">Start again</Button>
        </li>
      </ul>
    </section>
    <section class="sheet">
      <h2>New group</h2>
      <label for="bay-student">Student for bay {{ chosen.length + 1 }}</label>
      <StudentField
        v-if="chosen.length < MOST"
        input-id="bay-student"
        student-id=""
        placeholder="Type a name"
        @choose="choose"
      />
      <ol>
        <li v-for="(one, i) in chosen" :key="one.id">
          <span
            ><b class="slab">{{ i + 1 }}</b> {{ one.name }}</span
          >
          <Button
            size="small"
            :aria-label="`Remove ${one.name}`"
            @click="chosen = chosen.filter((c) => c !== one)"
            >✕</Button
          >
        </li>
      </ol>
      <Sentence :text="error" />
      <Button
        type="primary"
        :disabled="chosen.length < 2"
        :loading="busy"
        @click="open(chosen.map((one) => one.id))"
        >Start with {{ chosen.length }}</Button
      >
      <span v-if="chosen.length < 2" class="quiet hint">Choose at least two.</span>
    </section>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 46rem;
}
ul,
ol {
  list-style: none;
  margin: 0.3rem 0 0.8rem;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 1rem;
  min-height: 48px;
  border-bottom: 1px solid var(--line);
}
label {
  display: block;
  font-weight: 600;
  margin: 0.5rem 0 0.2rem;
}
section {
  margin-top: 1rem;
}
.hint {
  margin-left: 0.8rem;
}
</style>
