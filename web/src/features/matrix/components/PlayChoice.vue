<script setup lang="ts">
/** Whether a shot is played, in work, or neither: one press. */
import { api, dataOf } from "@/shared/api/client";
import { useForgetStudent, type Cell } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import Sentence from "@/shared/ui/Sentence.vue";

const props = defineProps<{ studentId: string; cell: Cell }>();
const forget = useForgetStudent();
const { error, busy, run } = useSaving();
const CHOICES = { played: "Use", work: "Learn", neither: "Don't use" } as const;
type Play = keyof typeof CHOICES;

async function choose(play: Play): Promise<void> {
  const { club, swing, trajectory, spin, tempo, back_in, down_in } = props.cell;
  const shot = { club, swing, trajectory, spin, tempo, back_in, down_in };
  await run(() =>
    dataOf(
      api.POST("/api/students/{student_id}/played", {
        params: { path: { student_id: props.studentId } },
        body: { shots: [{ ...shot, play, was: props.cell.play }] },
      }),
    ),
  );
  await forget(props.studentId);
}
</script>

<template>
  <div class="plays" role="group" aria-label="On the card?">
    <button
      v-for="(words, play) in CHOICES"
      :key="play"
      type="button"
      :aria-pressed="cell.play === play"
      :disabled="busy"
      @click="choose(play)"
    >
      {{ words }}
    </button>
  </div>
  <Sentence :text="error" />
</template>

<style scoped>
.plays {
  display: flex;
  margin: 0.4rem 0;
}
button {
  flex: 1;
  min-height: 36px;
  border: 1px solid var(--line-strong);
  margin-left: -1px;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
button[aria-pressed="true"] {
  background: var(--field);
  color: var(--sheet);
  font-weight: 650;
}
</style>
