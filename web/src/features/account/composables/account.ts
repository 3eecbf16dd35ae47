/** Who is signed in. An expired session keeps the page and asks for the password over it. */
import { defineStore } from "pinia";
import { ref } from "vue";
import { api, dataOf, onSignedOut, sentenceOf, signedIn, type Schemas } from "@/shared/api/client";
import { flushOutbox } from "@/shared/outbox/outbox";

export const useAccount = defineStore("account", () => {
  const coach = ref<Schemas["CoachOut"] | null>(null);
  const demo = ref(false);
  const known = ref(false);
  const expired = ref(false);
  const error = ref("");

  function take(account: Schemas["Account"]): void {
    coach.value = account.coach ?? null;
    demo.value = account.demo;
    known.value = true;
    expired.value = false;
    error.value = "";
    if (account.coach) {
      signedIn();
      void flushOutbox();
    }
  }

  async function load(): Promise<void> {
    try {
      take(await dataOf(api.GET("/api/account")));
    } catch (cause) {
      error.value = sentenceOf(cause);
    }
  }

  /** What the page remembers for a dead network belongs to one coach. */
  async function forgetRead(): Promise<void> {
    if ("caches" in window) await caches.delete("oxgang-api");
  }

  async function signIn(log_in: string, password: string): Promise<void> {
    // Asking sets a fresh token; the one of an expired session is no longer good.
    const { csrf } = await dataOf(api.GET("/api/account"));
    const headers = { "X-CSRFToken": csrf };
    const before = coach.value?.name;
    take(await dataOf(api.POST("/api/account", { body: { log_in, password }, headers })));
    if (before !== coach.value?.name) await forgetRead();
  }

  async function signOut(): Promise<void> {
    take(await dataOf(api.DELETE("/api/account")));
    await forgetRead();
    location.assign("/");
  }

  onSignedOut(() => (expired.value = true));
  return { coach, demo, known, expired, error, load, signIn, signOut };
});
