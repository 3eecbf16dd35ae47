import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  { path: "/devices", name: "devices", component: () => import("./pages/DevicesPage.vue") },
];
