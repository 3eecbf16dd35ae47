<script setup lang="ts">
import { Button } from "ant-design-vue";
import { ref, useTemplateRef } from "vue";
import { useRouter } from "vue-router";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useForgetStudent, useWords, useScales } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import DeferredMount from "@/shared/ui/DeferredMount.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { provideStudent } from "@/shared/student/context";
import BagTable from "../components/BagTable.vue";
import EventsPanel from "../components/EventsPanel.vue";
import FilesPanel from "../components/FilesPanel.vue";
import ScaleEditor from "../components/ScaleEditor.vue";
import OwnershipPanel from "../components/OwnershipPanel.vue";
import StudentForm, { type StudentDraft } from "../components/StudentForm.vue";

const props = defineProps<{ studentId: string }>();
const router = useRouter();
const { student } = provideStudent(() => props.studentId);
const scales = useScales();
const words = useWords();
const forget = useForgetStudent();
const details = useSaving();
const archive = useSaving();
const editing = ref<"own" | "this" | null>(null);
const one = { params: { path: { student_id: props.studentId } } };

const form = useTemplateRef<InstanceType<typeof StudentForm>>("form");
/** Only what changed is sent, with what was seen of it, so that two coaches do not undo each other. */
async function save(changed: Partial<StudentDraft>, was: Partial<StudentDraft>): Promise<void> {
  const body = { ...changed, was };
  const done = await details.save(async () => {
    await dataOf(api.PATCH("/api/students/{student_id}", { ...one, body }));
    await forget(props.studentId);
  });
  if (done || details.state.code !== "changed-meanwhile") return;
  await forget(props.studentId);
  form.value?.rebase();
}
function setArchived(away: boolean): void {
  void archive.save(async () => {
    await dataOf(
      away
        ? api.POST("/api/students/{student_id}/archive", one)
        : api.POST("/api/students/{student_id}/restore", one),
    );
    await forget(props.studentId);
  });
}
</script>

<template>
  <div class="page">
    <Sentence v-if="student.error.value" :text="sentenceOf(student.error.value)" />
    <Waiting v-else-if="!student.data.value || !scales.data.value || !words.data.value" what="the student" />
    <template v-else>
      <div class="head">
        <h1>{{ student.data.value.name }}</h1>
        <span v-if="student.data.value.archived" class="quiet">archived</span>
        <span class="push">
          <Button
            v-if="student.data.value.clubs.length"
            type="primary"
            @click="router.push({ name: 'range', params: { studentId } })"
            >Hit balls</Button
          >
        </span>
      </div>
      <div class="columns">
        <section class="sheet">
          <h2>Student</h2>
          <StudentForm
            :key="student.data.value.id"
            ref="form"
            :words="words.data.value"
            :student="student.data.value"
            :scales="scales.data.value"
            :busy="details.state.busy"
            :saved="details.state.saved"
            :about="details.about"
            action="Save"
            @save="save"
            @new-scale="editing = 'own'"
          />
          <p class="foot">
            <Button type="link" @click="editing = 'this'">Edit this scale</Button>
            <Button v-if="!student.data.value.archived" type="text" @click="setArchived(true)"
              >Archive student</Button
            >
            <Button v-else @click="setArchived(false)">Restore student</Button>
          </p>
          <Sentence
            v-if="student.data.value.archived"
            tone="quiet"
            text="Hidden from the list. Everything is saved."
          />
          <Sentence :text="archive.state.error" />
        </section>
        <div class="right">
          <DeferredMount
            ><section class="sheet">
              <h2>Bag</h2>
              <p v-if="!student.data.value.clubs.length" class="quiet">
                The bag is empty. Add each wedge with the loft stamped on it.
              </p>
              <BagTable :student="student.data.value" /></section
          ></DeferredMount>
          <DeferredMount
            ><section class="sheet">
              <h2>Coach</h2>
              <OwnershipPanel :student="student.data.value" /></section
          ></DeferredMount>
          <DeferredMount
            ><section class="sheet">
              <h2>Changes</h2>
              <EventsPanel :student="student.data.value" /></section
          ></DeferredMount>
          <DeferredMount
            ><section class="sheet">
              <h2>Files</h2>
              <FilesPanel :student-id="studentId" /></section
          ></DeferredMount>
        </div>
      </div>
      <ScaleEditor
        v-if="editing"
        :scale="editing === 'this' ? student.data.value.scale : undefined"
        @close="editing = null"
      />
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 26rem) minmax(0, 1fr);
  gap: 1.2rem;
  align-items: start;
}
.right {
  display: grid;
  gap: 1.2rem;
}
h2 {
  margin-bottom: 0.7rem;
}
.foot {
  display: flex;
  justify-content: space-between;
  margin: 1rem -0.9rem 0;
}
.sheet {
  overflow-x: auto;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
