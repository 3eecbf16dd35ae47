<script setup lang="ts">
/** Asks for the password again before something on which much hangs. */
import { Button, ConfigProvider, InputPassword } from "ant-design-vue";
import { ref, watch } from "vue";
import { api, dataOf } from "@/shared/api/client";
import { proofAsked } from "@/shared/api/proof";
import { useSaving } from "@/shared/api/saving";
import { useAntTheme } from "@/shared/ui/antTheme";
import { vFocus } from "@/shared/ui/focus";
import Sentence from "@/shared/ui/Sentence.vue";

const theme = useAntTheme();
const password = ref("");
const { busy, error, run } = useSaving();
watch(proofAsked, () => (password.value = error.value = ""));

async function submit(): Promise<void> {
  const body = { password: password.value };
  if (await run(() => dataOf(api.POST("/api/account/proof", { body })))) proofAsked.value?.(true);
}
</script>

<template>
  <ConfigProvider v-if="proofAsked" :theme="theme">
    <div
      class="veil"
      role="dialog"
      aria-modal="true"
      aria-labelledby="proof"
      @keydown.esc.stop="proofAsked?.(false)"
      @keydown.stop
    >
      <form class="box" @submit.prevent="submit">
        <h1 id="proof">Confirm your password</h1>
        <p class="quiet">This protects you if a browser was left open.</p>
        <label for="proof-password">Password</label>
        <InputPassword
          id="proof-password"
          v-model:value="password"
          v-focus
          size="large"
          autocomplete="current-password"
        />
        <Sentence :text="error" />
        <p class="acts">
          <Button type="primary" html-type="submit" :loading="busy" :disabled="!password">Continue</Button>
          <Button type="text" @click="proofAsked?.(false)">Cancel</Button>
        </p>
      </form>
    </div>
  </ConfigProvider>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  z-index: 1100;
  display: grid;
  place-items: center;
  background: color-mix(in srgb, var(--bar) 70%, transparent);
  padding: 1rem;
}
.box {
  width: min(24rem, 100%);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 1.6rem 1.75rem;
}
h1 {
  margin-top: 0;
}
label {
  display: block;
  margin: 0.8rem 0 0.2rem;
  font-weight: 600;
}
.acts {
  margin: 1.1rem 0 0;
}
</style>
