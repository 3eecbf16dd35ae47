<script setup lang="ts">
/** The people of the academy: who they are, what each may do, who comes and who goes. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button, Input } from "ant-design-vue";
import { computed, ref } from "vue";
import { useAccount } from "@/features/account";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { momentWords, shortDay } from "@/shared/format/dates";
import { handedOverWords } from "@/shared/format/handedOver";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName } from "@/shared/storage/own";
import { useTexts } from "@/shared/texts/texts";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import OnceLink from "../components/OnceLink.vue";

type Person = Schemas["PersonOut"];
type Role = Schemas["PersonRole"];
/** In the order of what they may do. */
const ORDER: Record<Role, number> = { head: 0, coach: 1, assistant: 2 };
const ROLES = (Object.keys(ORDER) as Role[]).sort((a, b) => ORDER[a] - ORDER[b]);
const MAY: Record<Role, string> = {
  head: "everything: people, settings, erasing",
  coach: "teaches: reviews, publishes, plans",
  assistant: "can log balls and see what a lesson needs, can't publish, export or delete",
};

const cache = useQueryCache();
const account = useAccount();
const leads = computed(() => account.coach?.role === "head");
const texts = useTexts();
const people = useQuery({ key: keys.people, query: () => dataOf(api.GET("/api/people")) });
const { busy, run, about } = useSaving();
const made = ref<Schemas["EntryLinkMade"] | null>(null);
const announcement = ref("");
const blank = (): { name: string; role: Role } => ({ name: "", role: "coach" });
/** Whoever is to be invited. Survives leaving the page. */
const { form: invited, settle } = useFormDraft(draftName("invitation"), blank());
/** Whose students are being handed over, and to whom. */
const handing = ref<{ from: number; to: number | "" } | null>(null);

const here = computed(() => people.data.value?.people.filter((p) => !p.left_at) ?? []);
const gone = computed(() => people.data.value?.people.filter((p) => p.left_at) ?? []);
const path = (person: Person) => ({ params: { path: { person_id: person.id } } });

async function change(write: () => Promise<{ data?: Schemas["PeopleOut"] }>, words: string): Promise<void> {
  announcement.value = "";
  made.value = null;
  const now = await run(() => dataOf(write()));
  if (!now) return;
  cache.setQueryData(keys.people, now);
  announcement.value = words;
  await askAgain(cache, keys.students);
}
async function invite(): Promise<void> {
  announcement.value = "";
  const body = { ...invited };
  const link = await run(() => dataOf(api.POST("/api/people/invitations", { body })));
  if (!link) return;
  made.value = link;
  settle(blank());
  await people.refetch();
}
async function reset(person: Person): Promise<void> {
  announcement.value = "";
  made.value = (await run(() => dataOf(api.POST("/api/people/{person_id}/reset", path(person))))) ?? null;
  await people.refetch();
}
function setRole(person: Person, event: Event): void {
  const field = event.target as HTMLSelectElement;
  const wanted = field.value as Role;
  void change(
    () =>
      api.PATCH("/api/people/{person_id}", {
        ...path(person),
        body: { role: wanted, was: { role: person.role } },
      }),
    `${person.name} is ${texts.value.name("role", wanted)} now.`,
  ).finally(() => (field.value = here.value.find((p) => p.id === person.id)?.role ?? wanted));
}
/** Who is about to leave, until that is confirmed. */
const leaving = ref<Person | null>(null);
async function leave(person: Person): Promise<void> {
  leaving.value = null;
  await change(
    () => api.POST("/api/people/{person_id}/leave", path(person)),
    `${person.name} is signed out everywhere. Everything ${person.name} wrote stays.`,
  );
}
const comeBack = (person: Person) =>
  change(
    () => api.POST("/api/people/{person_id}/come-back", path(person)),
    `${person.name} can sign in again with the old password. Device tokens and the calendar link are off and need new ones. Transferred students stay with their new coach.`,
  );
const endFactor = (person: Person) =>
  change(
    () => api.POST("/api/people/{person_id}/end-factor", path(person)),
    `${person.name} now signs in with the password only.`,
  );
const endLink = (id: number) =>
  change(
    () => api.DELETE("/api/people/links/{link_id}", { params: { path: { link_id: id } } }),
    "The link no longer works.",
  );
async function handOver(): Promise<void> {
  const what = handing.value;
  if (!what) return;
  announcement.value = "";
  const answer = await run(() =>
    dataOf(
      api.POST("/api/people/{person_id}/hand-over", {
        params: { path: { person_id: what.from } },
        body: { to: what.to === "" ? null : what.to },
      }),
    ),
  );
  if (!answer) return;
  const to = here.value.find((p) => p.id === what.to)?.name ?? "";
  announcement.value = handedOverWords(answer, to);
  handing.value = null;
  await Promise.all([people.refetch(), askAgain(cache, keys.students)]);
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>People</h1>
      <span class="quiet">{{ account.coach?.academy.name }}</span>
    </div>
    <Sentence v-if="people.error.value" :text="sentenceOf(people.error.value)" />
    <Waiting v-if="!people.data.value && !people.error.value" what="the people" />
    <p v-if="announcement" role="status">{{ announcement }}</p>
    <Sentence :text="about('', 'role', 'to')" />
    <OnceLink v-if="made" :made="made" />
    <div v-if="people.data.value" class="columns">
      <section class="sheet">
        <div class="scroll">
          <table class="plain">
            <thead>
              <tr>
                <th>Name</th>
                <th>Role</th>
                <th class="right">Students</th>
                <th><template v-if="leads">Last sign-in</template></th>
                <th><span class="sr-only">Actions</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="person in here" :key="person.id">
                <td>
                  <b class="slab">{{ person.name }}</b>
                  <span v-if="leads" class="quiet under"
                    >{{ person.log_in }}{{ person.factor ? ", second factor on" : "" }}</span
                  >
                </td>
                <td>
                  <select
                    v-if="leads"
                    :value="person.role"
                    :aria-label="`Role of ${person.name}`"
                    @change="setRole(person, $event)"
                  >
                    <option v-for="one in ROLES" :key="one" :value="one">
                      {{ texts.name("role", one) }}
                    </option>
                  </select>
                  <span v-else>{{ texts.name("role", person.role) }}</span>
                </td>
                <td class="right num">{{ person.students }}</td>
                <td class="quiet">{{ leads ? momentWords(person.last_seen) || "not yet" : "" }}</td>
                <td v-if="leads" class="acts">
                  <Button size="small" @click="reset(person)">Reset password</Button>
                  <Button v-if="person.factor" size="small" @click="endFactor(person)"
                    >Turn off second factor</Button
                  >
                  <Button v-if="person.students" size="small" @click="handing = { from: person.id, to: '' }"
                    >Transfer students</Button
                  >
                  <Button size="small" @click="leaving = person">Deactivate</Button>
                </td>
                <td v-else></td>
              </tr>
            </tbody>
          </table>
        </div>
        <div v-if="leaving" class="handing">
          <p>
            Signs {{ leaving.name }} out everywhere. Device tokens, the calendar link and unused links stop
            working for good.
            <template v-if="leaving.students">
              Transfer the students before or after. Their booked sessions go along.
            </template>
          </p>
          <Button type="primary" :loading="busy" @click="leave(leaving)"
            >Deactivate {{ leaving.name }}</Button
          >
          <Button type="text" @click="leaving = null">Cancel</Button>
        </div>
        <form v-if="handing" class="handing" @submit.prevent="handOver">
          <label for="to"
            >Transfer all students of
            {{ people.data.value.people.find((p) => p.id === handing?.from)?.name }} to</label
          >
          <select id="to" v-model="handing.to">
            <option value="">choose a coach</option>
            <option
              v-for="person in here.filter((p) => p.id !== handing?.from && p.role !== 'assistant')"
              :key="person.id"
              :value="person.id"
            >
              {{ person.name }}
            </option>
          </select>
          <Button type="primary" html-type="submit" :loading="busy">Transfer students</Button>
          <Button type="text" @click="handing = null">Cancel</Button>
        </form>
        <template v-if="gone.length">
          <h2>Deactivated</h2>
          <p v-for="person in gone" :key="person.id" class="row">
            <span
              ><b class="slab">{{ person.name }}</b>
              <span class="quiet">
                on {{ shortDay(person.left_at) }}, {{ person.students }} students</span
              ></span
            >
            <span v-if="leads" class="acts">
              <Button v-if="person.students" size="small" @click="handing = { from: person.id, to: '' }"
                >Transfer students</Button
              >
              <Button size="small" @click="comeBack(person)">Reactivate</Button>
            </span>
          </p>
        </template>
      </section>
      <aside>
        <section v-if="leads" class="sheet">
          <h2>Invite a coach</h2>
          <form @submit.prevent="invite">
            <label for="person">Name</label>
            <Input id="person" v-model:value="invited.name" :maxlength="120" autocomplete="off" />
            <Sentence :text="about('name')" />
            <label for="role">Role</label>
            <select id="role" v-model="invited.role">
              <option v-for="one in ROLES" :key="one" :value="one">
                {{ texts.name("role", one) }}
              </option>
            </select>
            <p class="quiet">{{ MAY[invited.role] }}</p>
            <Button type="primary" html-type="submit" :loading="busy" :disabled="!invited.name.trim()"
              >Create invitation</Button
            >
          </form>
        </section>
        <section v-if="people.data.value.links.length" class="sheet">
          <h2>Open invitations</h2>
          <p v-for="link in people.data.value.links" :key="link.id" class="row">
            <span
              >{{ link.name }}
              <span class="quiet under"
                >{{ link.person_id ? "new password" : texts.name("role", link.role) }}, until
                {{ momentWords(link.expires_at) }}</span
              ></span
            >
            <Button v-if="leads" size="small" @click="endLink(link.id)">Withdraw</Button>
          </p>
        </section>
        <p v-if="!leads" class="quiet">Only a head coach can change anything here.</p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 19rem;
  gap: 1.2rem;
  align-items: start;
}
aside {
  display: grid;
  gap: 1.2rem;
}
.scroll {
  overflow-x: auto;
}
.under {
  display: block;
}
.acts {
  white-space: nowrap;
}
.acts :deep(.ant-btn) {
  margin-left: 0.3rem;
}
.row,
.handing {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.5rem;
  margin: 0.5rem 0;
}
.handing {
  justify-content: flex-start;
  padding: 0.6rem;
  background: var(--accent-soft);
}
aside label {
  display: block;
  font-weight: 600;
  margin: 0.7rem 0 0.2rem;
}
select {
  min-height: 40px;
}
h2 {
  margin: 0.8rem 0 0.3rem;
}
.sheet > h2:first-child {
  margin-top: 0;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
