export { default as SignIn } from "./components/SignIn.vue";
export { useAccount } from "./composables/account";
