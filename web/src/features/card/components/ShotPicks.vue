<script setup lang="ts">
/** Shots taken in or out beside the card, and whether estimates may stand on it. */
import { computed } from "vue";
import { FIRST_WIDTH_YD, usePlayed } from "@/features/shots";
import { shotId } from "@/shared/api/cells";
import { api, dataOf } from "@/shared/api/client";
import { useForgetStudent } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { shotWords } from "@/shared/texts/shots";
import Sentence from "@/shared/ui/Sentence.vue";
import { useStudentContext } from "@/shared/student/context";

const props = defineProps<{ studentId: string }>();
const { profile, units, texts } = useStudentContext();
const forget = useForgetStudent();
const { shots, error, busy, choose } = usePlayed(props.studentId);
const saving = useSaving();

const listed = computed(() =>
  shots.value
    .filter((shot) => shot.play !== "neither" || (shot.let_in && shot.worth > 0))
    .sort((a, b) => a.carry_yd - b.carry_yd),
);
const estimates = computed(() => profile.value?.estimates_yd ?? null);
async function letIn(): Promise<void> {
  const fields = { estimates_yd: estimates.value === null ? FIRST_WIDTH_YD : null };
  await saving.save(async () => {
    await dataOf(
      api.PATCH("/api/students/{student_id}", {
        params: { path: { student_id: props.studentId } },
        body: { ...fields, was: { estimates_yd: estimates.value } },
      }),
    );
    await forget(props.studentId);
  });
}
</script>

<template>
  <fieldset>
    <legend>Shots</legend>
    <div class="list">
      <label v-for="shot in listed" :key="shotId(shot)" :class="{ out: shot.play !== 'played' }">
        <input
          type="checkbox"
          :checked="shot.play === 'played'"
          :disabled="busy"
          @change="choose([shot], shot.play === 'played' ? 'neither' : 'played')"
        />
        <b class="slab num">{{ units.show(shot.carry_yd) }}</b>
        <span>{{ shotWords(texts, shot) }}</span>
      </label>
    </div>
    <label
      ><input type="checkbox" :checked="estimates !== null" @change="letIn" /> estimates<template
        v-if="estimates !== null"
        >, up to ± {{ Number(units.show(estimates, 1)) }}</template
      ></label
    >
    <Sentence :text="error || saving.error.value" />
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0 0 0.9rem;
  padding: 0;
}
legend {
  font: 650 1.05rem var(--slab);
  padding: 0;
  margin-bottom: 0.2rem;
}
.list {
  max-height: 15rem;
  overflow-y: auto;
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
}
label {
  display: flex;
  align-items: center;
  gap: 0.45rem;
  min-height: 1.8rem;
}
label b {
  min-width: 1.6rem;
  text-align: right;
}
.out {
  color: var(--ink-2);
}
</style>
