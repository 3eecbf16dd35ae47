<script setup lang="ts">
/** Whose student this is, and who else has the student among theirs. */
import { useQuery } from "@pinia/colada";
import { computed, ref } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, type Student } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { handedOverWords } from "@/shared/format/handedOver";
import Sentence from "@/shared/ui/Sentence.vue";

const props = defineProps<{ student: Student }>();
const forget = useForgetStudent();
const people = useQuery({ key: keys.people, query: () => dataOf(api.GET("/api/people")) });
const here = computed(() => people.data.value?.people.filter((p) => !p.left_at) ?? []);
const { busy, error, run } = useSaving();

const announcement = ref("");

async function write(put: () => Promise<Schemas["HandedOver"]>, to: string): Promise<void> {
  announcement.value = "";
  const done = await run(put);
  if (done?.students) announcement.value = handedOverWords(done, to);
  await forget(props.student.id);
}
function hand(event: Event): void {
  const coach_id = Number((event.target as HTMLSelectElement).value);
  const body = { coach_id, was: props.student.coach_id };
  const to = here.value.find((one) => one.id === coach_id)?.name ?? "";
  const params = { path: { student_id: props.student.id } };
  void write(() => dataOf(api.PUT("/api/students/{student_id}/coach", { params, body })), to);
}
function share(person_id: number): void {
  const body = { shared: !props.student.shared_with.includes(person_id) };
  const params = { path: { student_id: props.student.id, person_id } };
  void write(
    () => dataOf(api.PUT("/api/students/{student_id}/shared-with/{person_id}", { params, body })),
    "",
  );
}
</script>

<template>
  <div>
    <label for="whose">Main coach</label>
    <select id="whose" :value="student.coach_id ?? ''" :disabled="busy" @change="hand">
      <option v-if="!here.some((p) => p.id === student.coach_id)" :value="student.coach_id ?? ''">
        {{ student.coach ? `${student.coach}, who has left` : "nobody" }}
      </option>
      <option v-for="one in here.filter((p) => p.role !== 'assistant')" :key="one.id" :value="one.id">
        {{ one.name }}
      </option>
    </select>
    <p v-if="here.length > 1" class="shared">
      Also coached by
      <label v-for="one in here.filter((p) => p.id !== student.coach_id)" :key="one.id"
        ><input
          type="checkbox"
          :checked="student.shared_with.includes(one.id)"
          :disabled="busy"
          @change="share(one.id)"
        />
        {{ one.name }}</label
      >
    </p>
    <p v-if="announcement" role="status">{{ announcement }}</p>
    <Sentence :text="error" />
  </div>
</template>

<style scoped>
label[for] {
  font-weight: 600;
  margin-right: 0.6rem;
}
select {
  min-height: 40px;
}
.shared {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  margin: 0.6rem 0 0;
}
</style>
