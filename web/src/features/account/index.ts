import { computed, defineAsyncComponent } from "vue";
import { useAccount } from "./composables/account";

export const SignIn = defineAsyncComponent(() => import("./components/SignIn.vue"));
export const ProofBox = defineAsyncComponent(() => import("./components/ProofBox.vue"));
export { default as PasswordStrength } from "./components/PasswordStrength.vue";
export { useAccount };

/** Whether a head coach is signed in. */
export function useLeads() {
  const account = useAccount();
  return computed(() => account.coach?.role === "head");
}

/** Whether who is signed in may teach: an assistant takes no files in or out. */
export function useTeaches() {
  const account = useAccount();
  return computed(() => account.coach?.role !== "assistant");
}
