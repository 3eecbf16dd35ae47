<script setup lang="ts">
/** The card itself beside the choices; versions, and the phone card behind a private link. */
import { useLeads } from "@/features/account";
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { Button, Textarea } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { useForgetStudent, useMatrix, useWords } from "@/shared/api/queries";
import { percent } from "@/shared/format/numbers";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent } from "@/shared/storage/own";
import { key, useKeys } from "@/shared/keys/useKeys";
import NoClubs from "@/shared/ui/NoClubs.vue";
import DeferredMount from "@/shared/ui/DeferredMount.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { momentWords } from "@/shared/format/dates";
import CardChoices from "../components/CardChoices.vue";
import CardSheets from "../components/CardSheets.vue";
import MovedList from "../components/MovedList.vue";
import StandardsBar from "@/shared/ui/StandardsBar.vue";
import { provideStudent } from "@/shared/student/context";
import ShotPicks from "../components/ShotPicks.vue";
import PhoneLinks from "../components/PhoneLinks.vue";
import { useCard } from "../composables/card";

const props = defineProps<{ studentId: string }>();
const leads = useLeads();
const path = { params: { path: { student_id: props.studentId } } };
const { units, texts } = provideStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const forget = useForgetStudent();
const words = useWords();
const { look, preview, pdf } = useCard(props.studentId);
const versions = useQuery({
  key: () => keys.versions(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/versions", path)),
});
/** Survives leaving the page. */
const { form: written, settle } = useFormDraft(ofStudent(props.studentId, draftName("card note")), {
  note: "",
});
const { error, busy, run } = useSaving();
const number = ref<number | null>(null);
const newest = computed(() => versions.data.value?.[0]);
const from = ref<number | null>(null);
const to = ref<number | null>(null);
const compared = ref<Schemas["DifferenceOut"][]>([]);

/** The phone's picks, lie by lie, so that the coach sees how far they are; "" when none is worked on. */
const working = ref("");
async function workOut(): Promise<void> {
  const lies = words.data.value?.pick.lies ?? [];
  try {
    for (const [at, lie] of lies.entries()) {
      working.value = `Preparing the phone: ${at + 1} of ${lies.length}`;
      await dataOf(
        api.GET("/api/students/{student_id}/pick/table", {
          params: { ...path.params, query: { lie } },
        }),
      );
    }
  } finally {
    working.value = "";
  }
}
const publish = () =>
  run(async () => {
    const { step, order, cues, run: runs } = look.value;
    const body = { note: written.note, step, order, cues, run: runs };
    await workOut();
    await dataOf(api.POST("/api/students/{student_id}/versions", { ...path, body }));
    settle({ note: "" });
    await Promise.all([versions.refetch(), preview.refetch(), forget(props.studentId)]);
  });
const compare = () =>
  run(async () => {
    compared.value = [];
    if (from.value === null) return;
    compared.value = await dataOf(
      api.GET("/api/students/{student_id}/versions/{number}/compare", {
        params: {
          path: { student_id: props.studentId, number: from.value },
          query: to.value === null ? {} : { to: to.value },
        },
      }),
    );
  });
useKeys("Card", [
  key("p", "go to Publish", "p", () => {
    document.getElementById("publish")?.focus();
  }),
  key("r", "run on or off", "r", () => (look.value = { ...look.value, run: !look.value.run })),
  key("q", "cues on or off", "q", () => (look.value = { ...look.value, cues: !look.value.cues })),
]);
</script>

<template>
  <div class="page">
    <Sentence v-if="versions.error.value" :text="sentenceOf(versions.error.value)" />
    <Sentence v-else-if="preview.error.value" :text="sentenceOf(preview.error.value)" />
    <Waiting v-else-if="!versions.data.value || !matrix.data.value || !preview.data.value" what="the card" />
    <NoClubs
      v-else-if="!matrix.data.value.clubs.length"
      :student-id="studentId"
      next="A card needs at least one measured wedge."
    />
    <template v-else>
      <div class="head">
        <h1>Card</h1>
        <span class="quiet num">
          {{ preview.data.value.played }} {{ preview.data.value.played === 1 ? "shot" : "shots" }} used,
          covering {{ percent(preview.data.value.reached) }} of the ground.
          <RouterLink :to="{ name: 'shots', params: { studentId } }">{{
            matrix.data.value.chosen ? "Choose shots" : "Suggested shots. Choose your own"
          }}</RouterLink>
        </span>
      </div>
      <Sentence :text="error" />
      <div class="columns">
        <details class="choices">
          <summary>Card form and shots</summary>
          <DeferredMount
            ><StandardsBar
              kind="card"
              what="Card form"
              :leads="leads"
              :current="
                () => ({
                  card: { step: look.step, order: look.order, cues: look.cues, run: look.run },
                })
              "
              @choose="(one) => one.card && (look = { ...look, ...one.card })"
          /></DeferredMount>
          <DeferredMount><CardChoices v-model="look" :unit="units.unit" /></DeferredMount>
          <DeferredMount><ShotPicks :student-id="studentId" /></DeferredMount>
        </details>
        <section class="sight">
          <CardSheets :sheets="preview.data.value.sheets" />
          <p class="quiet">Preview of the next card.</p>
          <template v-if="newest">
            <p class="row">
              <a class="pdf" :href="pdf(number)" target="_blank" rel="noopener">Open the PDF</a>
              <label class="row"
                >of
                <select v-model="number" aria-label="Version to print">
                  <option :value="null">the newest, v{{ newest.number }}</option>
                  <option v-for="v in versions.data.value" :key="v.number" :value="v.number">
                    v{{ v.number }}
                  </option>
                </select></label
              >
              <span class="quiet">Print at 100 %.</span>
            </p>
          </template>
        </section>
        <div class="side">
          <section class="sheet">
            <h2>Publish version {{ preview.data.value.next }}</h2>
            <ul v-if="preview.data.value.thin.length" class="thin">
              <li v-for="one in preview.data.value.thin" :key="one.code">{{ texts.sentence(one) }}.</li>
            </ul>
            <p v-if="matrix.data.value.waiting" class="quiet">
              {{ matrix.data.value.waiting }} balls aren't confirmed yet, so they aren't on this card.
              <RouterLink :to="{ name: 'review', params: { studentId } }">Confirm</RouterLink>
            </p>
            <template v-if="newest">
              <h3>Changes since version {{ newest.number }}</h3>
              <MovedList :moved="preview.data.value.moved" played />
            </template>
            <label for="note">Note to the student</label>
            <Textarea id="note" v-model:value="written.note" :rows="2" :maxlength="300" />
            <Button
              id="publish"
              type="primary"
              class="act"
              :loading="busy"
              :disabled="!preview.data.value.publishable"
              @click="publish"
              >Publish</Button
            >
            <p v-if="working" class="quiet" role="status">{{ working }}</p>
            <p class="quiet">A published card never changes.</p>
          </section>
          <DeferredMount><PhoneLinks :student-id="studentId" :published="!!newest" /></DeferredMount>
          <DeferredMount
            ><details v-if="versions.data.value.length" class="sheet">
              <summary>Versions</summary>
              <ul class="list">
                <li v-for="v in versions.data.value" :key="v.number">
                  <b class="slab">v{{ v.number }}</b> {{ momentWords(v.published_at) }}
                  <span class="quiet">{{ v.by }}</span>
                  <p v-if="v.note" class="quiet">{{ v.note }}</p>
                </li>
              </ul>
              <template v-if="versions.data.value.length > 1">
                <h3>What changed</h3>
                <p class="row">
                  from
                  <select v-model="from" aria-label="From version" @change="compare">
                    <option v-for="v in versions.data.value" :key="v.number" :value="v.number">
                      v{{ v.number }}
                    </option>
                  </select>
                  to
                  <select v-model="to" aria-label="To version" @change="compare">
                    <option :value="null">the newest</option>
                    <option v-for="v in versions.data.value" :key="v.number" :value="v.number">
                      v{{ v.number }}
                    </option>
                  </select>
                </p>
                <MovedList v-if="from !== null" :moved="compared" />
              </template></details
          ></DeferredMount>
        </div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: 13.5rem minmax(0, 1fr) 20rem;
  gap: 1.5rem;
  align-items: start;
}
.side {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
  margin: 0.25rem 0;
}
.act {
  margin-top: 0.5rem;
}
h3 {
  margin-top: 0.7rem;
}
label[for="note"] {
  display: block;
  margin: 0.6rem 0 0.2rem;
}
.list {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}
.list li {
  border-top: 1px solid var(--line);
  padding: 0.35rem 0;
}
.thin {
  margin: 0.4rem 0;
  padding: 0.4rem 0.6rem 0.4rem 1.6rem;
  background: var(--clay-soft);
  color: var(--ink);
}
p {
  margin: 0.3rem 0;
}
.pdf {
  font-weight: 650;
  font-size: 1.1rem;
}
select {
  min-height: 34px;
  font: inherit;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: 13.5rem minmax(0, 1fr);
  }
  .side {
    grid-column: 1 / -1;
  }
}
@media (max-width: 700px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .sight {
    order: -1;
  }
}
summary {
  min-height: 44px;
  align-content: center;
  color: var(--accent);
  font-weight: 600;
  cursor: pointer;
}
</style>
