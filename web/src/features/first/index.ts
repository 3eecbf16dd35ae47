export { routes } from "./routes";
export { useThread } from "./composables/thread";
export { default as ThreadBar } from "./components/ThreadBar.vue";
