import "./styles.css";
import { PiniaColada } from "@pinia/colada";
import { createPinia } from "pinia";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import { keepFiles } from "./withoutNetwork";

createApp(App)
  .use(createPinia())
  .use(PiniaColada, { queryOptions: { staleTime: 0, gcTime: 300_000 } })
  .use(router)
  .mount("#app");

keepFiles();
