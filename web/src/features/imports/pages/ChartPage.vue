<script setup lang="ts">
/** A chart that a coach has on paper, typed into the student's grid. */
import { provideStudent } from "@/shared/student/context";
import ChartForm from "../components/ChartForm.vue";

const props = defineProps<{ studentId: string }>();
provideStudent(() => props.studentId);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Chart</h1>
      <span class="quiet"
        >Enter the numbers you have on paper. They make a card today, and balls replace them later.</span
      >
      <RouterLink class="push" :to="{ name: 'import', params: { studentId } }">From a file</RouterLink>
    </div>
    <ChartForm />
  </div>
</template>
