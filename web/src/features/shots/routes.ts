import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/shots",
    name: "shots",
    component: () => import("./pages/ShotsPage.vue"),
    props: true,
  },
];
