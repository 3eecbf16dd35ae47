<script setup lang="ts">
/** The coach's morning: who needs what, the neediest first. */
import Hint from "@/shared/ui/Hint.vue";
import { useQuery } from "@pinia/colada";
import { refDebounced, useLocalStorage, useNow, useTimeoutFn } from "@vueuse/core";
import { Button, Input } from "ant-design-vue";
import { computed, onUnmounted, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, useStudents, useWords, type Wanted } from "@/shared/api/queries";
import { useThread } from "@/features/first";
import { changing, key, useKeys } from "@/shared/keys/useKeys";
import { chosenStudent } from "@/shared/student/chosen";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import BringIn from "../components/BringIn.vue";
import StudentRow from "../components/StudentRow.vue";
import { useCheckUp } from "@/shared/api/checkUp";

const SEARCH_MS = 150;
const AGAIN_MS = 1500;
const MINUTE_MS = 60_000;
const SIZE = 50;

const router = useRouter();
const archived = ref(false);
const mine = useLocalStorage("oxgang-mine", false);
const search = ref("");
const asked = refDebounced(search, SEARCH_MS);
const show = ref<NonNullable<Wanted["show"]>>("all");
const page = ref(1);
const students = useStudents(() => ({
  search: asked.value,
  show: show.value,
  archived: archived.value,
  mine: mine.value,
  page: page.value,
  size: SIZE,
}));
const forget = useForgetStudent();
const { error, busy, save } = useSaving();
const words = useWords();
const checkUpBalls = computed(() => words.data.value?.check_up_balls ?? 0);
const bringing = ref(false);
const chosen = ref(-1);
const check = useCheckUp();

/** A reminder inside the page only: the coach's next session of today. */
const today = useQuery({
  key: keys.sessionsToday,
  query: () => dataOf(api.GET("/api/calendar", { params: { query: { days: 1 } } })),
});
const now = useNow({ interval: MINUTE_MS });
const next = computed(() =>
  today.data.value?.appointments.find(
    (a) => a.mine && new Date(a.starts_at).getTime() + a.minutes * MINUTE_MS > now.value.getTime(),
  ),
);
/** Alone in an academy everybody is one's own. */
const people = useQuery({ key: keys.people, query: () => dataOf(api.GET("/api/people")) });
const several = computed(() => (people.data.value?.people.length ?? 0) > 1);
const data = computed(() => students.data.value);
const rows = computed(() => data.value?.rows ?? []);
const pages = computed(() => Math.max(1, Math.ceil((data.value?.total ?? 0) / SIZE)));
const FILTERS = [
  { show: "all", label: "All" },
  { show: "due", label: "Due" },
  { show: "today", label: "Today" },
  { show: "waiting", label: "To confirm" },
  { show: "back", label: "Returned" },
  { show: "new", label: "New" },
] as const;

watch([asked, show, archived, mine], () => {
  page.value = 1;
  chosen.value = -1;
});
// Records or the day have moved on: have them looked at, and ask again.
const again = useTimeoutFn(() => void catchUp(), AGAIN_MS, { immediate: false });
async function catchUp(): Promise<void> {
  const left = await dataOf(api.POST("/api/students/catch-up")).catch(() => null);
  if (left?.behind) again.start();
  if (left) await students.refetch();
}
watch(data, (now, before) => {
  if (now?.behind && !before?.behind) void catchUp();
});

const restore = (id: string) =>
  save(async () => {
    await dataOf(api.POST("/api/students/{student_id}/restore", { params: { path: { student_id: id } } }));
    await forget(id);
  });
/** A made-up student to look at, and away again, by one action each. */
const example = () =>
  save(async () => {
    const made = await dataOf(api.POST("/api/example"));
    await forget(made.id);
    await router.push(`/s/${made.id}/matrix`);
  });
const noExample = () =>
  save(async () => {
    const id = data.value?.example;
    await dataOf(api.DELETE("/api/example"));
    if (id) await forget(id);
  });
const thread = useThread();
function firstDay(): void {
  thread.start();
  void router.push("/students/new");
}
function move(by: number): void {
  chosen.value = Math.max(0, Math.min(rows.value.length - 1, chosen.value + by));
  document.querySelector(`tbody tr:nth-child(${chosen.value + 1})`)?.scrollIntoView({
    block: "nearest",
  });
}
watch([chosen, rows], () => (chosenStudent.value = rows.value[chosen.value]?.id ?? ""));
onUnmounted(() => (chosenStudent.value = ""));
const picked = () => rows.value[chosen.value] ?? rows.value[0];
function start(): void {
  const row = picked();
  if (!row || row.archived) return;
  if (!row.clubs) void router.push(`/s/${row.id}/setup`);
  else void check.start(row.id, checkUpBalls.value);
}
const book = (id: string) => void router.push({ name: "calendar", query: { book: id } });
useKeys("Students", [
  key("↓", "next student", "ArrowDown", () => move(1)),
  key("↑", "previous student", "ArrowUp", () => move(-1)),
  key("Enter", "open the selected student's matrix", "Enter", () => {
    const row = picked();
    if (row) void router.push(`/s/${row.id}/matrix`);
  }),
  changing("c", "plan a check-up", "c", start),
  key("b", "book a session", "b", () => {
    const row = picked();
    if (row) book(row.id);
  }),
  key("n", "new student", "n", () => void router.push("/students/new")),
]);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ archived ? "Archived students" : "Students" }}</h1>
      <span v-if="next && !archived" class="next">
        <RouterLink to="/calendar">Next at {{ next.local }}</RouterLink
        >: {{ next.student }}{{ next.check_up ? `, check-up of ${next.check_up} balls` : "" }}
      </span>
      <span class="push buttons">
        <Button type="text" @click="bringing = !bringing">Import</Button>
        <Button type="text" @click="archived = !archived">{{
          archived ? "Back to the students" : "Archived"
        }}</Button>
        <Button @click="router.push('/students/new')">New student</Button>
      </span>
    </div>
    <BringIn v-if="bringing" @close="bringing = false" />
    <div v-if="data && ((data.counts['all'] ?? 0) > 0 || mine)" class="bar">
      <span v-if="several" class="filters" role="group" aria-label="Coach">
        <button type="button" :aria-pressed="mine" @click="mine = true">Mine</button>
        <button type="button" :aria-pressed="!mine" @click="mine = false">Everyone</button>
      </span>
      <span v-if="!archived" class="filters" role="group" aria-label="Show">
        <button
          v-for="filter in FILTERS"
          :key="filter.show"
          type="button"
          :aria-pressed="show === filter.show"
          @click="show = filter.show"
        >
          {{ filter.label }} <b class="num">{{ data.counts[filter.show] ?? 0 }}</b>
        </button>
      </span>
      <Input
        v-model:value="search"
        class="search"
        allow-clear
        placeholder="Search by name"
        aria-label="Search by name"
      />
      <span v-if="data.behind" class="quiet" role="status"
        >Updating {{ data.behind >= 100 ? "100 or more" : data.behind }}
        {{ data.behind === 1 ? "is" : "are" }}…</span
      >
    </div>
    <p v-if="data?.example && !archived" class="quiet">
      <RouterLink :to="`/s/${data.example}/matrix`">This is the example student.</RouterLink> is made up.
      <Button size="small" :loading="busy" @click="noExample">Delete example</Button>
    </p>
    <Sentence :text="error || check.error.value" />
    <Sentence v-if="students.error.value" :text="sentenceOf(students.error.value)" />
    <Waiting v-if="!data && !students.error.value" what="the students" />
    <template v-else-if="data">
      <EmptyState
        v-if="!data.counts['all']"
        :title="archived ? 'No archived students' : mine ? 'You have no students yet' : 'No students yet'"
        :next="archived ? '' : 'Add your first student and the wedges, then hit five balls.'"
      >
        <template v-if="!archived && !mine">
          <Button type="primary" @click="firstDay">Show me step by step</Button>
          <Button :loading="busy" @click="example">Open an example student</Button>
        </template>
      </EmptyState>
      <p v-else-if="!rows.length" class="quiet none">
        {{ search ? "No student with this name." : "Nobody. All done." }}
      </p>
      <div v-else class="sheet list">
        <table class="plain">
          <thead>
            <tr>
              <th scope="col">Student</th>
              <th scope="col"><Hint word="ground">Covered</Hint></th>
              <th scope="col"><Hint word="due">Check</Hint></th>
              <th scope="col">Last hit</th>
              <th scope="col">Sessions</th>
              <th scope="col"><span class="sr-only">Go to</span></th>
            </tr>
          </thead>
          <tbody>
            <StudentRow
              v-for="(row, i) in rows"
              :key="row.id"
              :row="row"
              :day="data.day"
              :check-up="checkUpBalls"
              :first="i === 0"
              :chosen="i === chosen"
              :busy="check.busy.value === row.id"
              :homework="data.homework[row.id] ?? null"
              @check-up="(balls) => check.start(row.id, balls)"
              @restore="restore(row.id)"
            />
          </tbody>
        </table>
      </div>
      <p v-if="pages > 1" class="pages num">
        <Button :disabled="page <= 1" @click="page--">Previous</Button>
        {{ (page - 1) * SIZE + 1 }} to {{ Math.min(page * SIZE, data.total) }} of {{ data.total }}
        <Button :disabled="page >= pages" @click="page++">Next</Button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.next {
  font-weight: 600;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
}
.bar {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 1rem;
  margin-bottom: 0.7rem;
}
.filters {
  display: flex;
  flex-wrap: wrap;
}
.filters button {
  min-height: 2.4rem;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-right-width: 0;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.filters button:first-child {
  border-radius: 3px 0 0 3px;
}
.filters button:last-child {
  border-right-width: 1px;
  border-radius: 0 3px 3px 0;
}
.filters button[aria-pressed="true"] {
  background: var(--accent);
  border-color: var(--accent);
  color: #fff;
}
.search {
  width: 16rem;
}
.list {
  padding: 0.3rem 0.6rem;
  overflow-x: auto;
}
.list :deep(tr:last-child td) {
  border-bottom: 0;
}
.none {
  padding: 1.5rem 0;
}
.pages {
  display: flex;
  align-items: center;
  gap: 0.8rem;
}
@media (max-width: 760px) {
  thead {
    display: none;
  }
  .search {
    width: 100%;
  }
  .filters {
    gap: 0.3rem;
  }
  .filters button {
    border-right-width: 1px;
    border-radius: 3px !important;
  }
}
</style>
