import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/flight",
    name: "flight",
    component: () => import("./pages/FlightPage.vue"),
    meta: { place: "setup" },
    props: true,
  },
];
