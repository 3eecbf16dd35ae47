import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/pick",
    name: "pick",
    component: () => import("./pages/PickPage.vue"),
    props: true,
  },
];
