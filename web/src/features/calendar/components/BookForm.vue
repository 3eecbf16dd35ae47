<script setup lang="ts">
/** Booking a session, or moving one. */
import { Button, Input, InputNumber } from "ant-design-vue";
import { computed } from "vue";
import { api, dataOf } from "@/shared/api/client";
import DayField from "@/shared/ui/DayField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import StudentField from "@/shared/ui/StudentField.vue";
import type { Draft } from "../composables/calendar";

const draft = defineModel<Draft>({ required: true });
defineProps<{ busy: boolean; error: string; field: string; name: string }>();
const emit = defineEmits<{ keep: []; leave: [] }>();

const day = computed({
  get: () => draft.value.day,
  set: (value: string | null) => (draft.value.day = value ?? draft.value.day),
});
const time = computed({
  get: () => draft.value.time,
  set: (value: string | null) => (draft.value.time = value ?? draft.value.time),
});
async function together(id: string): Promise<void> {
  if (id === draft.value.studentId || draft.value.others.some((o) => o.id === id)) return;
  const params = { path: { student_id: id } };
  const student = await dataOf(api.GET("/api/students/{student_id}", { params })).catch(() => null);
  if (student) draft.value.others = [...draft.value.others, { id, name: student.name }];
}
const without = (id: string) => (draft.value.others = draft.value.others.filter((one) => one.id !== id));
const CHECK_UPS = [0, 10, 15, 30, 45];
</script>

<template>
  <form class="sheet" @submit.prevent="emit('keep')">
    <h2>{{ draft.id ? `Move ${name}` : "Book a session" }}</h2>
    <template v-if="!draft.id">
      <label for="who">Student</label>
      <StudentField
        input-id="who"
        :student-id="draft.studentId"
        placeholder="Type a name"
        @choose="(id) => (draft.studentId = id)"
      />
      <p v-for="one in draft.others" :key="one.id" class="other">
        and {{ one.name }}
        <Button size="small" :aria-label="`Remove ${one.name}`" @click="without(one.id)">✕</Button>
      </p>
      <template v-if="draft.studentId && draft.others.length < 5">
        <label for="with">Together with</label>
        <StudentField
          :key="draft.others.length"
          input-id="with"
          student-id=""
          placeholder="nobody"
          @choose="together"
        />
      </template>
      <Sentence :text="['student_id', 'students'].includes(field) ? error : ''" />
    </template>
    <div class="pair">
      <div>
        <label for="day">Day</label>
        <DayField id="day" v-model="day" required />
      </div>
      <div>
        <label for="time">Time</label>
        <DayField id="time" v-model="time" kind="time" required />
      </div>
    </div>
    <Sentence :text="field === 'starts_at' ? error : ''" />
    <label for="minutes">Minutes</label>
    <InputNumber id="minutes" v-model:value="draft.minutes" :min="10" :max="480" :step="15" />
    <Sentence :text="field === 'minutes' ? error : ''" />
    <template v-if="!draft.id">
      <label for="weeks">Weeks in a row</label>
      <InputNumber id="weeks" v-model:value="draft.weeks" :min="1" :max="26" />
      <Sentence :text="field === 'weeks' ? error : ''" />
    </template>
    <label for="check">Check-up</label>
    <select id="check" v-model.number="draft.checkUp">
      <option v-for="n in CHECK_UPS" :key="n" :value="n">{{ n ? `${n} balls` : "none" }}</option>
    </select>
    <Sentence :text="field === 'check_up' ? error : ''" />
    <label for="note">Note</label>
    <Input id="note" v-model:value="draft.note" :maxlength="200" />
    <Sentence
      :text="
        ['student_id', 'students', 'starts_at', 'minutes', 'weeks', 'check_up'].includes(field) ? '' : error
      "
    />
    <p class="acts">
      <Button type="primary" html-type="submit" :loading="busy" :disabled="!draft.studentId">{{
        draft.id ? "Save" : "Book"
      }}</Button>
      <Button v-if="draft.id" type="text" @click="emit('leave')">Cancel</Button>
    </p>
  </form>
</template>

<style scoped>
label {
  display: block;
  font-weight: 600;
  margin: 0.7rem 0 0.2rem;
}
.pair {
  display: grid;
  grid-template-columns: auto auto;
  gap: 0.3rem;
}
.pair :deep(.when) {
  width: 100%;
  padding: 0 0.3rem;
}
.other {
  display: flex;
  align-items: center;
  justify-content: space-between;
  margin: 0.3rem 0 0;
}
.acts {
  margin: 1rem 0 0;
}
</style>
