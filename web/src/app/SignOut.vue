<script setup lang="ts">
/** Signing out says what still waits, and what it can and cannot do without a network. */
import { useOnline } from "@vueuse/core";
import { Modal } from "ant-design-vue";
import { computed, ref } from "vue";
import { useAccount } from "@/features/account";
import { sentenceOf } from "@/shared/api/client";
import { outboxState } from "@/shared/outbox/outbox";
import Sentence from "@/shared/ui/Sentence.vue";

const account = useAccount();
const online = useOnline();
const open = ref(false);
const busy = ref(false);
const error = ref("");
const lost = computed(
  () => outboxState.ops.filter((op) => op.seq === undefined && !op.refused).length,
);

function ask(): void {
  if (outboxState.waiting || !online.value) open.value = true;
  else void leave();
}
async function leave(): Promise<void> {
  busy.value = true;
  error.value = "";
  try {
    await account.signOut();
  } catch (cause) {
    error.value = sentenceOf(cause);
    open.value = true;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <button type="button" class="flat" @click="ask">Sign out</button>
  <Modal
    v-model:open="open"
    title="Sign out?"
    ok-text="Sign out"
    cancel-text="Stay"
    :confirm-loading="busy"
    @ok="leave"
  >
    <p v-if="lost">
      {{ lost }} {{ lost === 1 ? "write is" : "writes are" }} only in this page's memory and would
      be lost. Stay until nothing waits.
    </p>
    <p v-else-if="outboxState.waiting">
      {{ outboxState.waiting }} {{ outboxState.waiting === 1 ? "ball waits" : "balls wait" }} to be
      sent. They stay in this browser and go when you sign in here again; nobody else can send them.
    </p>
    <p v-if="!online">
      There is no network. Signed out here, nothing of your students is left in this browser; the
      server hears of it when there is a network again, and signing in needs one.
    </p>
    <Sentence :text="error" />
  </Modal>
</template>

<style scoped>
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
