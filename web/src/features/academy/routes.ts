import type { RouteRecordRaw } from "vue-router";

export const routes: RouteRecordRaw[] = [
  { path: "/people", name: "people", component: () => import("./pages/PeoplePage.vue") },
  { path: "/settings", name: "settings", component: () => import("./pages/SettingsPage.vue") },
  { path: "/figures", name: "figures", component: () => import("./pages/FiguresPage.vue") },
  { path: "/account", name: "account", component: () => import("./pages/AccountPage.vue") },
  {
    path: "/come-in/:token?",
    name: "come-in",
    component: () => import("./pages/ComeInPage.vue"),
    // For somebody who is not signed in yet.
    meta: { open: true },
    // After the # it goes to no server; an address of an earlier release has it before.
    props: (to) => ({ token: String(to.params["token"] || to.hash.slice(1)) }),
  },
];
