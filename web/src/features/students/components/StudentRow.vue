<script setup lang="ts">
/** One student of the morning: the ground, how the numbers stand, what is due and why, what next. */
import { Button } from "ant-design-vue";
import { computed } from "vue";
import type { StudentRow, StudentsPage } from "@/shared/api/queries";
import { clock, daysAgo, inDays, shortDay } from "@/shared/format/dates";
import { useAccount } from "@/features/account";
import { useTexts } from "@/shared/texts/texts";
import { percent } from "@/shared/format/numbers";
import SmallGround from "@/shared/ground/SmallGround.vue";

const props = defineProps<{
  row: StudentRow;
  day: string;
  checkUp: number;
  first: boolean;
  chosen: boolean;
  busy: boolean;
  homework: StudentsPage["homework"][string] | null;
}>();
defineEmits<{ checkUp: [balls: number]; restore: [] }>();

const texts = useTexts(() => props.row.units);
/** The hand where it is the rarer one. */
const about = computed(() => (props.row.hand === "left" ? "left-handed" : ""));
const mine = useAccount().coach?.name;
const settles = computed(() => {
  const { settles, wide } = props.row;
  if (!wide) return "";
  return settles < wide ? `would confirm ${settles} of ${wide}` : "";
});
/** Beside the first reason, which says what to do. */
const more = computed(() => props.row.reasons.slice(1, 3));
const homeworkWords = computed(() => {
  const { back = 0, late = 0 } = props.homework ?? {};
  const said = [];
  if (back) said.push(`${back} ${back === 1 ? "round" : "rounds"} returned`);
  if (late) said.push(late === 1 ? "homework is late" : `${late} homeworks are late`);
  const words = said.join(", ");
  return words.slice(0, 1).toUpperCase() + words.slice(1);
});
const today = computed(() => props.row.coming.find((c) => inDays(c.starts_at, props.day) === 0));
const balls = computed(() => today.value?.check_up || props.checkUp);
/** The next session; the calendar has the others. */
const coming = computed(() =>
  props.row.coming.slice(0, 1).map((c) => {
    const days = inDays(c.starts_at, props.day);
    const when = days === 0 ? "Today" : days === 1 ? "Tomorrow" : shortDay(c.starts_at).slice(0, -5);
    return { ...c, days, when: `${when} ${clock(c.starts_at)}`, who: c.coach.split(" ")[0] };
  }),
);
</script>

<template>
  <tr class="student" :class="{ chosen }">
    <td class="name">
      <RouterLink :id="`name-${row.id}`" :to="`/s/${row.id}/matrix`">{{ row.name }}</RouterLink>
      <span v-if="about" class="quiet small">{{ about }}</span>
    </td>
    <td class="ground">
      <template v-if="row.matters">
        <SmallGround :from="row.from_yd" :to="row.to_yd" :strips="row.ground" />
        <span class="small num"> {{ percent(row.covered) }} </span>
      </template>
      <span v-else class="quiet small">no carries yet</span>
    </td>
    <td class="why">
      <p v-if="homework && (homework.back || homework.late)" class="first">
        <RouterLink :to="`/s/${row.id}/practice?from=homework`">{{ homeworkWords }}</RouterLink>
      </p>
      <p v-if="row.reasons[0]" class="first">
        <span :class="{ clay: row.state === 'due' }">{{ texts.sentence(row.reasons[0]) }}</span>
      </p>
      <details v-if="more.length">
        <summary :aria-label="`${more.length} more reasons`">+{{ more.length }}</summary>
        <p v-for="(reason, i) in more" :key="i">{{ texts.sentence(reason) }}</p>
      </details>
      <p v-if="row.due_on && row.reasons[0]?.code === 'due-holds'" class="quiet">
        Due about {{ shortDay(row.due_on) }}
      </p>
    </td>
    <td class="small num">
      {{ row.balls ? daysAgo(row.last_hit) : "no balls yet" }}
    </td>
    <td class="small num coming">
      <span v-for="c in coming" :key="c.id" class="line" :class="{ today: c.days === 0 }">
        {{ c.when }} <span v-if="c.coach !== mine" class="quiet">{{ c.who }}</span>
      </span>
      <RouterLink
        v-if="!row.archived && (chosen || !coming.length)"
        class="book"
        :to="`/calendar?book=${row.id}`"
        aria-label="Book a session"
        :aria-describedby="`name-${row.id}`"
        >Book</RouterLink
      >
    </td>
    <td class="right go">
      <Button v-if="row.archived" size="small" @click="$emit('restore')">Restore</Button>
      <RouterLink v-else-if="row.waiting" :to="`/s/${row.id}/review`">Confirm</RouterLink>
      <RouterLink v-else-if="!row.clubs" :to="`/s/${row.id}/setup`">Add the bag</RouterLink>
      <RouterLink v-else-if="row.reasons[0]?.code === 'due-no-shot'" :to="`/s/${row.id}/shots`"
        >Choose shots</RouterLink
      >
      <RouterLink v-else-if="row.reasons[0]?.code === 'due-broken'" :to="`/s/${row.id}/history`"
        >History</RouterLink
      >
      <template v-else-if="row.state === 'due'">
        <Button :type="first ? 'primary' : 'default'" :loading="busy" @click="$emit('checkUp', balls)"
          >Check-up, {{ balls }} balls</Button
        >
        <span v-if="settles" class="quiet small line">{{ settles }}</span>
      </template>
      <RouterLink v-else :to="`/s/${row.id}/range`">Hit balls</RouterLink>
    </td>
  </tr>
</template>

<style scoped>
.student td {
  vertical-align: top;
}
.chosen td {
  background: var(--accent-soft);
}
.name {
  min-width: 11rem;
  max-width: 16rem;
}
.name a {
  font-family: var(--slab);
  font-weight: 650;
  font-size: 1.1rem;
  line-height: 1.2;
  color: var(--ink);
  text-decoration: none;
  display: block;
}
.name a:hover {
  text-decoration: underline;
}
.small {
  font-size: 0.93rem;
}
.ground {
  min-width: 14.5rem;
}
.ground svg {
  margin: 0.2rem 0 0.15rem;
}
.why p {
  margin: 0;
  line-height: 1.35;
}
.why .first {
  font-weight: 600;
}
.why p:not(.first) {
  color: var(--ink-2);
}
.clay {
  color: var(--clay);
}
.line {
  display: block;
}
.coming {
  white-space: nowrap;
}
.today {
  font-weight: 650;
}
.book {
  color: var(--ink-2);
}
.go {
  white-space: nowrap;
}
.go a {
  color: var(--accent);
}
@media (max-width: 760px) {
  tr {
    display: block;
    border-bottom: 1px solid var(--line-strong);
    padding: 0.5rem 0;
  }
  .student td {
    display: block;
    min-width: 0;
    width: auto;
    max-width: none;
    border: 0;
    padding: 0.15rem 0.2rem;
  }
  .student .go {
    text-align: left;
  }
}
</style>
