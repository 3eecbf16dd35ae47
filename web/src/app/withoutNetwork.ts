/** The application's files kept by the browser, for when the network is gone (vite.config.ts says which). */

/** A first visit gets its own view first: fetching a hundred files beside it doubles its way to answering. */
const AFTER_MS = 4000;

export function keepFiles(): void {
  if (!("serviceWorker" in navigator)) return;
  const keep = () =>
    // Without it the page works as long as the network does; a private window refuses it.
    void navigator.serviceWorker.register("/sw.js", { scope: "/" }).catch(() => undefined);
  const later = () => setTimeout(keep, AFTER_MS);
  if (navigator.serviceWorker.controller) keep();
  else if (document.readyState === "complete") later();
  else window.addEventListener("load", later, { once: true });
}
