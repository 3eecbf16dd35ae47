<script setup lang="ts">
import { defineAsyncComponent, watchEffect, type FunctionalComponent } from "vue";
import { useRoute } from "vue-router";
import { ProofBox, SignIn, useAccount } from "@/features/account";
import { ThreadBar } from "@/features/first";
import { GuidedLook } from "@/features/help";
import { proofAsked } from "@/shared/api/proof";
import { themeName } from "@/shared/ui/theme";
import Sentence from "@/shared/ui/Sentence.vue";
import KeysHelp from "./KeysHelp.vue";
import LookUp from "./LookUp.vue";
import PlaceTabs from "./PlaceTabs.vue";
import OutboxBanner from "./OutboxBanner.vue";
import { firstPlace, wayTrouble } from "./router";
import { useStudentHere } from "./studentHere";
import TopBar from "./TopBar.vue";

const AccountNotices = defineAsyncComponent(() => import("./AccountNotices.vue"));
const Themed = defineAsyncComponent(() => import("./Themed.vue"));
/** A view that does without Ant Design is there sooner: the one that is opened on a phone. */
const Plain: FunctionalComponent = (_, { slots }) => slots["default"]?.();

const place = useRoute();
const studentId = useStudentHere();
const account = useAccount();
watchEffect(() => (document.documentElement.dataset["theme"] = themeName.value));
void account.load();
</script>

<template>
  <!-- A page for somebody who is not signed in yet. -->
  <main v-if="place.meta['open']" id="main" tabindex="-1">
    <RouterView v-slot="{ Component }">
      <Themed><component :is="Component" /></Themed>
    </RouterView>
  </main>
  <template v-else-if="account.coach">
    <a class="skip" href="#main">Skip to content</a>
    <TopBar />
    <ThreadBar />
    <AccountNotices v-if="account.notices.length || account.advice || account.server.length" />
    <OutboxBanner />
    <Sentence class="way" :text="wayTrouble" />
    <PlaceTabs v-if="studentId" :student-id="studentId" />
    <main id="main" tabindex="-1">
      <RouterView v-if="firstPlace" v-slot="{ Component, route }">
        <!-- Before the first view is there nothing is known of what it needs. -->
        <component :is="route.meta['plain'] ? Plain : Themed" v-if="Component">
          <component :is="Component" :key="String(route.params['studentId'] ?? '')" />
        </component>
      </RouterView>
    </main>
    <KeysHelp />
    <ProofBox v-if="proofAsked" />
    <GuidedLook />
    <LookUp v-if="studentId" :key="`look${studentId}`" :student-id="studentId" />
  </template>
  <div v-else-if="account.error" class="page">
    <Sentence :text="account.error" />
    <button type="button" @click="account.load()">Try again</button>
  </div>
  <!-- Over the page, not instead of it: whatever was being typed stays where it is. -->
  <SignIn
    v-if="!place.meta['open'] && account.known && (!account.coach || account.expired)"
    :over="!!account.coach"
  />
</template>

<style scoped>
main:focus {
  outline: none;
}
.way {
  margin: 0.3rem 1.5rem;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  z-index: 20;
  background: var(--sheet);
  padding: 4px 8px;
}
</style>
