<script setup lang="ts">
/** What the card was worth on the course: the shots that the student logged there, against what the pick
 * promised of each and against what the level needs. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed } from "vue";
import { useTeaches } from "@/features/account";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { shortDay } from "@/shared/format/dates";
import { useStudentContext } from "@/shared/student/context";
import Sentence from "@/shared/ui/Sentence.vue";
import CourseTable from "./CourseTable.vue";

const props = defineProps<{ from: string; to: string }>();
const { units, texts, studentId } = useStudentContext();
const course = useQuery({
  key: () => keys.course(studentId.value, props.from, props.to),
  query: () =>
    dataOf(
      api.GET("/api/students/{student_id}/course", {
        params: {
          path: { student_id: studentId.value },
          query: { from_day: props.from, to_day: props.to },
        },
      }),
    ),
});
const data = computed(() => course.data.value);
const level = computed(() => {
  const handicap = data.value?.handicap ?? 0;
  return handicap < 0 ? `+${-handicap}` : `handicap ${handicap}`;
});
const bands = computed(() =>
  (data.value?.bands ?? []).map(({ from_yd: from, to_yd: to, tally }) => ({
    name: `${units.value.show(from)} to ${units.value.show(to)}`,
    tally,
  })),
);
const shots = computed(() =>
  (data.value?.kinds ?? []).map(({ shot, failing, tally }) => ({
    name: shot,
    tally,
    flag: failing ? "misses more than on the range" : "",
  })),
);
const LATEST = 24;
const latest = computed(() => (data.value?.shots ?? []).slice(0, LATEST));
const ended = ({ finish, left_yd: left }: Schemas["CourseShotOut"]) => {
  const where = texts.value.name("finish", finish);
  return left === null || finish === "holed"
    ? where
    : `${where}, ${texts.value.format("course-left", { left_ft: 3 * left })}`;
};

const teaches = useTeaches();
const cache = useQueryCache();
const { error, busy, save } = useSaving();
async function remove(uid: string): Promise<void> {
  const done = await save(() =>
    dataOf(
      api.DELETE("/api/students/{student_id}/course/{uid}", {
        params: { path: { student_id: studentId.value, uid } },
      }),
    ),
  );
  if (done) await cache.invalidateQueries({ key: keys.student(studentId.value) });
}
</script>

<template>
  <details class="sheet">
    <summary>
      On the course
      <span v-if="data?.every.shots" class="quiet"
        >{{ data.every.on }} of {{ data.every.shots }} on the green</span
      >
    </summary>
    <Sentence v-if="course.error.value" :text="sentenceOf(course.error.value)" />
    <p v-else-if="!data" class="quiet">Loading…</p>
    <p v-else-if="!data.every.shots" class="quiet">
      Nothing logged in this period. Students log shots from the card on their phone.
    </p>
    <template v-else>
      <p>
        <b>{{ texts.say(data.verdict) }}</b>
      </p>
      <p>{{ texts.say(data.advice) }}</p>
      <CourseTable :what="`Pin, ${units.unit}`" :level="level" :rows="bands" />
      <CourseTable what="Shot" :level="level" :rows="shots" />
      <p class="quiet">
        Dot: what happened. Line: what the pick promised on the day. Bar: normal for that promise. To the
        hole: on average (promised). Strokes: saved a shot against published averages for this level (Broadie
        2012, from memory, other levels interpolated).
      </p>
      <details>
        <summary>Latest shots</summary>
        <Sentence v-if="error" :text="error" />
        <table class="plain num">
          <tbody>
            <tr v-for="shot in latest" :key="shot.uid">
              <td>{{ shortDay(shot.day) }}</td>
              <td class="right">{{ units.show(shot.pin_yd) }} {{ units.unit }}</td>
              <td>{{ shot.shot }}</td>
              <td>{{ ended(shot) }}</td>
              <td v-if="teaches" class="right">
                <Button type="text" :disabled="busy" @click="remove(shot.uid)">Delete</Button>
              </td>
            </tr>
          </tbody>
        </table>
      </details>
    </template>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
}
.sheet > summary {
  font: 650 1.2rem var(--slab);
}
.sheet > summary .quiet {
  margin-left: 0.6rem;
  font: 400 1rem var(--text);
}
p {
  margin: 0.5rem 0;
}
</style>
