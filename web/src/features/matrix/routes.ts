import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/matrix",
    name: "matrix",
    component: () => import("./pages/MatrixPage.vue"),
    props: true,
  },
];
