<script setup lang="ts">
/** A new student with a bag to begin with, a scale and a school chosen by their pictures. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { ref, useTemplateRef } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useForgetStudent, useWords, useScales } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName } from "@/shared/storage/own";
import { useThread } from "@/features/first";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import BagChoice, { type BagClub } from "../components/BagChoice.vue";
import PictureChoice from "../components/PictureChoice.vue";
import ScaleEditor from "../components/ScaleEditor.vue";
import SchoolPicture from "../components/SchoolPicture.vue";
import StudentForm, { type StudentDraft } from "../components/StudentForm.vue";

const router = useRouter();
const scales = useScales();
const words = useWords();
const forget = useForgetStudent();
const thread = useThread();
const { state, save, about } = useSaving();
const editing = ref(false);
/** What the academy has set for a new student. */
const usual = useQuery({ key: keys.settings, query: () => dataOf(api.GET("/api/settings")) });
interface Beginning {
  clubs: BagClub[];
  school: Schemas["School"];
}
const blank = (): Beginning => ({ clubs: [], school: usual.data.value?.school ?? "shallow" });
const { form: beginning, settle } = useFormDraft(draftName("new-bag"), blank(), () =>
  usual.data.value ? blank() : undefined,
);
const form = useTemplateRef<InstanceType<typeof StudentForm>>("form");
const SCHOOLS: { id: Schemas["School"]; title: string; hint: string }[] = [
  { id: "shallow", title: "Shallow", hint: "ball near the middle, shaft nearly upright" },
  { id: "ball-back", title: "Ball back", hint: "ball back, handle forward" },
];

/** Somebody has this name already: what was to be added, until the coach says whether it is meant. */
const doubled = ref<StudentDraft | null>(null);
async function add(draft: StudentDraft, namesake = false): Promise<void> {
  doubled.value = null;
  let id = "";
  // An empty loft is sent as 0, which the server refuses with its own sentence.
  const clubs = beginning.clubs.map(({ label, loft_deg }) => ({ label, loft_deg: loft_deg ?? 0 }));
  const done = await save(async () => {
    const body = { ...draft, school: beginning.school, clubs, namesake };
    id = (await dataOf(api.POST("/api/students", { body }))).id;
  });
  if (!done) {
    if (state.code === "confirm") doubled.value = draft;
    return;
  }
  form.value?.clear();
  settle(blank());
  await forget(id);
  thread.began(id);
  const place = clubs.length ? (thread.on.value ? "range" : "matrix") : "setup";
  await router.push({ name: place, params: { studentId: id } });
}
</script>

<template>
  <div class="page">
    <div class="head"><h1>New student</h1></div>
    <Sentence v-if="scales.error.value" :text="sentenceOf(scales.error.value)" />
    <Waiting
      v-else-if="!scales.data.value || !words.data.value || !usual.data.value"
      what="the swing lengths"
    />
    <div v-else class="columns">
      <div class="sheet">
        <StudentForm
          ref="form"
          :words="words.data.value"
          :scales="scales.data.value"
          :usual="usual.data.value"
          :busy="state.busy"
          :saved="false"
          :about="about"
          action="Add"
          @save="(draft) => add(draft)"
          @new-scale="editing = true"
        />
        <Button v-if="doubled" @click="add(doubled, true)">Add a second {{ doubled.name }}</Button>
      </div>
      <div class="sheet">
        <BagChoice
          v-model="beginning.clubs"
          :bags="words.data.value.bags"
          :problem="about('label', 'loft_deg', 'clubs', 'bounce_deg')"
        />
        <PictureChoice v-model="beginning.school" name="school" label="Set-up" :choices="SCHOOLS">
          <template #default="{ id }"><SchoolPicture :school="id" /></template>
        </PictureChoice>
        <p class="quiet">Both are taught. You can change it under Flight.</p>
        <Sentence :text="about('school')" />
      </div>
    </div>
    <ScaleEditor v-if="editing" @close="editing = false" />
  </div>
</template>

<style scoped>
.page {
  max-width: 76rem;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 1.2rem;
  align-items: start;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
