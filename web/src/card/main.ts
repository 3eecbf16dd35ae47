/** The phone card: fetched once, then it works without a network. No log-in, nothing but this card.
 * Every answer was computed on the server when the card was published; here it is only shown. */
import "@fontsource-variable/bitter";
import "@fontsource-variable/source-sans-3";
import "./card.css";
import { build, type Card } from "./page";

/** The service worker's store (public/card-sw.js): it keeps what the page needs. */
const STORE = "oxgang-card-2";
const main = document.getElementById("card");

function read(address: string): Card | null {
  try {
    const kept = localStorage.getItem(address);
    return kept ? (JSON.parse(kept) as Card) : null;
  } catch {
    return null;
  }
}

async function keepFonts(): Promise<void> {
  const fonts = performance
    .getEntriesByType("resource")
    .map((entry) => entry.name)
    .filter((name) => name.endsWith(".woff2"));
  const store = await caches.open(STORE);
  await Promise.all(fonts.map((font) => store.add(font).catch(() => undefined)));
}

async function open(card: HTMLElement): Promise<void> {
  const address = `/c/${card.dataset["token"] ?? ""}/card.json`;
  const kept = read(address);
  if (kept?.shots) build(card, kept);
  let answer: Response;
  try {
    answer = await fetch(address);
  } catch {
    if (!kept) card.textContent = "No network yet. Open this once with one.";
    return;
  }
  if (answer.status === 404) {
    localStorage.removeItem(address);
    location.reload();
    return;
  }
  if (!answer.ok) return;
  const fresh = (await answer.json()) as Card;
  localStorage.setItem(address, JSON.stringify(fresh));
  build(card, fresh, kept?.version);
}

if (main) void open(main);
if ("serviceWorker" in navigator) {
  void navigator.serviceWorker.register("/card-sw.js", { scope: "/c/" });
  void navigator.serviceWorker.ready.then(() => document.fonts.ready).then(keepFonts);
}
