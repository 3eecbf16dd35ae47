import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/gaps",
    name: "gaps",
    component: () => import("./pages/GapsPage.vue"),
    props: true,
  },
];
