/** Who is signed in. An expired session keeps the page and asks for the password over it. */
import { defineStore } from "pinia";
import { ref } from "vue";
import {
  api,
  dataOf,
  onSignedOut,
  pageBelongsTo,
  Problem,
  sentenceOf,
  signedIn,
  Unreachable,
  type Schemas,
} from "@/shared/api/client";
import { forgetReads, forgetReadsOf } from "@/shared/api/lastRead";
import { forgetDraftsOfStudent, forgetOwn, storageBelongsTo } from "@/shared/storage/own";
import { chosenUnits } from "@/shared/units/units";
import { startOutbox, stopOutbox } from "@/shared/outbox/outbox";

type Account = Schemas["Account"];

/** The account as the server said it last, for a page that starts without a network. */
const LAST = "oxgang-account";
/** Signed out here while the server could not be told. */
const LEAVING = "oxgang-signing-out";
const WITHOUT_NETWORK =
  "You are signed out on this device, and nothing of your students is left on it. The server " +
  "could not be done: that is done as soon as there is a network again.";

export const useAccount = defineStore("account", () => {
  const coach = ref<Schemas["CoachOut"] | null>(null);
  const demo = ref(false);
  const known = ref(false);
  const expired = ref(false);
  const error = ref("");
  /** What a person who is signed out has to know. */
  const notice = ref("");

  /** What happened to the person's ways in, and what is wrong with the server. */
  const notices = ref<Account["notices"]>([]);
  const server = ref<Account["server"]>([]);
  /** A head coach without a second factor is told once in each sitting. */
  const advice = ref(false);
  let advised = false;

  async function take(account: Account): Promise<void> {
    const before = coach.value?.id ?? lastKnown()?.coach?.id;
    const now = account.coach ?? null;
    if (now && before !== undefined && before !== now.id) {
      await forgetReads();
      if (coach.value) {
        // The page still shows what the other coach was looking at.
        remember(account);
        location.assign("/");
        return;
      }
    }
    const erased = account.erased ?? [];
    erased.forEach(forgetDraftsOfStudent);
    await forgetReadsOf(erased);
    storageBelongsTo(now);
    // From here on views ask: nothing may come between the coach and whose page this is.
    pageBelongsTo(now?.id ?? null);
    coach.value = now;
    demo.value = account.demo;
    chosenUnits.value = { own: now?.units ?? "", usual: now?.academy.units ?? "yd" };
    known.value = true;
    expired.value = false;
    error.value = "";
    remember(account);
    if (now) {
      notice.value = "";
      notices.value = account.notices ?? [];
      server.value = account.server ?? [];
      advice.value ||= account.advise_factor && !advised;
      advised ||= account.advise_factor;
      signedIn();
      void startOutbox({ coach: now.id, academy: now.academy.id, name: now.name });
    } else stopOutbox();
  }

  function remember(account: Account | null): void {
    try {
      if (account?.coach) localStorage.setItem(LAST, JSON.stringify({ ...account, csrf: "" }));
      else localStorage.removeItem(LAST);
    } catch {
      /* a browser that keeps nothing asks the server each time */
    }
  }
  function lastKnown(): Account | null {
    try {
      return JSON.parse(localStorage.getItem(LAST) ?? "null") as Account | null;
    } catch {
      return null;
    }
  }

  /** Tell the server of a sign-out that it has not heard of. Whether it knows now. */
  async function finishLeaving(): Promise<boolean> {
    if (localStorage.getItem(LEAVING) === null) return true;
    try {
      await api.GET("/api/account"); // sets the token
      await api.DELETE("/api/account");
    } catch (cause) {
      // Nobody is signed in there any more: that is what was wanted.
      if (!(cause instanceof Problem && cause.ours && cause.status === 401)) return false;
    }
    localStorage.removeItem(LEAVING);
    return true;
  }

  async function load(): Promise<void> {
    if (!(await finishLeaving())) {
      notice.value = WITHOUT_NETWORK;
      await take({
        coach: null,
        csrf: "",
        demo: false,
        erased: [],
        notices: [],
        advise_factor: false,
        server: [],
      });
      return;
    }
    try {
      await take(await dataOf(api.GET("/api/account")));
    } catch (cause) {
      const last = cause instanceof Unreachable ? lastKnown() : null;
      if (last) await take(last);
      else error.value = sentenceOf(cause);
    }
  }

  async function signIn(log_in: string, password: string, code = "", shared = false): Promise<void> {
    await finishLeaving();
    // Whoever comes now need not be the one whose page this was.
    pageBelongsTo(null);
    // Asking sets a fresh token; the one of an expired session is no longer good.
    const { csrf } = await dataOf(api.GET("/api/account"));
    const headers = { "X-CSRFToken": csrf };
    try {
      await take(
        await dataOf(api.POST("/api/account", { body: { log_in, password, code, shared }, headers })),
      );
    } finally {
      pageBelongsTo(coach.value?.id ?? null);
    }
  }

  /** Units of every screen; "" is each student's own. */
  async function chooseUnits(units: Schemas["OwnUnits"]["units"]): Promise<void> {
    await take(await dataOf(api.PUT("/api/account/units", { body: { units } })));
  }

  async function noticesSeen(): Promise<void> {
    await take(await dataOf(api.POST("/api/account/notices-seen")));
  }

  /** Balls that wait stay in this browser for their coach; what was read of students does not. */
  async function signOut(): Promise<void> {
    try {
      await dataOf(api.DELETE("/api/account"));
    } catch (cause) {
      if (!(cause instanceof Unreachable)) throw cause;
      localStorage.setItem(LEAVING, "yes");
    }
    stopOutbox();
    remember(null);
    forgetOwn();
    await forgetReads();
    location.assign("/");
  }

  onSignedOut((problem) => {
    // Somebody else signed in, in another tab: this page is not theirs.
    if (problem.code === "other-coach") void load();
    else {
      expired.value = true;
      // Whoever may not read now has nothing to read here either; what is typed stays.
      void forgetReads();
    }
  });
  window.addEventListener("online", () => {
    if (localStorage.getItem(LEAVING) === null) return;
    void finishLeaving().then((done) => {
      if (done) notice.value = "";
    });
  });
  return {
    coach,
    demo,
    known,
    expired,
    error,
    notice,
    notices,
    server,
    advice,
    load,
    signIn,
    signOut,
    chooseUnits,
    noticesSeen,
  };
});
