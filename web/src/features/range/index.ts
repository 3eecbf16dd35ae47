export { routes } from "./routes";

import { defineAsyncComponent } from "vue";

/** The academy's range pictures, for its settings. */
export const RangePictures = defineAsyncComponent(() => import("./components/RangePictures.vue"));
