import { defineAsyncComponent } from "vue";

export const SignIn = defineAsyncComponent(() => import("./components/SignIn.vue"));
export { useAccount } from "./composables/account";
