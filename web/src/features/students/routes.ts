import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  { path: "/students", name: "students", component: () => import("./pages/StudentsPage.vue") },
  {
    path: "/students/new",
    name: "new-student",
    component: () => import("./pages/NewStudentPage.vue"),
  },
  {
    path: "/s/:studentId/setup",
    name: "setup",
    component: () => import("./pages/SetupPage.vue"),
    props: true,
  },
  {
    path: "/s/:studentId/data",
    name: "data",
    component: () => import("./pages/DataPage.vue"),
    meta: { place: "setup" },
    props: true,
  },
];
