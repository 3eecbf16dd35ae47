<script setup lang="ts">
/** Versions of the matrix, the printed card, and the phone card behind a private link. */
import { keys } from "@/shared/api/keys";
import { useQuery } from "@pinia/colada";
import { Button, Textarea } from "ant-design-vue";
import { computed, ref } from "vue";
import { cellName } from "@/shared/api/cells";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { useMatrix, useStudent } from "@/shared/api/queries";
import EmptyState from "@/shared/ui/EmptyState.vue";
import NoClubs from "@/shared/ui/NoClubs.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { momentWords, shortDay } from "@/shared/format/dates";
import { useUnits } from "@/shared/units/units";

const props = defineProps<{ studentId: string }>();
const path = { params: { path: { student_id: props.studentId } } };
const student = useStudent(() => props.studentId);
const matrix = useMatrix(() => props.studentId);
const units = useUnits(() => student.data.value?.units);
const versions = useQuery({
  key: () => keys.versions(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/versions", path)),
});
const links = useQuery({
  key: () => keys.links(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/links", path)),
});
const note = ref("");
const { error, run } = useSaving();
const made = ref<Schemas["LinkMade"] | null>(null);
const days = ref(180);
const form = ref("pocket");
const sides = ref(["yardage", "club"]);
const number = ref<number | null>(null);
const FORMS = {
  pocket: "pocket card, folded (148 × 105 mm)",
  tag: "bag tag (60 × 100 mm)",
  a4: "wall, A4",
  letter: "wall, Letter",
};
const SIDES = { yardage: "by yardage", club: "by club", ground: "the ground" };
const newest = computed(() => versions.data.value?.[0]);
const pdf = computed(() => {
  const query = new URLSearchParams({ form: form.value, sides: sides.value.join(",") });
  if (number.value) query.set("number", String(number.value));
  return `/api/students/${props.studentId}/card.pdf?${query.toString()}`;
});
const from = ref<number | null>(null);
const to = ref<number | null>(null);
const compared = ref<Schemas["DifferenceOut"][]>([]);

const publish = () =>
  run(async () => {
    const body = { note: note.value };
    await dataOf(api.POST("/api/students/{student_id}/versions", { ...path, body }));
    note.value = "";
    await versions.refetch();
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
const link = () =>
  run(async () => {
    const body = { days: days.value };
    made.value = await dataOf(api.POST("/api/students/{student_id}/links", { ...path, body }));
    await links.refetch();
  });
const end = (id: number) =>
  run(async () => {
    await dataOf(
      api.DELETE("/api/students/{student_id}/links/{link_id}", {
        params: { path: { student_id: props.studentId, link_id: id } },
      }),
    );
    made.value = null;
    await links.refetch();
  });
const moved = computed(() =>
  compared.value.filter(
    (d) => d.before_yd === null || d.after_yd === null || Math.abs(d.after_yd - d.before_yd) >= 0.5,
  ),
);
const yards = (v: number | null) => (v === null ? "–" : units.value.show(v));
const live = computed(() => (links.data.value ?? []).filter((l) => !l.revoked_at));
</script>

<template>
  <div class="page">
    <Sentence v-if="versions.error.value" :text="sentenceOf(versions.error.value)" />
    <Waiting v-else-if="!versions.data.value || !matrix.data.value" what="the card" />
    <NoClubs
      v-else-if="!matrix.data.value.clubs.length"
      :student-id="studentId"
      next="A card needs a measured wedge."
    />
    <template v-else>
      <div class="head">
        <h1>Card</h1>
        <span v-if="newest" class="quiet"
          >Version {{ newest.number }}, published {{ momentWords(newest.published_at) }}</span
        >
      </div>
      <Sentence :text="error" />
      <div class="columns">
        <section class="sheet">
          <h2>Publish</h2>
          <p v-if="matrix.data.value.waiting" class="quiet">
            {{ matrix.data.value.waiting }} balls wait for a review and would not be in it.
            <RouterLink :to="{ name: 'review', params: { studentId } }">Review</RouterLink>
          </p>
          <label for="note">Note to the student</label>
          <Textarea id="note" v-model:value="note" :rows="2" :maxlength="300" />
          <Button type="primary" class="act" @click="publish">Publish a version</Button>
          <EmptyState
            v-if="!versions.data.value.length"
            title="Nothing published"
            next="A published version never changes: it is what the student carries."
          />
          <ul>
            <li v-for="v in versions.data.value" :key="v.number">
              <b class="slab">v{{ v.number }}</b> {{ momentWords(v.published_at) }}
              <span class="quiet">{{ v.by }}</span>
              <p v-if="v.note" class="quiet">{{ v.note }}</p>
            </li>
          </ul>
          <template v-if="versions.data.value.length > 1">
            <h2>What moved</h2>
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
            <p v-if="from !== null && !moved.length" class="quiet">Nothing by half a yard.</p>
            <table v-else-if="moved.length" class="plain num">
              <tbody>
                <tr v-for="d in moved" :key="cellName(d.key)">
                  <td class="slab">{{ cellName(d.key) }}</td>
                  <td class="right">{{ yards(d.before_yd) }} → {{ yards(d.after_yd) }}</td>
                  <td :class="{ clay: d.real }">
                    {{ d.real ? "more than chance" : "within chance" }}
                  </td>
                </tr>
              </tbody>
            </table>
          </template>
        </section>
        <section class="sheet">
          <h2>On paper</h2>
          <template v-if="newest">
            <label v-for="(name, key) in FORMS" :key="key" class="row"
              ><input v-model="form" type="radio" :value="key" /> {{ name }}</label
            >
            <h3>Sides</h3>
            <label v-for="(name, key) in SIDES" :key="key" class="row"
              ><input v-model="sides" type="checkbox" :value="key" /> {{ name }}</label
            >
            <label class="row"
              >Version
              <select v-model="number">
                <option :value="null">the newest</option>
                <option v-for="v in versions.data.value" :key="v.number" :value="v.number">
                  v{{ v.number }}
                </option>
              </select></label
            >
            <p>
              <a v-if="sides.length" class="pdf" :href="pdf" target="_blank" rel="noopener"
                >Open the PDF</a
              >
              <span v-else class="quiet">Choose at least one side.</span>
            </p>
            <p class="quiet">Print at 100 %. In {{ units.unit === "m" ? "metres" : "yards" }}.</p>
          </template>
          <p v-else class="quiet">Publish a version, then print it.</p>
        </section>
        <section class="sheet">
          <h2>On the phone</h2>
          <p class="quiet">
            A private link to this student's card and nothing else. It works without a network after
            the first visit.
          </p>
          <p v-if="newest" class="row">
            <label class="row"
              >Lasts
              <input v-model.number="days" type="number" min="1" max="730" aria-label="Days" />
              days</label
            >
            <Button @click="link">Make a link</Button>
          </p>
          <div v-if="made" class="made">
            <img :src="made.qr" alt="QR code of the link" />
            <p>
              <a :href="made.url" target="_blank" rel="noopener">{{ made.url }}</a><br /><span
                class="quiet"
                >Shown this once.</span
              >
            </p>
          </div>
          <ul>
            <li v-for="l in live" :key="l.id" class="link">
              <span>made {{ shortDay(l.made_at) }}, ends {{ shortDay(l.expires_at) }}</span>
              <Button size="small" type="text" @click="end(l.id)">End it</Button>
            </li>
          </ul>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(20rem, 1fr));
  gap: 1.2rem;
  align-items: start;
}
.row {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  margin: 0.25rem 0;
}
.act {
  margin-top: 0.5rem;
}
h3,
ul + h2 {
  margin-top: 0.9rem;
}
label[for="note"] {
  display: block;
  margin: 0.4rem 0 0.2rem;
}
ul {
  list-style: none;
  margin: 0.6rem 0 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
  padding: 0.35rem 0;
}
.link {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
p {
  margin: 0.3rem 0;
}
.pdf {
  font-weight: 650;
  font-size: 1.1rem;
}
.clay {
  color: var(--clay);
}
input[type="number"] {
  width: 4.6rem;
  min-height: 36px;
  font: inherit;
  padding: 0 0.4rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.made img {
  width: 11rem;
  display: block;
  background: #fff;
}
.made a {
  overflow-wrap: anywhere;
}
</style>
