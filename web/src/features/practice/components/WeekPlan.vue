<script setup lang="ts">
/** What to practise next, spread over a week, each row with its reason. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { addressOf, PLAIN, shortName } from "@/shared/api/cells";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import type { Row } from "@/shared/api/practice";
import { weekday } from "@/shared/format/dates";
import { upper } from "@/shared/texts/texts";
import Sentence from "@/shared/ui/Sentence.vue";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{ studentId: string }>();
const { texts } = useStudentContext();
const days = defineModel<number>("days", { required: true });
defineEmits<{ use: [rows: Row[], day: string] }>();
const week = useQuery({
  key: () => keys.weekOf(props.studentId, days.value),
  query: () =>
    dataOf(
      api.GET("/api/students/{student_id}/week", {
        params: { path: { student_id: props.studentId }, query: { days: days.value } },
      }),
    ),
  placeholderData: (before: Schemas["DayOut"][] | undefined) => before,
});
const what = ({ row }: Schemas["WeekPart"]) => {
  const form = texts.value.name("form", row.form);
  return row.shot ? `${shortName(addressOf({ ...PLAIN, ...row.shot }))}, ${form}` : upper(form);
};
</script>

<template>
  <section>
    <div class="head">
      <h2>Suggested</h2>
      <label class="quiet push"
        >Days
        <select v-model.number="days" aria-label="Days a week">
          <option v-for="n in 4" :key="n" :value="n">{{ n }}</option>
        </select></label
      >
    </div>
    <Sentence v-if="week.error.value" :text="sentenceOf(week.error.value)" tone="quiet" />
    <component
      :is="i ? 'details' : 'div'"
      v-for="(day, i) in week.data.value ?? []"
      :key="day.day"
      :aria-label="weekday(day.day)"
    >
      <summary v-if="i">{{ weekday(day.day).split(" ")[0] }}, {{ day.balls }} balls</summary>
      <h3 v-else>
        {{ weekday(day.day).split(" ")[0] }} <span class="quiet num">{{ day.balls }} balls</span>
      </h3>
      <p v-for="(part, n) in day.parts" :key="n" class="num">
        <b>{{ part.row.balls }} × {{ what(part) }}:</b>{{ " " }}
        <span class="quiet">{{ texts.say(part.because) }}</span>
      </p>
      <Button
        :type="i ? 'default' : 'primary'"
        @click="
          $emit(
            'use',
            day.parts.map((part) => part.row),
            day.day,
          )
        "
        >Use this day</Button
      >
    </component>
    <p class="quiet">Never over the ball limit, and half of it for six weeks after an injury.</p>
  </section>
</template>

<style scoped>
article {
  border-top: 1px solid var(--line);
  padding: 0.3rem 0;
}
.head {
  margin: 0;
}
p {
  margin: 0.05rem 0;
  line-height: 1.3;
}
summary {
  min-height: 40px;
  align-content: center;
  color: var(--accent);
  cursor: pointer;
}
</style>
