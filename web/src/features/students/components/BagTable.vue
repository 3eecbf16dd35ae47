<script setup lang="ts">
/** The clubs in the bag: add by the last row, change in place, take out and undo. */
import { Button, Input } from "ant-design-vue";
import { ref, useTemplateRef } from "vue";
import { api, dataOf } from "@/shared/api/client";
import { useForgetStudent, type Club, type Student } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import DayField from "@/shared/ui/DayField.vue";
import NumberField from "@/shared/ui/NumberField.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent, useOwn } from "@/shared/storage/own";
import { shortDay } from "@/shared/format/dates";

const props = defineProps<{ student: Student }>();
const forget = useForgetStudent();
const { state, save, about } = useSaving();

interface Draft {
  label: string;
  loft_deg: number | null;
  bounce_deg: number | null;
  note: string;
  used_from: string | null;
  used_until: string | null;
}
interface Edit {
  id: string;
  draft: Draft;
  was: Draft;
}
const blank = (): Draft => ({
  label: "",
  loft_deg: null,
  bounce_deg: null,
  note: "",
  used_from: null,
  used_until: null,
});
const { form: adding, settle } = useFormDraft(ofStudent(props.student.id, draftName("new-club")), blank());
/** A club being changed: as it is typed, and as it was when the change began. */
const editing = useOwn<Edit | null>(ofStudent(props.student.id, draftName("club")), null, {
  serializer: { read: (text) => JSON.parse(text) as Edit | null, write: JSON.stringify },
});
const taken = ref<Club | null>(null);
const at = ref("");

const refresh = () => forget(props.student.id);
const addRow = useTemplateRef<HTMLElement>("addRow");
const labelField = ref<{ focus: () => void } | null>(null);

/** Enter in a field of the last row adds the club; on the button it presses the button. */
function addFromField(event: KeyboardEvent): void {
  if (!(event.target instanceof HTMLInputElement)) return;
  event.preventDefault();
  void add();
}
async function add(): Promise<void> {
  at.value = "new";
  await save(async () => {
    await dataOf(
      api.POST("/api/students/{student_id}/clubs", {
        params: { path: { student_id: props.student.id } },
        // An empty loft is sent as 0, which the server refuses with its own sentence.
        body: { ...adding, loft_deg: adding.loft_deg ?? 0 },
      }),
    );
    // Before the list is asked for again: the next club may be typed meanwhile.
    settle(blank());
    // Whoever went elsewhere meanwhile stays there.
    if (addRow.value?.contains(document.activeElement)) labelField.value?.focus();
    await refresh();
  });
}
async function change(): Promise<void> {
  const edit = editing.value;
  if (!edit) return;
  at.value = edit.id;
  const done = await save(async () => {
    await dataOf(
      api.PATCH("/api/clubs/{club_id}", {
        params: { path: { club_id: edit.id } },
        body: { ...edit.draft, loft_deg: edit.draft.loft_deg ?? 0, was: { ...edit.was } },
      }),
    );
    await refresh();
  });
  if (done) editing.value = null;
  else if (state.code === "changed-meanwhile") {
    // Told of the other coach's value: keeping again is meant against that one.
    await refresh();
    const now = props.student.clubs.find((club) => club.id === edit.id);
    if (now) edit.was = ofClub(now);
  }
}
async function take(club: Club): Promise<void> {
  at.value = club.id;
  const done = await save(async () => {
    await dataOf(api.POST("/api/clubs/{club_id}/archive", { params: { path: { club_id: club.id } } }));
    await refresh();
  });
  if (done) taken.value = club;
}
async function putBack(): Promise<void> {
  const club = taken.value;
  if (!club) return;
  at.value = "taken";
  const done = await save(async () => {
    await dataOf(api.POST("/api/clubs/{club_id}/restore", { params: { path: { club_id: club.id } } }));
    await refresh();
  });
  if (done) taken.value = null;
}
const ofClub = ({ label, loft_deg, bounce_deg, note, used_from, used_until }: Club): Draft => ({
  label,
  loft_deg,
  bounce_deg,
  note,
  used_from,
  used_until,
});
const edit = (club: Club) => (editing.value = { id: club.id, draft: ofClub(club), was: ofClub(club) });
const ANY = ["label", "loft_deg", "bounce_deg", "note", "used_from", "used_until", ""];
const said = (where: string) => (at.value === where ? about(...ANY) : "");
</script>

<template>
  <table class="plain">
    <thead>
      <tr>
        <th scope="col">Club</th>
        <th scope="col">Loft</th>
        <th scope="col">Bounce</th>
        <th scope="col">In use</th>
        <th><span class="sr-only">Change</span></th>
      </tr>
    </thead>
    <tbody>
      <template v-for="club in student.clubs" :key="club.id">
        <tr v-if="editing?.id !== club.id">
          <td class="slab label">{{ club.label }}</td>
          <td>{{ club.loft_deg }}°</td>
          <td>{{ club.bounce_deg === null ? "–" : `${club.bounce_deg}°` }}</td>
          <td class="quiet">
            <template v-if="club.used_from">from {{ shortDay(club.used_from) }} </template>
            <template v-if="club.used_until">until {{ shortDay(club.used_until) }}</template>
            <template v-if="!club.used_from && !club.used_until">always</template>
          </td>
          <td class="acts">
            <Button type="text" :aria-label="`Change ${club.label}`" @click="edit(club)">Change</Button>
            <Button type="text" :aria-label="`Remove ${club.label}`" @click="take(club)">Remove</Button>
          </td>
        </tr>
        <tr v-else-if="editing">
          <td><Input v-model:value="editing.draft.label" aria-label="Label" :maxlength="24" /></td>
          <td><NumberField v-model="editing.draft.loft_deg" aria-label="Loft" /></td>
          <td><NumberField v-model="editing.draft.bounce_deg" aria-label="Bounce" /></td>
          <td class="dates">
            <DayField v-model="editing.draft.used_from" aria-label="Used from" />
            <DayField v-model="editing.draft.used_until" aria-label="Used until" />
          </td>
          <td class="acts">
            <Button type="primary" :loading="state.busy" @click="change">Save</Button>
            <Button type="text" @click="editing = null">Cancel</Button>
          </td>
        </tr>
        <tr v-if="said(club.id)" class="said">
          <td colspan="5"><Sentence :text="said(club.id)" /></td>
        </tr>
      </template>
      <tr ref="addRow" class="add" @keydown.enter="addFromField">
        <td>
          <Input
            ref="labelField"
            v-model:value="adding.label"
            placeholder="56"
            aria-label="Label of the new club"
            :maxlength="24"
          />
        </td>
        <td>
          <NumberField v-model="adding.loft_deg" placeholder="56" aria-label="Loft of the new club" />
        </td>
        <td>
          <NumberField v-model="adding.bounce_deg" placeholder="10" aria-label="Bounce of the new club" />
        </td>
        <td></td>
        <td class="acts">
          <Button :loading="state.busy && at === 'new'" @click="add">Add club</Button>
        </td>
      </tr>
    </tbody>
  </table>
  <Sentence :text="said('new')" />
  <Sentence v-if="taken" tone="quiet" :text="`${taken.label} is out of the bag. Its balls are saved.`">
    <Button type="link" @click="putBack">Put it back</Button>
  </Sentence>
  <Sentence :text="said('taken')" />
</template>

<style scoped>
.label {
  font-weight: 650;
  font-size: 1.1rem;
}
td {
  padding: 0.3rem 0.6rem 0.3rem 0;
  vertical-align: middle;
}
th {
  padding-left: 0;
}
.acts {
  text-align: right;
  white-space: nowrap;
}
.dates {
  display: flex;
  gap: 0.3rem;
}
.add td {
  border-bottom: 0;
  padding-top: 0.8rem;
}
:deep(.ant-input-number) {
  width: 5rem;
}
:deep(.ant-input) {
  max-width: 9rem;
}
.said td {
  padding-top: 0;
}
</style>
