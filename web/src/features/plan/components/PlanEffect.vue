<script setup lang="ts">
/** What a plan settles once it is hit, in the ground; without a plan the ground as it is. */
import { ref } from "vue";
import { sentenceOf } from "@/shared/api/client";
import type { Matrix, PlanItem, Student } from "@/shared/api/queries";
import GroundLegend from "@/shared/ground/GroundLegend.vue";
import GroundRows from "@/shared/ground/GroundRows.vue";
import TheGround from "@/shared/ground/TheGround.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import { useEffectOf } from "../composables/effect";

const props = defineProps<{ student: Student; matrix: Matrix | undefined; items: PlanItem[] }>();
const { ground, shown, rows, error } = useEffectOf({
  studentId: props.student.id,
  matrix: () => props.matrix,
  items: () => props.items,
});
/** A distance pointed at in the ground. */
const pinned = ref<number | null>(null);
</script>

<template>
  <section v-if="ground" class="no-print">
    <div class="head">
      <h2>{{ items.length ? "What it confirms" : "The ground now" }}</h2>
      <span v-if="items.length" class="quiet key"><i /> in this plan</span>
      <GroundLegend class="push" played :estimates="false" />
    </div>
    <Sentence v-if="error" tone="quiet" :text="sentenceOf(error)" />
    <GroundRows
      v-if="rows.length"
      title="Confirmed ground"
      about="of the distances measured within tolerance"
      :rows="rows"
      :from="student.from_yd"
      :to="student.to_yd"
    />
    <TheGround :matrix="ground" :shown="shown" :pinned="pinned" @pin="pinned = $event" />
  </section>
</template>

<style scoped>
.key i {
  display: inline-block;
  width: 1.5rem;
  height: 0.7rem;
  border: 2px solid var(--accent);
  background: var(--accent-soft);
}
</style>
