<script setup lang="ts">
/** A student's file from another academy: looked at by the server, all or nothing. */
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { send, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { useForgetStudent } from "@/shared/api/queries";
import { count } from "@/shared/format/numbers";
import Sentence from "@/shared/ui/Sentence.vue";

defineEmits<{ close: [] }>();
const router = useRouter();
const forget = useForgetStudent();
const input = ref<HTMLInputElement | null>(null);
const file = ref<File | null>(null);
const { state, busy, run } = useSaving();
const question = computed(() => (state.code === "confirm" ? state.error : ""));
const error = computed(() => (state.code === "confirm" ? "" : state.error));
/** What an existing student got from the file. */
const updated = ref<Schemas["BroughtIn"] | null>(null);

function choose(event: Event): void {
  const target = event.target as HTMLInputElement;
  file.value = target.files?.[0] ?? null;
  target.value = "";
  updated.value = null;
  if (file.value) void bring("ask");
}
async function bring(known: Schemas["KnownStudent"]): Promise<void> {
  const content = file.value;
  if (!content) return;
  const made = await run(async () => {
    const body = new FormData();
    body.append("file", content);
    body.append("known", known);
    const answer = await send("/api/student-files", { method: "POST", body });
    return (await answer.json()) as Schemas["BroughtIn"];
  });
  if (!made) return;
  await forget(made.id);
  if (made.merged) updated.value = made;
  else void router.push(`/s/${made.id}/matrix`);
}
</script>

<template>
  <section class="sheet bring">
    <p>
      A student from another academy has a file ending in
      <b>.oxgang.json</b>with clubs, balls, changes and cards. Import it as a new student, or add what's new
      to an existing one.
    </p>
    <p class="acts">
      <Button type="primary" :loading="busy" @click="input?.click()">Choose the file</Button>
      <Button type="text" @click="$emit('close')">Cancel</Button>
      <input
        ref="input"
        type="file"
        accept=".json,application/json"
        class="sr-only"
        tabindex="-1"
        aria-label="Student file"
        @change="choose"
      />
    </p>
    <Sentence tone="ask" :text="question">
      <Button type="link" @click="bring('update')">Add what is new</Button>
      <Button type="link" @click="bring('second')">Add as a second student</Button>
    </Sentence>
    <p v-if="updated?.merged" role="status">
      <RouterLink :to="`/s/${updated.id}/matrix`">{{ updated.name }}</RouterLink> got
      {{ count(updated.merged.balls, "ball") }}, {{ count(updated.merged.lessons, "lesson") }} and
      {{ count(updated.merged.cards, "card") }} from the file.
      {{ updated.merged.stayed ? `${updated.merged.stayed} records were here already.` : "" }} The record made
      for the file is archived. Undo it under
      <RouterLink :to="`/s/${updated.id}/history`">History</RouterLink>.
    </p>
    <Sentence :text="error" />
  </section>
</template>

<style scoped>
.bring {
  margin-bottom: 0.9rem;
}
p {
  margin: 0 0 0.5rem;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
</style>
