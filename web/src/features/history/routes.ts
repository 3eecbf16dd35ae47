import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/history",
    name: "history",
    meta: { place: "setup" },
    component: () => import("./pages/HistoryPage.vue"),
    props: true,
  },
  {
    path: "/history",
    name: "academy-history",
    component: () => import("./pages/HistoryPage.vue"),
  },
];
