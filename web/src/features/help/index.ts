export { routes } from "./routes";
export { useLook } from "./composables/look";
export { default as GuidedLook } from "./components/GuidedLook.vue";
