<script setup lang="ts">
import { useQuery } from "@pinia/colada";
import { ref } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, useWords, useScales } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import ScaleEditor from "../components/ScaleEditor.vue";
import StudentForm, { type StudentDraft } from "../components/StudentForm.vue";

const router = useRouter();
const scales = useScales();
const words = useWords();
const forget = useForgetStudent();
const { state, save, about } = useSaving();
const editing = ref(false);
/** What the academy has set for a new student. */
const usual = useQuery({ key: keys.settings, query: () => dataOf(api.GET("/api/settings")) });

async function add(draft: StudentDraft): Promise<void> {
  let id = "";
  const done = await save(async () => {
    id = (await dataOf(api.POST("/api/students", { body: draft }))).id;
  });
  if (!done) return;
  await forget(id);
  await router.push({ name: "setup", params: { studentId: id } });
}
</script>

<template>
  <div class="page narrow">
    <div class="head"><h1>New student</h1></div>
    <Sentence v-if="scales.error.value" :text="sentenceOf(scales.error.value)" />
    <Waiting
      v-else-if="!scales.data.value || !words.data.value || !usual.data.value"
      what="the swing lengths"
    />
    <div v-else class="sheet">
      <StudentForm
        :words="words.data.value"
        :scales="scales.data.value"
        :usual="usual.data.value"
        :busy="state.busy"
        :saved="false"
        :about="about"
        action="Add, then the bag"
        @save="add"
        @new-scale="editing = true"
      />
    </div>
    <ScaleEditor v-if="editing" @close="editing = false" />
  </div>
</template>

<style scoped>
.narrow {
  max-width: 40rem;
}
</style>
