<script setup lang="ts">
/** Balls that another student hit: whose they were, and with which club where the bags differ. */
import { Button } from "ant-design-vue";
import { computed, ref, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { useForgetStudent, useStudent } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { count } from "@/shared/format/numbers";
import Sentence from "./Sentence.vue";
import StudentField from "./StudentField.vue";

const props = defineProps<{
  studentId: string;
  /** Which balls may be meant, in words; the first unless another is chosen. */
  choices: { label: string; balls: string[] }[];
}>();
const emit = defineEmits<{ done: [text: string]; leave: [] }>();

const which = ref(props.choices[0]?.label ?? "");
const balls = computed(() => props.choices.find((one) => one.label === which.value)?.balls ?? []);
const to = ref("");
const club = ref("");
const swing = ref("");
const other = useStudent(() => to.value);
const bag = computed(() => other.data.value?.clubs.filter((c) => c.in_use) ?? []);
const swings = computed(() => other.data.value?.scale.positions.map((p) => p.label) ?? []);
const asked = ref(new Set<string>());
const forget = useForgetStudent();
const { state, error, busy, run } = useSaving();
watch(to, () => {
  club.value = "";
  swing.value = "";
  asked.value = new Set();
});

async function move(): Promise<void> {
  if (!to.value) return;
  const body: Schemas["GiveIn"] = {
    to_id: to.value,
    balls: balls.value,
    club_id: club.value || null,
    swing: swing.value,
  };
  const answer = await run(async () => {
    const params = { path: { student_id: props.studentId } };
    return dataOf(api.PUT("/api/students/{student_id}/balls-of-another", { params, body }));
  });
  if (!answer) {
    asked.value = new Set([...asked.value, state.field]);
    return;
  }
  await Promise.all([forget(props.studentId), forget(to.value)]);
  const name = other.data.value?.name ?? "the other student";
  emit("done", `${count(answer.moved, "ball")} moved to ${name}. Undo it under History.`);
}
</script>

<template>
  <form class="wrong" @submit.prevent="move" @keydown.esc.stop="$emit('leave')">
    <label v-if="choices.length > 1"
      >Which
      <select v-model="which">
        <option v-for="choice in choices" :key="choice.label">{{ choice.label }}</option>
      </select></label
    >
    <label for="wrong-student">Who hit {{ balls.length === 1 ? "it" : "them" }}?</label>
    <StudentField
      input-id="wrong-student"
      :student-id="to"
      placeholder="Type a name"
      @choose="to = $event === studentId ? '' : $event"
    />
    <label v-if="asked.has('club_id')"
      >Club
      <select v-model="club">
        <option v-for="one in bag" :key="one.id" :value="one.id">{{ one.label }}</option>
      </select></label
    >
    <label v-if="asked.has('swing')"
      >Swing
      <select v-model="swing">
        <option v-for="one in swings" :key="one">{{ one }}</option>
      </select></label
    >
    <Sentence :text="error" />
    <span class="acts">
      <Button html-type="submit" type="primary" :disabled="!to" :loading="busy"
        >Move {{ count(balls.length, "ball") }}</Button
      >
      <Button type="text" @click="$emit('leave')">Cancel</Button>
    </span>
  </form>
</template>

<style scoped>
.wrong {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
  gap: 0.35rem;
  grid-column: 1 / -1;
  padding: 0.5rem 0.6rem;
  margin: 0.2rem 0;
  background: var(--accent-soft);
}
label {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
}
select {
  min-height: 34px;
  max-width: 100%;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  font: inherit;
  color: inherit;
}
</style>
