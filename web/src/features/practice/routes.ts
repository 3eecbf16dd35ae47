import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/practice",
    name: "practice",
    component: () => import("./pages/PracticePage.vue"),
    props: true,
  },
  {
    path: "/s/:studentId/sheet",
    name: "sheet",
    component: () => import("./pages/SheetPage.vue"),
    meta: { place: "practice" },
    props: true,
  },
];
