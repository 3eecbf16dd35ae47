import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  { path: "/calendar", name: "calendar", component: () => import("./pages/CalendarPage.vue") },
];
