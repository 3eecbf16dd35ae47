import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/progress",
    name: "progress",
    component: () => import("./pages/ProgressPage.vue"),
    props: true,
  },
];
