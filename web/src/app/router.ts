import { createRouter, createWebHistory, type RouteRecordRaw } from "vue-router";
import { routes as calendar } from "@/features/calendar";
import { routes as card } from "@/features/card";
import { routes as devices } from "@/features/devices";
import { routes as flight } from "@/features/flight";
import { routes as gaps } from "@/features/gaps";
import { routes as history } from "@/features/history";
import { routes as imports } from "@/features/imports";
import { routes as matrix } from "@/features/matrix";
import { routes as plan } from "@/features/plan";
import { routes as progress } from "@/features/progress";
import { routes as range } from "@/features/range";
import { routes as review } from "@/features/review";
import { routes as students } from "@/features/students";

const routes: RouteRecordRaw[] = [
  { path: "/", redirect: "/students" },
  ...students,
  ...matrix,
  ...range,
  ...gaps,
  ...card,
  ...imports,
  ...plan,
  ...review,
  ...flight,
  ...devices,
  ...calendar,
  ...progress,
  ...history,
  { path: "/:rest(.*)*", name: "lost", component: () => import("./LostPage.vue") },
];

export const router = createRouter({ history: createWebHistory(), routes });
