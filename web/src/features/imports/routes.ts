import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/import",
    name: "import",
    component: () => import("./pages/ImportPage.vue"),
    meta: { place: "setup" },
    props: true,
  },
  {
    path: "/s/:studentId/chart",
    name: "chart",
    component: () => import("./pages/ChartPage.vue"),
    meta: { place: "setup" },
    props: true,
  },
];
