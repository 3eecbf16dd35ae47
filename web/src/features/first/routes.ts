import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  {
    path: "/start/:code?",
    name: "start",
    component: () => import("./pages/StartPage.vue"),
    // Nobody can be signed in yet.
    meta: { open: true },
    props: (to) => ({ code: String(to.params["code"] || to.hash.slice(1)) }),
  },
];
