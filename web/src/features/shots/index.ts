export { usePlayed } from "./composables/played";
export { routes } from "./routes";
