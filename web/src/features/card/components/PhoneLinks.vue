<script setup lang="ts">
/** The student's own place: what it shows, private links to it, a code in front of it. */
import { useQuery } from "@pinia/colada";
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { key, useKeys } from "@/shared/keys/useKeys";
import { daysAgo, shortDay } from "@/shared/format/dates";
import { useStudentContext } from "@/shared/student/context";
import Sentence from "@/shared/ui/Sentence.vue";

const props = defineProps<{ studentId: string; published: boolean }>();
const path = { params: { path: { student_id: props.studentId } } };
const { texts } = useStudentContext();
const links = useQuery({
  key: () => keys.links(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/links", path)),
});
const sharing = useQuery({
  key: () => keys.sharing(props.studentId),
  query: () => dataOf(api.GET("/api/students/{student_id}/sharing", path)),
});
const { error, run } = useSaving();
const made = ref<Schemas["LinkMade"] | null>(null);
const days = ref(180);
const code = ref("");
const live = computed(() => (links.data.value ?? []).filter((l) => !l.revoked_at));

const link = () =>
  run(async () => {
    const body = { days: days.value, code: code.value.trim() };
    made.value = await dataOf(api.POST("/api/students/{student_id}/links", { ...path, body }));
    code.value = "";
    await links.refetch();
  });
const one = (id: number) => ({
  params: { path: { student_id: props.studentId, link_id: id } },
});
const end = (id: number) =>
  run(async () => {
    await dataOf(api.DELETE("/api/students/{student_id}/links/{link_id}", one(id)));
    made.value = null;
    await links.refetch();
  });
const renew = (id: number) =>
  run(async () => {
    made.value = await dataOf(api.POST("/api/students/{student_id}/links/{link_id}/renew", one(id)));
    await links.refetch();
  });
/** Which link is being given another code, and the code. */
const setting = ref<{ id: number; code: string } | null>(null);
const setCode = () =>
  run(async () => {
    const now = setting.value;
    if (!now) return;
    await dataOf(
      api.PUT("/api/students/{student_id}/links/{link_id}/code", {
        ...one(now.id),
        body: { code: now.code.trim() },
      }),
    );
    setting.value = null;
    await links.refetch();
  });
function toggle(part: Schemas["Shows"]): void {
  const now = sharing.data.value;
  if (!now) return;
  const params = { path: { student_id: props.studentId, part } };
  const body = { shown: !now.shows.includes(part) };
  void run(async () => {
    await dataOf(api.PUT("/api/students/{student_id}/sharing/{part}", { params, body }));
    await sharing.refetch();
  });
}
useKeys("Phone", [
  key("l", "go to the phone link", "l", () => document.getElementById("make-link")?.focus()),
]);
</script>

<template>
  <section class="sheet">
    <h2>On the phone</h2>
    <p class="quiet">A private link, no account needed. After the first visit it works offline.</p>
    <details v-if="sharing.data.value">
      <summary>What the student sees</summary>
      <fieldset class="parts">
        <legend class="sr-only">What the student sees</legend>
        <label v-for="part in sharing.data.value.parts" :key="part"
          ><input type="checkbox" :checked="sharing.data.value.shows.includes(part)" @change="toggle(part)" />
          {{ texts.name("shows", part) }}</label
        >
      </fieldset>
    </details>
    <p v-if="!published" class="quiet">No card yet. Publish one first.</p>
    <p class="row">
      <label class="row"
        >Works for
        <input v-model.number="days" type="number" min="1" max="730" aria-label="Days" />
        days</label
      >
      <label class="row"
        >code
        <input
          v-model="code"
          inputmode="numeric"
          maxlength="6"
          placeholder="none"
          aria-label="Code (4 to 6 digits)"
      /></label>
      <Button id="make-link" @click="link">Create link</Button>
    </p>
    <Sentence :text="error" />
    <div v-if="made" class="made">
      <Sentence
        v-if="!made.reached"
        text="Phones can't open this address. Set the address for phones under Settings."
      />
      <img :src="made.qr" alt="QR code of the link" />
      <p>
        <a :href="made.url" target="_blank" rel="noopener">{{ made.url }}</a><br /><span class="quiet"
          >Copy it now, it won't be shown again.</span
        >
      </p>
    </div>
    <details v-if="live.length">
      <summary>
        {{ live.length === 1 ? "1 link" : `${live.length} links`
        }}{{ live.some((l) => l.locked) ? ", locked" : "" }}
      </summary>
      <ul>
        <li v-for="l in live" :key="l.id">
          <span
            >ends {{ shortDay(l.expires_at) }}, {{ l.with_code ? "with a code" : "no code" }},
            {{
              l.opened_at
                ? `opened ${daysAgo(l.opened_at)}${l.opened > 1 ? `, ${l.opened} times` : ""}`
                : "never opened"
            }}
            <b v-if="l.locked" class="locked">Locked after too many wrong codes. Set a new code.</b></span
          >
          <span v-if="setting?.id === l.id" class="row">
            <input
              v-model="setting.code"
              inputmode="numeric"
              maxlength="6"
              placeholder="none"
              aria-label="New code"
              @keydown.enter="setCode"
            />
            <Button size="small" @click="setCode">Set</Button>
          </span>
          <span v-else class="row">
            <Button size="small" type="text" @click="setting = { id: l.id, code: '' }">Code</Button>
            <Button size="small" type="text" @click="renew(l.id)">New link</Button>
            <Button size="small" type="text" @click="end(l.id)">Turn off</Button>
          </span>
        </li>
      </ul>
      <p class="quiet">A link that is off stays off. You can always create a new one.</p>
    </details>
    <p v-if="published">
      <a :href="`/api/students/${studentId}/card.html`" download>Card as a file</a>
    </p>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.5rem;
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
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  border-top: 1px solid var(--line);
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 1rem;
  margin: 0.3rem 0;
  padding: 0;
  border: 0;
}
.parts legend {
  padding: 0;
  font-weight: 600;
}
.parts label {
  display: flex;
  align-items: center;
  gap: 0.35rem;
  min-height: 34px;
}
.locked {
  color: var(--clay);
}
input:not([type="checkbox"]) {
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
summary {
  min-height: 40px;
  align-content: center;
  color: var(--accent);
  cursor: pointer;
}
</style>
