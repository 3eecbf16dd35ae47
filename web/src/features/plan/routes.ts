import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/plan",
    name: "plan",
    component: () => import("./pages/PlanPage.vue"),
    props: true,
    // A step of the range.
    meta: { place: "range" },
  },
];
