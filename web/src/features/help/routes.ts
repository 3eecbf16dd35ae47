import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/words",
    name: "words",
    component: () => import("./pages/WordsPage.vue"),
    meta: { plain: true },
  },
];
