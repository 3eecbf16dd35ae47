<script setup lang="ts">
/** Private links to the phone card. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { shortDay } from "@/shared/format/dates";
import Sentence from "@/shared/ui/Sentence.vue";

const props = defineProps<{ studentId: string; published: boolean }>();
const path = { params: { path: { student_id: props.studentId } } };
const links = useQuery({
  key: () => keys.links(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/links", path)),
});
const { error, run } = useSaving();
const made = ref<Schemas["LinkMade"] | null>(null);
const days = ref(180);
const live = computed(() => (links.data.value ?? []).filter((l) => !l.revoked_at));

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
</script>

<template>
  <section class="sheet">
    <h2>On the phone</h2>
    <p class="quiet">
      A private link to this student's card and nothing else. It works without a network after the
      first visit.
    </p>
    <p v-if="published" class="row">
      <label class="row"
        >Lasts
        <input v-model.number="days" type="number" min="1" max="730" aria-label="Days" />
        days</label
      >
      <Button @click="link">Make a link</Button>
    </p>
    <p v-else class="quiet">Publish a version first.</p>
    <Sentence :text="error" />
    <div v-if="made" class="made">
      <Sentence
        v-if="!made.reached"
        text="This address leads a phone to itself: nobody else can open it. Open Oxgang at the address that phones reach it by, or set the academy's public address (oxgang serve --address)."
      />
      <img :src="made.qr" alt="QR code of the link" />
      <p>
        <a :href="made.url" target="_blank" rel="noopener">{{ made.url }}</a><br /><span
          class="quiet"
          >Shown this once.</span
        >
      </p>
    </div>
    <ul>
      <li v-for="l in live" :key="l.id">
        <span>made {{ shortDay(l.made_at) }}, ends {{ shortDay(l.expires_at) }}</span>
        <Button size="small" type="text" @click="end(l.id)">End it</Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem;
}
p {
  margin: 0.3rem 0;
}
ul {
  list-style: none;
  margin: 0.4rem 0 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-top: 1px solid var(--line);
}
input {
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
