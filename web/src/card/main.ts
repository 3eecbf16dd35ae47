/** A student's own place: card, practice, progress. Fetched once, then it works without a network. No log-in,
 * nothing of anybody else. Every answer was computed on the server; here it is only shown. */
import "@fontsource-variable/bitter";
import "@fontsource-variable/source-sans-3";
import "./card.css";
import { button, keep, kept as read, make } from "./dom";
import { PortalPlace } from "./portal";
import { build, type Card } from "./page";
import { say } from "./words";

/** The service worker's store (public/card-sw.js): it keeps what the page needs. */
const STORE = "oxgang-card-3";
const root = document.getElementById("card");

async function keepFonts(): Promise<void> {
  const fonts = performance
    .getEntriesByType("resource")
    .map((entry) => entry.name)
    .filter((name) => name.endsWith(".woff2"));
  const store = await caches.open(STORE);
  await Promise.all(fonts.map((font) => store.add(font).catch(() => undefined)));
}

/** The card, as this phone has it and then as it is now. Returns whether there is one. */
async function openCard(card: HTMLElement, token: string, portal: PortalPlace) {
  const address = `/c/${token}/card.json`;
  const kept = read<Card>(address);
  if (kept?.shots) {
    build(card, kept, undefined, portal.course);
    portal.card(true);
  }
  let answer: Response;
  try {
    answer = await fetch(address);
  } catch {
    if (!kept) card.textContent = say("no-connection");
    return;
  }
  if (answer.status === 404) {
    keep(address, null);
    location.reload();
    return;
  }
  if (answer.status === 204) {
    keep(address, null);
    card.replaceChildren(make("p", say("no-card")));
    portal.card(false);
    return;
  }
  if (!answer.ok) return;
  const fresh = (await answer.json()) as Card;
  keep(address, fresh);
  build(card, fresh, kept?.version, portal.course);
  portal.card(true);
}

/** Ask for the code, and open when it is right. */
function askCode(root: HTMLElement, token: string, open: () => void): void {
  const form = make("form", "", "code");
  const field = make("input");
  field.inputMode = "numeric";
  field.autocomplete = "off";
  field.maxLength = 6;
  field.setAttribute("aria-label", say("your-code"));
  const answered = make("p", "");
  answered.setAttribute("role", "alert");
  const go = async () => {
    answered.textContent = "";
    try {
      const answer = await fetch(`/c/${token}/code`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ code: field.value.trim() }),
      });
      const body = (await answer.json()) as { opens?: boolean; code?: string };
      if (body.opens) return open();
      answered.textContent = say(
        answer.ok ? "wrong-code" : body.code === "too-many-tries" ? "too-many-codes" : "try-again",
      );
    } catch {
      answered.textContent = say("code-online");
    }
    field.select();
  };
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    void go();
  });
  form.append(
    make("h1", say("your-code")),
    field,
    button(say("open"), () => void go(), "first"),
    answered,
  );
  root.replaceChildren(form);
  field.focus();
}

async function open(main: HTMLElement): Promise<void> {
  const token = main.dataset["token"] ?? "";
  const tabs = make("nav", "", "tabs");
  tabs.setAttribute("aria-label", say("places"));
  const card = make("div");
  const place = make("div", "", "place");
  main.replaceChildren(tabs, card, place);
  const portal = new PortalPlace({ token, card, tabs, place });
  const [state] = await Promise.all([portal.refresh(), openCard(card, token, portal)]);
  if (state === "gone") location.reload();
  if (state === "code") askCode(main, token, () => void open(main));
}

if (root) void open(root);
// The card first; then what keeps it for a course without a network.
if ("serviceWorker" in navigator) {
  window.addEventListener("load", () => {
    void navigator.serviceWorker.register("/card-sw.js", { scope: "/c/" });
  });
  void navigator.serviceWorker.ready.then(() => document.fonts.ready).then(keepFonts);
}
