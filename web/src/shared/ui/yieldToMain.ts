/**
 * What is neither seen nor used first comes part by part: between two parts the browser paints and
 * takes keys, so that a first visit answers on a slow phone too.
 */

/** The browser has done what waited before this. */
export function yieldToMain(): Promise<void> {
  return new Promise((done) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(null);
  });
}

let last = Promise.resolve();
/** Run this in a turn of its own, after all that asked before. */
export function inLaterTurn(run: () => void): void {
  last = last.then(yieldToMain);
  // One that fails is told of, and holds up none of those after it.
  last.then(run).catch((cause: unknown) => reportError(cause));
}
