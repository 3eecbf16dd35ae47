import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/card",
    name: "card",
    component: () => import("./pages/CardPage.vue"),
    props: true,
  },
];
