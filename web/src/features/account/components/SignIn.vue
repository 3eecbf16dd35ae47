<script setup lang="ts">
import { useOnline } from "@vueuse/core";
import { Button, ConfigProvider, Input, InputPassword } from "ant-design-vue";
import { ref } from "vue";
import { Problem, sentenceOf } from "@/shared/api/client";
import { useAntTheme } from "@/shared/ui/antTheme";
import { vFocus } from "@/shared/ui/focus";
import Sentence from "@/shared/ui/Sentence.vue";
import { useAccount } from "../composables/account";

defineProps<{ over: boolean }>();
const account = useAccount();
const theme = useAntTheme();
const online = useOnline();
const logIn = ref("");
const password = ref("");
const code = ref("");
/** The password was right, and the second factor is asked for. */
const asksCode = ref(false);
/** A tablet that others use too. */
const shared = ref(false);
const error = ref("");
const busy = ref(false);

async function submit(): Promise<void> {
  busy.value = true;
  error.value = "";
  try {
    await account.signIn(logIn.value, password.value, code.value, shared.value);
  } catch (cause) {
    const first = !asksCode.value;
    asksCode.value = cause instanceof Problem && cause.code === "factor-needed";
    // Asked for the first time it is no mistake: the field says what to do.
    error.value = asksCode.value && first ? "" : sentenceOf(cause);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <ConfigProvider :theme="theme">
    <div class="veil" :class="{ over }" role="dialog" aria-modal="true" aria-labelledby="sign-in">
      <form class="box" @submit.prevent="submit">
        <svg viewBox="0 0 240 44" aria-hidden="true">
          <path d="M4 8h120M4 22h168M4 36h86" />
          <path class="fallow" d="M190 22h46" />
        </svg>
        <h1 id="sign-in">{{ over ? "Sign in again" : "Oxgang" }}</h1>
        <p class="quiet">
          {{
            over
              ? "You were signed out. What you typed is still here."
              : "A shot for every distance inside 100 yards."
          }}
        </p>
        <Sentence v-if="!over" :text="account.notice" tone="ask" />
        <Sentence
          v-if="!online"
          tone="ask"
          text="No connection. You need one to sign in. Nothing you typed is lost."
        />
        <label for="log-in">Username</label>
        <Input
          id="log-in"
          v-model:value="logIn"
          v-focus
          size="large"
          autocomplete="username"
          autocapitalize="none"
        />
        <label for="password">Password</label>
        <InputPassword id="password" v-model:value="password" size="large" autocomplete="current-password" />
        <template v-if="asksCode">
          <label for="code">Six digits from your phone, or a recovery code</label>
          <Input
            id="code"
            v-model:value="code"
            v-focus
            size="large"
            inputmode="numeric"
            autocomplete="one-time-code"
          />
        </template>
        <label class="shared"
          ><input v-model="shared" type="checkbox" /> Shared tablet, sign me out after 12 hours</label
        >
        <Sentence :text="error" />
        <Button type="primary" html-type="submit" size="large" block :loading="busy">Sign in</Button>
        <p v-if="account.demo" class="quiet demo">
          Demo: <b>ilse</b> or <b>tobin</b>, password <b>fallow-ground</b>
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
  background: var(--paper);
  padding: 1rem;
}
.veil.over {
  background: color-mix(in srgb, var(--bar) 70%, transparent);
}
.box {
  width: min(24rem, 100%);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 1.6rem 1.75rem;
}
svg {
  width: 12rem;
  margin-bottom: 0.8rem;
}
path {
  stroke: var(--field);
  stroke-width: 7;
  fill: none;
}
.fallow {
  stroke: var(--accent);
  stroke-dasharray: 5 4;
}
label {
  display: block;
  margin: 0.8rem 0 0.2rem;
  font-weight: 600;
}
button {
  margin-top: 1.1rem;
}
.shared {
  font-weight: 400;
}
.demo {
  margin: 1rem 0 0;
}
</style>
