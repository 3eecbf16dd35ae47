<script setup lang="ts">
/** What a person has to know of the own account, and a head coach of the server, on every view. */
import { useAccount } from "@/features/account";
import { momentWords } from "@/shared/format/dates";
import { useTexts } from "@/shared/texts/texts";

const account = useAccount();
const texts = useTexts();
</script>

<template>
  <div>
    <p v-for="trouble in account.server" :key="trouble" class="line wrong" role="alert">
      {{ texts.format(trouble) }}
    </p>
    <div v-if="account.notices.length" class="line" role="status">
      <ul>
        <li v-for="(one, i) in account.notices" :key="i">
          {{ texts.did(one.did) }}, {{ momentWords(one.at)
          }}<template v-if="one.by && one.by !== account.coach?.name">, by {{ one.by }}</template>
        </li>
      </ul>
      <span class="acts">
        Wasn't you? <RouterLink to="/account">Change your password</RouterLink>
        <button type="button" @click="account.noticesSeen()">That was me</button>
      </span>
    </div>
    <p v-if="account.advice" class="line">
      Head coaches can change everything here. Protect your account with a second factor.
      <RouterLink to="/account">Set up a second factor</RouterLink>
      <button type="button" @click="account.advice = false">Later</button>
    </p>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.2rem 0.9rem;
  margin: 0;
  padding: 0.35rem 1.5rem;
  background: var(--accent-soft);
  border-bottom: 1px solid var(--line);
}
.wrong {
  background: var(--clay-soft);
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
a {
  color: var(--accent);
}
.acts {
  display: flex;
  align-items: center;
  gap: 0.5rem;
}
.line button {
  min-height: 44px;
  padding: 0 0.8rem;
  border: 1px solid var(--line-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
@media (max-width: 640px) {
  .line {
    padding: 0.35rem 0.75rem;
  }
}
</style>
