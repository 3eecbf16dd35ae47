<script setup lang="ts">
import { Button, Input } from "ant-design-vue";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useForgetStudent, useStudents } from "@/shared/api/queries";
import { key, useKeys } from "@/shared/keys/useKeys";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { daysAgo } from "@/shared/units/dates";

const router = useRouter();
const archived = ref(false);
const search = ref("");
const students = useStudents(archived);
const forget = useForgetStudent();
const error = ref("");

const rows = computed(() => {
  const wanted = search.value.trim().toLowerCase();
  return (students.data.value ?? []).filter((s) => s.name.toLowerCase().includes(wanted));
});

async function restore(id: string): Promise<void> {
  error.value = "";
  try {
    await dataOf(
      api.POST("/api/students/{student_id}/restore", { params: { path: { student_id: id } } }),
    );
    await forget(id);
  } catch (cause) {
    error.value = sentenceOf(cause);
  }
}
useKeys("Students", [key("n", "new student", "n", () => void router.push("/students/new"))]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ archived ? "Archived students" : "Students" }}</h1>
      <Input
        v-if="(students.data.value?.length ?? 0) > 8 || search"
        v-model:value="search"
        class="search"
        allow-clear
        placeholder="Filter by name"
        aria-label="Filter by name"
      />
      <span class="push buttons">
        <Button type="text" @click="archived = !archived">{{
          archived ? "Back to the students" : "Archived"
        }}</Button>
        <Button type="primary" @click="router.push('/students/new')">New student</Button>
      </span>
    </div>
    <Sentence :text="error" />
    <Sentence v-if="students.error.value" :text="sentenceOf(students.error.value)" />
    <Waiting v-else-if="!students.data.value" what="the students" />
    <EmptyState
      v-else-if="!students.data.value.length"
      :title="archived ? 'Nobody is archived' : 'No students yet'"
      :next="archived ? '' : 'Add the first one, put the wedges in the bag, then hit five balls.'"
    />
    <p v-else-if="!rows.length" class="quiet">No student of this name.</p>
    <div v-else class="sheet list">
      <table class="plain">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Swing lengths</th>
            <th scope="col" class="right">Clubs</th>
            <th scope="col" class="right">Balls</th>
            <th scope="col">Last on the range</th>
            <th scope="col"><span class="sr-only">Go to</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="student in rows" :key="student.id">
            <td class="name">
              <RouterLink :to="`/s/${student.id}/matrix`">{{ student.name }}</RouterLink>
              <span v-if="student.hand === 'left'" class="quiet"> left-handed</span>
            </td>
            <td>{{ student.scale }}</td>
            <td class="right">{{ student.clubs || "–" }}</td>
            <td class="right">{{ student.balls || "–" }}</td>
            <td>{{ student.balls ? daysAgo(student.last_hit) : "no balls yet" }}</td>
            <td class="right go">
              <Button v-if="archived" size="small" @click="restore(student.id)">Bring back</Button>
              <template v-else>
                <RouterLink v-if="!student.clubs" :to="`/s/${student.id}/setup`"
                  >Set up the bag</RouterLink
                >
                <RouterLink v-else :to="`/s/${student.id}/range`">Hit balls</RouterLink>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.search {
  width: 16rem;
}
.buttons {
  display: flex;
  gap: 0.5rem;
}
.list {
  padding: 0.3rem 0.6rem;
  overflow-x: auto;
}
td {
  white-space: nowrap;
}
.name {
  white-space: normal;
  min-width: 12rem;
}
.name a {
  font-family: var(--slab);
  font-weight: 650;
  font-size: 1.1rem;
  color: var(--ink);
}
tr:last-child td {
  border-bottom: 0;
}
a {
  color: var(--accent);
}
</style>
