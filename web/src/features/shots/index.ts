export { FIRST_WIDTH_YD, usePlayed } from "./composables/played";
export { routes } from "./routes";
