import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/bays",
    name: "groups",
    component: () => import("./pages/GroupsPage.vue"),
    meta: { place: "groups" },
  },
  {
    path: "/bays/:groupId",
    name: "bays",
    component: () => import("./pages/BaysPage.vue"),
    meta: { place: "groups", plain: true },
    props: true,
  },
  {
    path: "/s/:studentId/range",
    name: "range",
    component: () => import("./pages/RangePage.vue"),
    // Without Ant Design, so that a phone on the range has it soon.
    meta: { plain: true },
    props: true,
  },
  {
    path: "/s/:studentId/calling",
    name: "calling",
    component: () => import("./pages/CallingPage.vue"),
    meta: { place: "practice", plain: true },
    props: true,
  },
  {
    path: "/s/:studentId/net",
    name: "net",
    component: () => import("./pages/NetPage.vue"),
    meta: { place: "range", plain: true },
    props: true,
  },
];
