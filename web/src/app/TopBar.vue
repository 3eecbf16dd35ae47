<script setup lang="ts">
import { computed } from "vue";
import { useRoute, useRouter } from "vue-router";
import { useAccount } from "@/features/account";
import { chosenStudent } from "@/shared/student/chosen";
import { themeName } from "@/shared/ui/theme";
import BarMenu from "./BarMenu.vue";
import BarPlaces from "./BarPlaces.vue";
import { useLook } from "@/features/help";
import { placesOf } from "./places";
import { useStudentHere } from "./studentHere";
import SignOut from "./SignOut.vue";
import { usePageChord } from "./usePageChord";
import UnitsChoice from "./UnitsChoice.vue";
import StudentSwitcher from "./StudentSwitcher.vue";

const router = useRouter();
const route = useRoute();
const account = useAccount();

const studentId = useStudentHere();
const places = computed(() => placesOf(studentId.value, account.coach?.role === "head"));
/** In the list the letters go to the student of the chosen row. */
const reached = computed(() =>
  studentId.value || !chosenStudent.value
    ? places.value
    : placesOf(chosenStudent.value, account.coach?.role === "head"),
);
const onBar = computed(() => places.value.filter((place) => place.under === place.name));
const academy = computed(() => places.value.filter((place) => place.under === "academy"));
const inAcademy = computed(() => academy.value.find((place) => place.name === route.name));

const first = computed(() => account.coach?.name.split(" ")[0] ?? "");
const look = useLook();
const chord = usePageChord(
  () => reached.value,
  (to) => void router.push(to),
);
</script>

<template>
  <header class="bar">
    <RouterLink class="mark slab" to="/students">Oxgang</RouterLink>
    <StudentSwitcher :student-id="studentId" :places="places" />
    <BarPlaces class="places" :places="onBar" />
    <div class="right">
      <BarMenu :label="inAcademy?.label ?? 'Academy'" :here="!!inAcademy">
        <RouterLink v-for="place in academy" :key="place.name" :to="place.to">{{ place.label }}</RouterLink>
      </BarMenu>
      <button
        type="button"
        class="flat"
        :aria-pressed="themeName === 'sun'"
        title="High contrast and large type for outdoors"
        @click="themeName = themeName === 'sun' ? 'paper' : 'sun'"
      >
        {{ themeName === "sun" ? "Indoor" : "Outdoor" }}
      </button>
      <BarMenu :label="first" :description="`${account.coach?.name}: account, help`">
        <RouterLink to="/account">{{ account.coach?.name }}</RouterLink>
        <UnitsChoice :student-id="studentId" />
        <RouterLink to="/words">Help</RouterLink>
        <button type="button" @click="look.start()">Tour</button>
        <SignOut />
      </BarMenu>
    </div>
    <p v-if="chord" class="chord" role="status">
      <span v-for="page in reached.filter(({ letter }) => letter)" :key="page.name">
        <kbd>{{ page.letter }}</kbd> {{ page.label }}
      </span>
    </p>
  </header>
</template>

<style scoped>
.bar {
  position: relative;
  display: flex;
  align-items: center;
  gap: 0 0.7rem;
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
.flat:hover {
  text-decoration: underline;
}
.chord {
  position: absolute;
  top: 100%;
  right: 0;
  left: 0;
  z-index: 20;
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.2rem;
  margin: 0;
  padding: 0.8rem 1.5rem;
  border-bottom: 1px solid var(--line-strong);
  background: var(--sheet);
  color: var(--ink);
}
.bar :focus-visible {
  outline-color: #e8b468;
  outline-offset: -3px;
}
@media (max-width: 640px) {
  .bar {
    flex-wrap: wrap;
    padding: 0 0.75rem;
    gap: 0 0.3rem;
  }
  .places {
    order: 5;
    flex-basis: 100%;
  }
  .mark {
    display: none;
  }
  .right {
    gap: 0;
  }
  .flat {
    padding: 0 0.4rem;
  }
}
</style>
