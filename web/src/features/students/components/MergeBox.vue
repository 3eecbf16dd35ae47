<script setup lang="ts">
/** The same person twice: the other record's balls, lessons, cards and links come into this one. */
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf } from "@/shared/api/client";
import { useForgetStudent, useStudent } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { count } from "@/shared/format/numbers";
import Sentence from "@/shared/ui/Sentence.vue";
import StudentField from "@/shared/ui/StudentField.vue";

const props = defineProps<{ studentId: string }>();
const emit = defineEmits<{ merged: [] }>();
const other = ref("");
const opened = ref(false);
const done = ref("");
const chosen = useStudent(() => other.value);
const name = computed(() => chosen.data.value?.name ?? "");
const forget = useForgetStudent();
const { error, busy, run } = useSaving();

async function merge(): Promise<void> {
  if (!other.value) return;
  const from = name.value;
  const went = await run(() =>
    dataOf(
      api.POST("/api/students/{student_id}/merge", {
        params: { path: { student_id: props.studentId } },
        body: { from_id: other.value },
      }),
    ),
  );
  if (!went) return;
  const stayed = went.stayed ? ` ${went.stayed} that both had stay in the archived record.` : "";
  done.value = `${count(went.balls, "ball")}, ${count(went.lessons, "lesson")} and ${count(went.cards, "card")} came from ${from}.${stayed} Undo it under History.`;
  await Promise.all([forget(props.studentId), forget(other.value)]);
  other.value = "";
  opened.value = false;
  emit("merged");
}
</script>

<template>
  <details class="sheet">
    <summary>Merge a duplicate</summary>
    <p>
      If this student was added twice, move everything from the other record here. The other record is
      archived. You can undo it under History.
    </p>
    <Sentence v-if="done" tone="quiet" :text="done" />
    <Button v-if="!opened" @click="opened = true">Choose the other record</Button>
    <form v-else @submit.prevent="merge">
      <label for="merge-student">Other record</label>
      <StudentField
        input-id="merge-student"
        :student-id="other"
        placeholder="Type a name"
        @choose="other = $event === studentId ? '' : $event"
      />
      <Sentence :text="error" />
      <p class="acts">
        <Button type="primary" html-type="submit" :disabled="!other" :loading="busy">{{
          name ? `Merge ${name} into this record` : "Merge"
        }}</Button>
        <Button type="text" @click="opened = false">Cancel</Button>
      </p>
    </form>
  </details>
</template>

<style scoped>
/* A long name wraps instead of leaving its sheet. */
.acts :deep(.ant-btn) {
  height: auto;
  white-space: normal;
}
summary {
  min-height: 44px;
  align-content: center;
  color: var(--accent);
  font-weight: 600;
  cursor: pointer;
}
</style>
