<script setup lang="ts">
/** A student's file from another academy: looked at by the server, all or nothing. */
import { Button } from "ant-design-vue";
import { computed, ref } from "vue";
import { useRouter } from "vue-router";
import { send, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { useForgetStudent } from "@/shared/api/queries";
import Sentence from "@/shared/ui/Sentence.vue";

defineEmits<{ close: [] }>();
const router = useRouter();
const forget = useForgetStudent();
const input = ref<HTMLInputElement | null>(null);
const file = ref<File | null>(null);
const { state, busy, run } = useSaving();
const question = computed(() => (state.code === "confirm" ? state.error : ""));
const error = computed(() => (state.code === "confirm" ? "" : state.error));

function choose(event: Event): void {
  const target = event.target as HTMLInputElement;
  file.value = target.files?.[0] ?? null;
  target.value = "";
  if (file.value) void bring(false);
}
async function bring(confirmed: boolean): Promise<void> {
  const content = file.value;
  if (!content) return;
  const made = await run(async () => {
    const body = new FormData();
    body.append("file", content);
    body.append("confirmed", String(confirmed));
    const answer = await send("/api/student-files", { method: "POST", body });
    return (await answer.json()) as Schemas["BroughtIn"];
  });
  if (!made) return;
  await forget(made.id);
  void router.push(`/s/${made.id}/matrix`);
}
</script>

<template>
  <section class="sheet bring">
    <p>
      A student who comes from another academy brings a file ending in
      <b>.oxgang.json</b>: clubs, balls, events and cards. It becomes a new student here.
    </p>
    <p class="acts">
      <Button type="primary" :loading="busy" @click="input?.click()">Choose the file</Button>
      <Button type="text" @click="$emit('close')">Leave</Button>
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
      <Button type="link" @click="bring(true)">Yes, a second one</Button>
    </Sentence>
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
