/** A page that is older than the server asks for parts that are no more: it is loaded anew, once. */
import type { Router } from "vue-router";

const MARK = "oxgang-loaded-anew";
const AGAIN_MS = 30_000;

/** How browsers say that a part of the application could not be loaded. */
const MISSING =
  /dynamically imported module|Importing a module script failed|error loading dynamically|Unable to preload/i;

/** Load the place that was wanted from the server. False when that has just been tried. */
function loadAnew(place: string): boolean {
  const last = Number(sessionStorage.getItem(MARK) ?? 0);
  if (Date.now() - last < AGAIN_MS) return false;
  sessionStorage.setItem(MARK, String(Date.now()));
  location.assign(place);
  return true;
}

/** Parts are loaded on the way to a place: what was typed where one was is kept or left behind as on
 * any other way there, and what waits to be sent is in the store. */
export function loadMissingPartsAnew(router: Router, say: (sentence: string) => void): void {
  router.onError((error: unknown, to) => {
    if (!(error instanceof Error) || !MISSING.test(error.message)) return;
    if (!navigator.onLine || !loadAnew(to.fullPath))
      say("This page couldn't load. What you typed is saved. Try again in a moment.");
  });
}
