import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/gaps",
    name: "gaps",
    component: () => import("./pages/GapsPage.vue"),
    meta: { place: "shots" },
    props: true,
  },
];
