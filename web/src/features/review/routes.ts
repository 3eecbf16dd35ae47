import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/review",
    name: "review",
    component: () => import("./pages/ReviewPage.vue"),
    meta: { place: "range" },
    props: true,
  },
];
