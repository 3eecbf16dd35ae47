<script setup lang="ts">
/** How the academy does: by coach, by level, over months; a student beside others. */
import { useQuery } from "@pinia/colada";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useTexts } from "@/shared/texts/texts";
import EmptyState from "@/shared/ui/EmptyState.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import StudentField from "@/shared/ui/StudentField.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import FigureTable from "../components/FigureTable.vue";

type By = Schemas["By"];
const texts = useTexts();
const by = ref<By>("coach");
const months = ref(12);
const MONTHS = [3, 6, 12, 24];
const figures = useQuery({
  key: () => keys.figures(by.value, months.value),
  query: () => dataOf(api.GET("/api/figures", { params: { query: { by: by.value, months: months.value } } })),
  placeholderData: (before: Schemas["FiguresOut"] | undefined) => before,
});
const one = ref("");
const other = ref("");
const beside = useQuery({
  key: () => keys.beside(one.value, other.value, months.value),
  query: () =>
    dataOf(
      api.GET("/api/figures/side-by-side", {
        params: {
          query: { student_id: one.value, other_id: other.value || null, months: months.value },
        },
      }),
    ),
  enabled: () => one.value !== "",
});
const level = (name: string) => (name ? `${texts.value.name("level", name)}s` : "");
const lines = computed(() =>
  (figures.data.value?.lines ?? []).map((line) => ({
    ...line,
    label:
      !line.key && !line.name
        ? line === figures.data.value?.lines[0]
          ? "The academy"
          : "nobody's"
        : by.value === "level"
          ? level(line.name)
          : line.name,
  })),
);
const pair = computed(() =>
  (beside.data.value?.lines ?? []).map((line, i) => ({
    ...line,
    label: i && !other.value ? `other ${level(line.name)}` : line.name,
  })),
);
const nothing = computed(() => lines.value[0]?.months.every((month) => !month.balls) ?? false);
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Figures</h1>
      <span class="filters" role="group" aria-label="Group by">
        <button type="button" :aria-pressed="by === 'coach'" @click="by = 'coach'">By coach</button>
        <button type="button" :aria-pressed="by === 'level'" @click="by = 'level'">By level</button>
      </span>
      <label
        >Months
        <select v-model.number="months">
          <option v-for="n in MONTHS" :key="n" :value="n">{{ n }}</option>
        </select></label
      >
      <span class="push">
        <a :href="`/api/figures/table.csv?by=${by}&months=${months}`" download>Download CSV</a>
      </span>
    </div>
    <Sentence v-if="figures.error.value" :text="sentenceOf(figures.error.value)" />
    <Waiting v-if="!figures.data.value && !figures.error.value" what="the figures" />
    <template v-if="figures.data.value">
      <p class="quiet">
        Ranges hold the true value 90 % of the time. Fewer than
        {{ figures.data.value.fewest_students }} students: hidden.
        <template v-if="figures.data.value.behind"
          >Updating {{ figures.data.value.behind }} students…</template
        >
      </p>
      <EmptyState
        v-if="nothing"
        title="No balls in these months"
        next="Balls count here once they're confirmed."
      />
      <section v-else class="sheet"><FigureTable :lines="lines" /></section>
      <h2>Compare students</h2>
      <div class="choose">
        <span
          ><label for="one">Student</label>
          <StudentField
            input-id="one"
            :student-id="one"
            placeholder="Type a name"
            @choose="(id) => (one = id)"
        /></span>
        <span
          ><label for="other">with</label>
          <StudentField
            input-id="other"
            :student-id="other"
            placeholder="others of the same level"
            @choose="(id) => (other = id)"
        /></span>
        <button v-if="other" type="button" class="plain" @click="other = ''">Back to the level</button>
      </div>
      <Sentence v-if="beside.error.value" :text="sentenceOf(beside.error.value)" />
      <section v-if="one && pair.length" class="sheet"><FigureTable :lines="pair" /></section>
    </template>
  </div>
</template>

<style scoped>
.filters button,
.plain {
  min-height: 40px;
  padding: 0 0.9rem;
  border: 1px solid var(--line-strong);
  background: var(--sheet);
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.filters [aria-pressed="true"] {
  background: var(--bar);
  color: var(--bar-ink);
}
select {
  min-height: 40px;
}
h2 {
  margin: 1.4rem 0 0.4rem;
}
.choose {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 0.5rem 1.2rem;
  margin-bottom: 0.8rem;
}
.choose > span {
  width: 18rem;
}
.choose label {
  display: block;
  font-weight: 600;
}
</style>
