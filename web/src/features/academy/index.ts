export { routes } from "./routes";
