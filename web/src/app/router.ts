import { createRouter, createWebHistory, type RouteRecordRaw } from "vue-router";
import { routes as devices } from "@/features/devices";
import { routes as flight } from "@/features/flight";
import { routes as matrix } from "@/features/matrix";
import { routes as range } from "@/features/range";
import { routes as students } from "@/features/students";

const routes: RouteRecordRaw[] = [
  { path: "/", redirect: "/students" },
  ...students,
  ...matrix,
  ...range,
  ...flight,
  ...devices,
  { path: "/:rest(.*)*", name: "lost", component: () => import("./LostPage.vue") },
];

export const router = createRouter({ history: createWebHistory(), routes });
