<script setup lang="ts">
/** Who changed what and when; any of it taken back, and done again. */
import { keys } from "@/shared/api/keys";
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useTexts } from "@/shared/texts/texts";
import { useSaving } from "@/shared/api/saving";
import { useForgetStudent, useStudent, askAgain } from "@/shared/api/queries";
import { changing, useKeys } from "@/shared/keys/useKeys";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { clock, shortDay } from "@/shared/format/dates";

const PAGE = 100;
/** Of a student; or without one, of what belongs to the whole academy. */
const props = defineProps<{ studentId?: string }>();
const student = useStudent(() => props.studentId ?? "");
const forget = useForgetStudent();
const page = ref(1);
const log = useQuery({
  key: () => keys.history(props.studentId ?? "academy", page.value),
  query: () => {
    const query = { page: page.value };
    if (!props.studentId) return dataOf(api.GET("/api/history", { params: { query } }));
    const path = { student_id: props.studentId };
    return dataOf(api.GET("/api/students/{student_id}/history", { params: { path, query } }));
  },
});
const cache = useQueryCache();
const { error, run } = useSaving();
const texts = useTexts(() => student.data.value?.units);
const busy = ref(0);
const entries = computed(() => log.data.value?.entries ?? []);
const byDay = computed(() => {
  const days = new Map<string, typeof entries.value>();
  for (const entry of entries.value) {
    const day = shortDay(entry.at);
    days.set(day, [...(days.get(day) ?? []), entry]);
  }
  return [...days];
});

async function undo(id: number): Promise<void> {
  busy.value = id;
  await run(async () => {
    await dataOf(api.POST("/api/history/{entry_id}/undo", { params: { path: { entry_id: id } } }));
    await forget(props.studentId ?? "academy");
    // A scale belongs to many students.
    if (!props.studentId) await askAgain(cache);
  });
  busy.value = 0;
}
useKeys("History", [
  changing("u", "undo the last change", "u", () => {
    const last = entries.value.find((e) => e.can_undo && !e.undoes);
    if (last) void undo(last.id);
  }),
]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>History</h1>
      <span class="quiet">{{ studentId ? student.data.value?.name : "scales, devices and sign-ins" }}</span>
      <RouterLink v-if="studentId" class="push" to="/history">Academy history</RouterLink>
    </div>
    <Sentence :text="error" />
    <Sentence v-if="log.error.value" :text="sentenceOf(log.error.value)" />
    <Waiting v-if="!log.data.value && !log.error.value" what="the history" />
    <EmptyState
      v-else-if="log.data.value && !entries.length"
      title="No changes yet"
      :next="
        studentId
          ? 'Every change to this student\'s bag, balls and set-ups appears here.'
          : 'Changes to scales and devices, and sign-ins, appear here.'
      "
    />
    <div v-else class="sheet">
      <section v-for="[day, rows] in byDay" :key="day">
        <h2>{{ day }}</h2>
        <ul>
          <li v-for="entry in rows" :key="entry.id" :class="{ undone: entry.undone }">
            <span class="num quiet">{{ clock(entry.at) }}</span>
            <span class="words">{{ texts.did(entry.did) }}</span>
            <span class="quiet by">{{ entry.by }}</span>
            <span class="act">
              <Button
                v-if="entry.can_undo"
                size="small"
                :loading="busy === entry.id"
                @click="undo(entry.id)"
                >{{ entry.undoes ? "Redo" : "Undo" }}</Button
              >
              <span v-else-if="entry.undone" class="quiet">undone</span>
            </span>
          </li>
        </ul>
      </section>
    </div>
    <p v-if="(log.data.value?.total ?? 0) > PAGE" class="num">
      <Button :disabled="page <= 1" @click="page--">Newer</Button>
      <Button :disabled="page * PAGE >= (log.data.value?.total ?? 0)" @click="page++">Older</Button>
    </p>
  </div>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  margin: 0.9rem 0 0.2rem;
}
section:first-child h2 {
  margin-top: 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 3.5rem minmax(0, 1fr) 10rem 8rem;
  gap: 0.6rem;
  align-items: center;
  min-height: 2.4rem;
  border-bottom: 1px solid var(--line);
}
.words {
  overflow-wrap: anywhere;
}
.undone .words {
  text-decoration: line-through;
  color: var(--ink-2);
}
.act {
  text-align: right;
}
@media (max-width: 760px) {
  li {
    grid-template-columns: 3.5rem minmax(0, 1fr) auto;
    padding: 0.3rem 0;
  }
  .words {
    grid-column: 2 / -1;
  }
  .by {
    grid-column: 2;
  }
}
</style>
