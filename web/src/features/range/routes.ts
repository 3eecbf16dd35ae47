import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/range",
    name: "range",
    component: () => import("./pages/RangePage.vue"),
    props: true,
  },
  {
    path: "/s/:studentId/net",
    name: "net",
    component: () => import("./pages/NetPage.vue"),
    meta: { place: "range" },
    props: true,
  },
];
