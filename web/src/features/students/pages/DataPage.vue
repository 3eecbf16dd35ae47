<script setup lang="ts">
/** Whose data it is: what is kept of a student, taken along, agreed to, erased. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button, Input } from "ant-design-vue";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { useAccount } from "@/features/account";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { forgetReads } from "@/shared/api/lastRead";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, draftsOfStudent, ofStudent } from "@/shared/storage/own";
import { momentWords, shortDay } from "@/shared/format/dates";
import { provideStudent } from "@/shared/student/context";
import MergeBox from "../components/MergeBox.vue";
import DayField from "@/shared/ui/DayField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";

const props = defineProps<{ studentId: string }>();
const router = useRouter();
const cache = useQueryCache();
const account = useAccount();
const { texts } = provideStudent(() => props.studentId);
const path = { params: { path: { student_id: props.studentId } } };
const kept = useQuery({
  key: () => keys.dataInventory(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/data-inventory", path)),
});
const BLANK: Required<Schemas["ConsentBody"]> = {
  junior: false,
  guardian: "",
  contact: "",
  records_on: null,
  pictures_on: null,
  phone_on: null,
  note: "",
};
const filled = () => kept.data.value && { ...BLANK, ...kept.data.value.consent };
const {
  form: consent,
  changed,
  was,
  dirty,
  settle,
  rebase,
} = useFormDraft(ofStudent(props.studentId, draftName("consent")), BLANK, filled);
const writing = useSaving();
const erasing = useSaving();
const name = ref("");
const asked = ref(false);
const leads = computed(() => account.coach?.role === "head");
const teaches = computed(() => account.coach?.role !== "assistant");
const drafts = computed(() => (asked.value ? draftsOfStudent(props.studentId) : 0));
const DAYS = [
  { field: "records_on", words: "Records of balls and lessons" },
  { field: "pictures_on", words: "Pictures" },
  { field: "phone_on", words: "Link to the phone" },
] as const;

async function save(): Promise<void> {
  const body = { ...changed.value, was: was.value };
  const now = await writing.run(() =>
    dataOf(api.PATCH("/api/students/{student_id}/consent", { ...path, body })),
  );
  if (now) {
    cache.setQueryData(keys.dataInventory(props.studentId), now);
    settle({ ...BLANK, ...now.consent });
  } else if (writing.code.value === "changed-meanwhile") {
    // Told of the other coach's value: saving again is meant against that one.
    await kept.refetch();
    rebase(filled() ?? BLANK);
  }
}
async function erase(): Promise<void> {
  const gone = await erasing.run(() =>
    dataOf(api.POST("/api/students/{student_id}/erase", { ...path, body: { name: name.value } })),
  );
  if (!gone) return;
  // What this browser had read of the student goes too.
  await forgetReads();
  await askAgain(cache, keys.students);
  await router.replace({ name: "students" });
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Data</h1>
      <span class="quiet">{{ kept.data.value?.student }}</span>
      <span class="push">
        <a v-if="teaches" :href="`/api/students/${studentId}/everything.zip`" download
          >Everything as one file</a
        >
      </span>
    </div>
    <Sentence v-if="kept.error.value" :text="sentenceOf(kept.error.value)" />
    <Waiting v-if="!kept.data.value && !kept.error.value" what="the data" />
    <div v-if="kept.data.value" class="columns">
      <section class="sheet">
        <h2>Records since {{ shortDay(kept.data.value.since) }}</h2>
        <table class="plain">
          <tbody>
            <tr v-for="row in kept.data.value.records" :key="row.kind">
              <td>{{ texts.name("record", row.kind) }}</td>
              <td class="right num">{{ row.count.toLocaleString("en") }}</td>
              <td class="quiet num">
                {{ row.first ? shortDay(row.first) : ""
                }}{{ row.last && row.last !== row.first ? ` to ${shortDay(row.last)}` : "" }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="quiet">Opening this page and every download is in the history.</p>
        <h2>Links to the phone</h2>
        <p v-if="!kept.data.value.links.length" class="quiet">No links yet.</p>
        <p v-for="link in kept.data.value.links" :key="link.id" class="num">
          {{ shortDay(link.made_at) }}{{ link.made_by ? ` by ${link.made_by}` : "" }}:
          {{ link.revoked_at ? `ended ${shortDay(link.revoked_at)}` : `until ${shortDay(link.expires_at)}` }},
          opened {{ link.opened }} {{ link.opened === 1 ? "time" : "times"
          }}{{ link.opened_at ? `, last ${momentWords(link.opened_at)}` : "" }}
        </p>
      </section>
      <section class="sheet">
        <h2>Guardian and consent</h2>
        <fieldset :disabled="!teaches">
          <p>
            <label class="tick"><input v-model="consent.junior" type="checkbox" /> a junior</label>
          </p>
          <label for="guardian">Guardian</label>
          <Input id="guardian" v-model:value="consent.guardian" :maxlength="120" />
          <Sentence :text="writing.about('guardian')" />
          <label for="contact">How to reach the guardian</label>
          <Input id="contact" v-model:value="consent.contact" :maxlength="200" />
          <template v-for="day in DAYS" :key="day.field">
            <label :for="day.field">{{ day.words }}, agreed on</label>
            <DayField :id="day.field" v-model="consent[day.field]" />
            <Sentence :text="writing.about(day.field)" />
          </template>
          <label for="consent-note">Note</label>
          <Input id="consent-note" v-model:value="consent.note" :maxlength="200" />
          <Sentence :text="writing.about('', 'junior', 'contact', 'note')" />
          <p class="acts">
            <Button type="primary" :disabled="!dirty" :loading="writing.busy.value" @click="save"
              >Save</Button
            >
            <span v-if="writing.state.saved && !dirty" role="status">Saved.</span>
          </p>
        </fieldset>
        <p class="quiet">Local law says who has to agree to what.</p>
      </section>
      <MergeBox v-if="teaches" :student-id="studentId" @merged="kept.refetch()" />
      <details class="sheet" :open="!!kept.data.value.over_on || undefined">
        <summary>Delete permanently</summary>
        <p v-if="kept.data.value.over_on">
          Past the academy's storage limit on {{ shortDay(kept.data.value.over_on) }}.
        </p>
        <p>
          Deletes every record above, pictures, links and history. This can't be undone, and balls still
          waiting on a tablet are refused. To keep everything, archive the student instead.
        </p>
        <template v-if="kept.data.value.mentions.length">
          <p>
            The name also appears in texts about other students. Deleting doesn't change those. Edit them
            first if needed.
          </p>
          <ul class="mentions">
            <li v-for="(one, at) in kept.data.value.mentions" :key="at">
              <RouterLink
                v-if="one.student_id"
                :to="{ name: 'history', params: { studentId: one.student_id } }"
                >{{ one.student }}</RouterLink><template v-if="one.student_id">, </template
              >{{ texts.name("mention", one.kind) }}: “{{ one.text }}”
            </li>
          </ul>
        </template>
        <p v-if="drafts">
          {{ drafts === 1 ? "A draft" : `${drafts} drafts` }} on this device about the student
          {{ drafts === 1 ? "is" : "are" }} deleted too.
        </p>
        <p class="quiet">
          Other tablets and phones delete their copies when they next connect. In the history the name becomes
          "an erased student".
        </p>
        <p class="quiet">
          {{
            kept.data.value.backups.length
              ? `Copies of the database that still hold the student: ${kept.data.value.backups.map((one) => `${one.name} (${shortDay(one.on)})`).join(", ")}.`
              : "There are no copies of the database."
          }}
          Oxgang deletes its own copies after 90 days. Your own backups keep the student until you delete
          them.
        </p>
        <p v-if="!leads" class="quiet">Only a head coach can delete a student.</p>
        <Button v-else-if="!asked" danger @click="asked = true">Delete…</Button>
        <form v-else @submit.prevent="erase">
          <label for="erase-name">Type {{ kept.data.value.student }}</label>
          <Input id="erase-name" v-model:value="name" autocomplete="off" />
          <Sentence :text="erasing.error.value" />
          <p class="acts">
            <Button
              danger
              type="primary"
              html-type="submit"
              :disabled="!name.trim()"
              :loading="erasing.busy.value"
              >Delete permanently</Button
            >
            <Button type="text" @click="asked = false">Cancel</Button>
          </p>
        </form>
      </details>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(19rem, 100%), 1fr));
  gap: 1.2rem;
  align-items: start;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
label {
  display: block;
  font-weight: 600;
  margin: 0.7rem 0 0.2rem;
}
.tick {
  display: inline;
  font-weight: 400;
}
h2 {
  margin: 1rem 0 0.4rem;
}
h2:first-child {
  margin-top: 0;
}
.mentions {
  padding-left: 1.1rem;
  margin: 0.3rem 0 0.8rem;
}
.acts {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  margin: 0.9rem 0 0;
}
summary {
  min-height: 44px;
  align-content: center;
  color: var(--accent);
  font-weight: 600;
  cursor: pointer;
}
</style>
