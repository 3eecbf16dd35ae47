<script setup lang="ts">
/** What was sent and what came back of it. */
import { Button } from "ant-design-vue";
import { betterWords, type Homework } from "@/shared/api/practice";
import { addressOf, PLAIN, shortName } from "@/shared/api/cells";
import { shortDay } from "@/shared/format/dates";
import { upper } from "@/shared/texts/texts";
import Hint from "@/shared/ui/Hint.vue";
import { useStudentContext } from "@/shared/student/context";

defineProps<{ homework: Homework[]; studentId: string }>();
const { texts } = useStudentContext();
defineEmits<{ close: [id: string]; back: [id: string]; call: [homework: Homework, row: number] }>();
type Row = Homework["rows"][number];
const what = (row: Row) => (row.shot ? shortName(addressOf({ ...PLAIN, ...row.shot })) : (row.swing ?? ""));
const missed = (row: Row) => row.done !== null && row.wanted != null && (row.done.points ?? 0) < row.wanted;
</script>

<template>
  <section>
    <h2><Hint word="homework">Homework</Hint></h2>
    <p v-if="!homework.length" class="quiet">
      No homework yet. Add rows and send them to the student's phone. Results come back here.
    </p>
    <article v-for="one in homework" :key="one.id" :class="{ closed: one.closed }">
      <div class="head">
        <h3>{{ one.title }}</h3>
        <span v-if="one.closed" class="quiet">done</span>
        <span v-else :class="one.late ? 'late' : 'quiet'"
          >{{ one.late ? "late, due" : "due" }} {{ shortDay(one.due_on).slice(0, -5) }}</span
        >
        <span v-if="!one.closed" class="push">
          <a :href="`/api/students/${studentId}/homework/${one.id}/sheet.pdf`" target="_blank" rel="noopener"
            >Print</a
          >
          <Button size="small" type="text" @click="$emit('back', one.id)">Withdraw</Button>
          <Button size="small" @click="$emit('close', one.id)">Mark as done</Button>
        </span>
      </div>
      <p v-if="one.cues" class="quiet">{{ one.cues }}</p>
      <table class="plain num">
        <tbody>
          <tr v-for="(row, i) in one.rows" :key="i">
            <td>{{ upper(texts.name("form", row.form)) }}, {{ row.balls }} balls</td>
            <td>
              {{ what(row) }} <span class="quiet">{{ row.cue }}</span>
            </td>
            <td class="right">
              <template v-if="row.done">
                <b :class="{ missed: missed(row) }">{{ row.done.points }} of {{ row.done.of }}</b
                ><span v-if="row.wanted != null" class="quiet">, goal {{ row.wanted }}</span>
                <span class="quiet below"
                  >par {{ row.done.par }}, {{ betterWords(row.done.better)
                  }}{{ row.done.score_only ? ", reported without balls" : ""
                  }}{{ row.done.clock_off ? ", the phone's clock was wrong" : "" }}</span
                >
              </template>
              <template v-else>
                <span class="quiet">not yet, par {{ row.par.par }}</span>
                <button v-if="!one.closed" type="button" @click="$emit('call', one, i)">Play it here</button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </article>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--line-strong);
  padding: 0.5rem 0 0.2rem;
}
.head {
  margin-bottom: 0.1rem;
}
.closed {
  color: var(--ink-2);
}
.late,
.missed {
  color: var(--clay);
  font-weight: 650;
}
.below {
  display: block;
}
p {
  margin: 0.1rem 0;
}
table.plain td {
  padding: 0.3rem 0.4rem 0.3rem 0;
}
button {
  border: 0;
  background: none;
  color: var(--accent);
  font: inherit;
  min-height: 32px;
  cursor: pointer;
}
</style>
