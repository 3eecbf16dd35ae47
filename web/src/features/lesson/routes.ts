import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/s/:studentId/lesson",
    name: "lesson",
    component: () => import("./pages/LessonPage.vue"),
    props: true,
  },
];
