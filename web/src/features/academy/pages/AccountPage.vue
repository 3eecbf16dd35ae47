<script setup lang="ts">
/** One's own ways in: password, second factor, where one is signed in. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { Button, Input, InputPassword } from "ant-design-vue";
import { ref } from "vue";
import { PasswordStrength, useAccount } from "@/features/account";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { momentWords } from "@/shared/format/dates";
import { useTexts } from "@/shared/texts/texts";
import DeferredMount from "@/shared/ui/DeferredMount.vue";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";
import { browserName } from "../composables/browserName";

type Security = Schemas["SecurityOut"];
const cache = useQueryCache();
const account = useAccount();
const texts = useTexts();
const security = useQuery({
  key: keys.security,
  query: () => dataOf(api.GET("/api/account/security")),
});
const password = useSaving();
const factor = useSaving();
const places = useSaving();
const old = ref("");
const fresh = ref("");
const secret = ref<Schemas["FactorOut"] | null>(null);
const code = ref("");
const codes = ref<string[]>([]);

const take = (now: Security | undefined) => {
  if (now) cache.setQueryData(keys.security, now);
  return now !== undefined;
};
async function change(): Promise<void> {
  const body = { old: old.value, password: fresh.value };
  const done = take(await password.run(() => dataOf(api.POST("/api/account/password", { body }))));
  if (!done) return;
  old.value = fresh.value = "";
}
async function begin(): Promise<void> {
  secret.value = (await factor.run(() => dataOf(api.POST("/api/account/factor")))) ?? null;
}
async function confirm(): Promise<void> {
  const done = await factor.run(() => dataOf(api.PUT("/api/account/factor", { body: { code: code.value } })));
  if (!done) return;
  codes.value = done.codes;
  secret.value = null;
  code.value = "";
  await security.refetch();
  await account.load();
}
async function end(): Promise<void> {
  if (take(await factor.run(() => dataOf(api.POST("/api/account/factor/end"))))) codes.value = [];
}
const endOne = async (id: number) =>
  take(
    await places.run(() =>
      dataOf(api.DELETE("/api/account/sign-ins/{sign_in_id}", { params: { path: { sign_in_id: id } } })),
    ),
  );
const endAll = async () => take(await places.run(() => dataOf(api.POST("/api/account/sign-out-everywhere"))));
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ account.coach?.name }}</h1>
      <span class="quiet"
        >{{ texts.name("role", account.coach?.role ?? "coach") }}, {{ security.data.value?.log_in }}</span
      >
    </div>
    <Sentence v-if="security.error.value" :text="sentenceOf(security.error.value)" />
    <Waiting v-if="!security.data.value && !security.error.value" what="account" />
    <div v-if="security.data.value" class="columns">
      <section class="sheet">
        <h2>Password</h2>
        <ul class="quiet">
          <li v-for="rule in security.data.value.rules" :key="rule">{{ rule }}</li>
        </ul>
        <form @submit.prevent="change">
          <label for="old">Current password</label>
          <InputPassword id="old" v-model:value="old" autocomplete="current-password" />
          <Sentence :text="password.about('old')" />
          <label for="fresh">New password</label>
          <InputPassword id="fresh" v-model:value="fresh" autocomplete="new-password" />
          <PasswordStrength :password="fresh" />
          <Sentence :text="password.about('password', '')" />
          <p v-if="password.state.saved" role="status">
            Password changed. All other browsers are signed out.
          </p>
          <Button type="primary" html-type="submit" :loading="password.busy.value" :disabled="!old || !fresh"
            >Change password</Button
          >
        </form>
      </section>
      <DeferredMount>
        <section class="sheet">
          <h2>Second factor</h2>
          <Sentence
            v-if="security.data.value.factor_wanted && !security.data.value.factor"
            tone="ask"
            text="Your academy requires a second factor. Set it up here to continue."
          />
          <template v-if="security.data.value.factor">
            <p>On. Signing in asks for six digits from your phone.</p>
            <p class="quiet">{{ security.data.value.codes_left }} recovery codes left.</p>
            <div v-if="codes.length" class="codes" role="status">
              <p>
                <b>Recovery codes for a lost phone. Each works once.</b> Write them down now, they won't be
                shown again.
              </p>
              <code v-for="one in codes" :key="one">{{ one }}</code>
            </div>
            <form @submit.prevent="end">
              <Sentence :text="factor.error.value" />
              <Button html-type="submit" :loading="factor.busy.value">Turn off</Button>
            </form>
          </template>
          <template v-else-if="secret">
            <p>Scan this with an authenticator app, then type the six digits it shows.</p>
            <img :src="secret.qr" alt="The secret as a QR code" width="180" height="180" />
            <p class="quiet">
              Or type it in: <code>{{ secret.secret }}</code>
            </p>
            <form @submit.prevent="confirm">
              <label for="code">Six digits</label>
              <Input
                id="code"
                v-model:value="code"
                inputmode="numeric"
                autocomplete="one-time-code"
                :maxlength="12"
              />
              <Sentence :text="factor.error.value" />
              <Button type="primary" html-type="submit" :loading="factor.busy.value">Turn it on</Button>
            </form>
          </template>
          <template v-else>
            <p class="quiet">Off. When it's on, signing in also asks for six digits from your phone.</p>
            <Sentence :text="factor.error.value" />
            <Button :loading="factor.busy.value" @click="begin">Set up</Button>
          </template>
        </section></DeferredMount
      >
      <DeferredMount>
        <section class="sheet">
          <h2>Signed in</h2>
          <p v-for="one in security.data.value.sign_ins" :key="one.id" class="row">
            <span
              ><b>{{ browserName(one.browser) }}</b>
              <span class="quiet under num"
                >{{ one.where }}, since {{ momentWords(one.at) }}, last seen
                {{ momentWords(one.seen_at) }}</span
              ></span
            >
            <span v-if="one.here" class="quiet">this browser</span>
            <Button v-else size="small" @click="endOne(one.id)">Sign out</Button>
          </p>
          <Sentence :text="places.error.value" />
          <Button v-if="security.data.value.sign_ins.length > 1" @click="endAll">Sign out all others</Button>
        </section></DeferredMount
      >
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
ul {
  margin: 0.2rem 0 0.4rem;
  padding-left: 1.1rem;
}
label {
  display: block;
  font-weight: 600;
  margin: 0.7rem 0 0.2rem;
}
form :deep(.ant-btn) {
  margin-top: 0.8rem;
}
img {
  background: #fff;
}
code {
  overflow-wrap: anywhere;
}
.codes {
  padding: 0.6rem;
  background: var(--accent-soft);
}
.codes code {
  display: inline-block;
  width: 9rem;
}
.row {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.6rem;
}
.under {
  display: block;
}
</style>
