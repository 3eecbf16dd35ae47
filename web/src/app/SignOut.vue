<script setup lang="ts">
/** Signing out says what still waits, and what it can and cannot do without a network. */
import { useOnline } from "@vueuse/core";
import { computed, nextTick, ref, useTemplateRef } from "vue";
import { useAccount } from "@/features/account";
import { sentenceOf } from "@/shared/api/client";
import { outboxState } from "@/shared/outbox/outbox";
import { unsavedDrafts } from "@/shared/storage/own";
import Sentence from "@/shared/ui/Sentence.vue";

const account = useAccount();
const online = useOnline();
const open = ref(false);
const unsaved = ref(0);
const dialog = useTemplateRef<HTMLDialogElement>("dialog");
const busy = ref(false);
const error = ref("");
const lost = computed(() => outboxState.ops.filter((op) => op.seq === undefined && !op.refused).length);

async function show(): Promise<void> {
  open.value = true;
  await nextTick();
  if (!dialog.value?.open) dialog.value?.showModal();
}
function ask(): void {
  unsaved.value = unsavedDrafts();
  if (outboxState.waiting || !online.value || unsaved.value) void show();
  else void leave();
}
async function leave(): Promise<void> {
  busy.value = true;
  error.value = "";
  try {
    await account.signOut();
  } catch (cause) {
    error.value = sentenceOf(cause);
    void show();
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <button type="button" class="flat" @click="ask">Sign out</button>
  <Teleport to="body">
    <dialog v-if="open" ref="dialog" role="dialog" aria-label="Sign out?" @close="open = false">
      <h2>Sign out?</h2>
      <p v-if="lost">
        {{ lost }} {{ lost === 1 ? "change is" : "changes are" }} stored only on this open page and would be
        lost. Wait until everything is sent.
      </p>
      <p v-else-if="outboxState.waiting">
        {{ outboxState.waiting }} {{ outboxState.waiting === 1 ? "ball is waiting" : "balls are waiting" }} to
        send. They stay in this browser and send when you sign in here again. Nobody else can send them.
      </p>
      <p v-if="unsaved">
        {{ unsaved === 1 ? "1 form has" : `${unsaved} forms have` }} unsaved changes. Signing out deletes
        them.
      </p>
      <p v-if="!online">
        No connection. Signing out deletes your students' data from this browser. You need a connection to
        sign in again.
      </p>
      <Sentence :text="error" />
      <p class="acts">
        <button type="button" autofocus @click="dialog?.close()">Stay signed in</button>
        <button type="button" class="go" :disabled="busy" @click="leave">Sign out</button>
      </p>
    </dialog>
  </Teleport>
</template>

<style scoped>
dialog {
  width: min(28rem, calc(100vw - 2rem));
  padding: 1rem 1.3rem;
  border: 1px solid var(--line-strong);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
}
dialog::backdrop {
  background: rgb(32 38 31 / 0.35);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 0.6rem;
  margin: 1rem 0 0;
}
.acts button {
  min-height: 44px;
  padding: 0 1rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.acts .go {
  background: var(--accent);
  border-color: var(--accent);
  color: #fff;
}
.flat {
  min-height: 44px;
  padding: 0 0.7rem;
  background: none;
  border: 0;
  color: var(--bar-ink);
  font: inherit;
  cursor: pointer;
}
.flat:hover {
  text-decoration: underline;
}
</style>
