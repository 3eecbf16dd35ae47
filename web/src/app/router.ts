import { createRouter, createWebHistory, START_LOCATION, type RouteRecordRaw } from "vue-router";
import { ref } from "vue";
import { routes as academy } from "@/features/academy";
import { routes as calendar } from "@/features/calendar";
import { routes as card } from "@/features/card";
import { routes as devices } from "@/features/devices";
import { routes as first } from "@/features/first";
import { routes as flight } from "@/features/flight";
import { routes as gaps } from "@/features/gaps";
import { routes as help } from "@/features/help";
import { routes as history } from "@/features/history";
import { routes as imports } from "@/features/imports";
import { routes as lesson } from "@/features/lesson";
import { routes as matrix } from "@/features/matrix";
import { routes as pick } from "@/features/pick";
import { routes as plan } from "@/features/plan";
import { routes as practice } from "@/features/practice";
import { routes as progress } from "@/features/progress";
import { routes as range } from "@/features/range";
import { routes as review } from "@/features/review";
import { routes as shots } from "@/features/shots";
import { routes as students } from "@/features/students";
import { holdKeys, releaseKeys } from "@/shared/keys/useKeys";
import { yieldToMain } from "@/shared/ui/yieldToMain";
import { loadMissingPartsAnew } from "./staleParts";

const routes: RouteRecordRaw[] = [
  { path: "/", redirect: "/students" },
  ...academy,
  ...students,
  ...matrix,
  ...range,
  ...shots,
  ...gaps,
  ...pick,
  ...card,
  ...imports,
  ...plan,
  ...lesson,
  ...practice,
  ...review,
  ...flight,
  ...devices,
  ...calendar,
  ...progress,
  ...history,
  ...help,
  ...first,
  { path: "/:rest(.*)*", name: "lost", component: () => import("./LostPage.vue") },
];

export const router = createRouter({ history: createWebHistory(), routes });

/** Whether the first place may be shown: the bar around it has taken it in, in a turn of its own. */
export const firstPlace = ref(false);
/** What went wrong on the way to a place. */
export const wayTrouble = ref("");

// From the choice of a place until it is there keys belong to it, and to no other student's page.
router.beforeEach((to, from) => {
  if (to.path !== from.path) holdKeys();
});
// The parts of a view come together with it, or not at all.
router.beforeResolve(async (to) => {
  if (!to.meta["plain"]) await import("./Themed.vue");
});
router.afterEach((to, from) => {
  wayTrouble.value = "";
  // What had the focus belonged to the place before.
  if (to.path !== from.path) document.getElementById("main")?.focus();
  if (from !== START_LOCATION) return void releaseKeys();
  void yieldToMain().then(() => {
    firstPlace.value = true;
    void releaseKeys();
  });
});
router.onError(() => void releaseKeys());
loadMissingPartsAnew(router, (sentence) => (wayTrouble.value = sentence));
