<script setup lang="ts">
/** A one-time link: a new person chooses log-in and password, or somebody sets a new one. */
import { useQuery } from "@pinia/colada";
import { Button, Input, InputPassword } from "ant-design-vue";
import { ref } from "vue";
import { useRouter } from "vue-router";
import { PasswordStrength, useAccount } from "@/features/account";
import { api, dataOf, sentenceOf } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { useTexts } from "@/shared/texts/texts";
import Sentence from "@/shared/ui/Sentence.vue";
import Waiting from "@/shared/ui/Waiting.vue";

const props = defineProps<{ token: string }>();
const router = useRouter();
const account = useAccount();
const texts = useTexts();
const link = useQuery({
  key: () => ["come-in", props.token],
  query: () => dataOf(api.POST("/api/account/links/look", { body: { token: props.token } })),
});
const { busy, run, about } = useSaving();
const logIn = ref("");
const password = ref("");

async function enter(): Promise<void> {
  // Asking sets the token that writes need.
  await api.GET("/api/account");
  const body = { token: props.token, log_in: logIn.value, password: password.value };
  const done = await run(() => dataOf(api.POST("/api/account/links", { body })));
  if (!done) return;
  await account.load();
  await router.replace("/");
}
</script>

<template>
  <div class="page narrow">
    <Waiting v-if="!link.data.value && !link.error.value" what="the link" />
    <section v-if="link.error.value" class="sheet">
      <h1>Oxgang</h1>
      <Sentence :text="sentenceOf(link.error.value)" />
    </section>
    <form v-else-if="link.data.value" class="sheet" @submit.prevent="enter">
      <h1>{{ link.data.value.academy }}</h1>
      <p>
        <b>{{ link.data.value.name }}</b>, {{ texts.name("role", link.data.value.role) }}.
        {{
          link.data.value.log_in
            ? "Set a new password. This signs out all other browsers."
            : "Choose a username and a password. This link works once."
        }}
      </p>
      <label for="new-log-in">Username</label>
      <b v-if="link.data.value.log_in" id="new-log-in">{{ link.data.value.log_in }}</b>
      <Input
        v-else
        id="new-log-in"
        v-model:value="logIn"
        autocomplete="username"
        autocapitalize="none"
        :maxlength="150"
      />
      <Sentence :text="about('log_in')" />
      <label for="new-password">Password</label>
      <ul class="quiet">
        <li v-for="rule in link.data.value.rules" :key="rule">{{ rule }}</li>
      </ul>
      <InputPassword id="new-password" v-model:value="password" autocomplete="new-password" />
      <PasswordStrength :password="password" />
      <Sentence :text="about('password', '')" />
      <Button type="primary" html-type="submit" size="large" block :loading="busy" :disabled="!password"
        >Join</Button
      >
    </form>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 30rem;
  margin: 2rem auto;
}
label {
  display: block;
  font-weight: 600;
  margin: 0.8rem 0 0.2rem;
}
ul {
  margin: 0 0 0.4rem;
  padding-left: 1.1rem;
}
:deep(.ant-btn) {
  margin-top: 1rem;
}
</style>
