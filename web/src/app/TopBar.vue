<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useAccount } from "@/features/account";
import { key, useKeys } from "@/shared/keys/useKeys";
import { themeName } from "@/shared/ui/theme";
import SignOut from "./SignOut.vue";
import UnitsChoice from "./UnitsChoice.vue";
import StudentSwitcher from "./StudentSwitcher.vue";

const route = useRoute();
const router = useRouter();
const account = useAccount();

const studentId = computed(() => String(route.params["studentId"] ?? ""));
const places = computed(() => [
  { name: "students", label: "Students", letter: "s", to: "/students" },
  { name: "calendar", label: "Calendar", letter: "d", to: "/calendar" },
  ...(studentId.value
    ? [
        { name: "setup", label: "Setup", letter: "b", to: `/s/${studentId.value}/setup` },
        { name: "lesson", label: "Lesson", letter: "l", to: `/s/${studentId.value}/lesson` },
        { name: "matrix", label: "Matrix", letter: "m", to: `/s/${studentId.value}/matrix` },
        { name: "range", label: "Range", letter: "r", to: `/s/${studentId.value}/range` },
        { name: "shots", label: "Shots", letter: "t", to: `/s/${studentId.value}/shots` },
        { name: "pick", label: "Pick", letter: "k", to: `/s/${studentId.value}/pick` },
        { name: "practice", label: "Practice", letter: "e", to: `/s/${studentId.value}/practice` },
        { name: "card", label: "Card", letter: "c", to: `/s/${studentId.value}/card` },
        { name: "progress", label: "Progress", letter: "o", to: `/s/${studentId.value}/progress` },
      ]
    : [
        { name: "groups", label: "Bays", letter: "y", to: "/bays" },
        { name: "people", label: "People", letter: "w", to: "/people" },
        ...(account.coach?.role === "head"
          ? [{ name: "figures", label: "Figures", letter: "i", to: "/figures" }]
          : []),
        { name: "settings", label: "Settings", letter: "x", to: "/settings" },
      ]),
]);

const CHORD_MS = 1200;
let chordUntil = 0;
useKeys("Places", [
  key(
    "g",
    "then s students, d calendar, b setup, l lesson, m matrix, r range, p plan, v review, t shots, a gaps, k pick, e practice, c card, f flight, o progress, h history, y bays, w people, x settings, z what is kept",
    "g",
    // When the keys were pressed counts, not when a busy page gets round to them.
    (event) => {
      chordUntil = event.timeStamp + CHORD_MS;
    },
  ),
]);
// The second key of the chord must win over the view's own letters.
useEventListener(
  window,
  "keydown",
  (event: KeyboardEvent) => {
    if (event.timeStamp > chordUntil) return;
    const hidden = studentId.value
      ? [
          { letter: "a", to: `/s/${studentId.value}/gaps` },
          { letter: "f", to: `/s/${studentId.value}/flight` },
          { letter: "p", to: `/s/${studentId.value}/plan` },
          { letter: "v", to: `/s/${studentId.value}/review` },
          { letter: "h", to: `/s/${studentId.value}/history` },
          { letter: "z", to: `/s/${studentId.value}/kept` },
          { letter: "y", to: "/bays" },
          { letter: "w", to: "/people" },
          { letter: "x", to: "/settings" },
        ]
      : [{ letter: "h", to: "/history" }];
    const place = [...places.value, ...hidden].find((p) => p.letter === event.key);
    chordUntil = 0;
    if (!place) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    void router.push(place.to);
  },
  { capture: true },
);
</script>

<template>
  <header class="bar">
    <RouterLink class="mark slab" to="/students">Oxgang</RouterLink>
    <StudentSwitcher :student-id="studentId" />
    <nav aria-label="Places">
      <RouterLink
        v-for="place in places"
        :key="place.name"
        :to="place.to"
        :class="{ here: route.meta['place'] === place.name || route.name === place.name }"
        :aria-current="route.name === place.name ? 'page' : undefined"
        >{{ place.label }}</RouterLink
      >
    </nav>
    <div class="right">
      <UnitsChoice :student-id="studentId" />
      <button
        type="button"
        class="flat"
        :aria-pressed="themeName === 'sun'"
        title="Maximum contrast and large type, for a tablet outdoors"
        @click="themeName = themeName === 'sun' ? 'paper' : 'sun'"
      >
        {{ themeName === "sun" ? "Paper" : "Sun" }}
      </button>
      <RouterLink class="who" to="/account">{{ account.coach?.name }}</RouterLink>
      <SignOut />
    </div>
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 0.4rem 1.1rem;
  flex-wrap: wrap;
  background: var(--bar);
  color: var(--bar-ink);
  padding: 0 1.5rem;
  min-height: 3.3rem;
}
.mark {
  font-size: 1.3rem;
  font-weight: 700;
  color: var(--bar-ink);
  text-decoration: none;
}
nav {
  display: flex;
  align-self: stretch;
}
nav a {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 0.6rem;
  color: var(--bar-ink-2);
  text-decoration: none;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
}
nav a:hover {
  color: var(--bar-ink);
}
nav a.here {
  color: var(--bar-ink);
  font-weight: 650;
  border-bottom-color: #d08a33;
}
.right {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 0.5rem;
  color: var(--bar-ink-2);
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
.who {
  color: var(--bar-ink-2);
  text-decoration: none;
}
.who:hover,
.flat:hover {
  text-decoration: underline;
}
.bar :focus-visible {
  outline-color: #e8b468;
  outline-offset: -3px;
}
@media (max-width: 640px) {
  .bar {
    padding: 0 0.75rem;
    gap: 0 0.6rem;
  }
  .who {
    display: none;
  }
  nav {
    order: 5;
    width: 100%;
    overflow-x: auto;
  }
  nav a {
    padding: 0 0.7rem;
  }
}
</style>
