import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { keepFiles } from "./withoutNetwork";

const register = vi.fn(() => Promise.reject(new Error("a private window")));
const browser = (controller: object | null, state: string) => {
  vi.stubGlobal("navigator", { serviceWorker: { controller, register } });
  vi.spyOn(document, "readyState", "get").mockReturnValue(state as DocumentReadyState);
};
beforeEach(() => {
  vi.useFakeTimers();
  register.mockClear();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

test("a first visit has its view for seconds before the files for later are fetched", async () => {
  browser(null, "interactive");
  keepFiles();
  await vi.advanceTimersByTimeAsync(60_000);
  expect(register).not.toHaveBeenCalled();
  window.dispatchEvent(new Event("load"));
  await vi.advanceTimersByTimeAsync(3_000);
  expect(register).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(2_000);
  expect(register).toHaveBeenCalledExactlyOnceWith("/sw.js", { scope: "/" });
});

test("a page that is there already waits as long; a later visit looks for newer files at once", async () => {
  browser(null, "complete");
  keepFiles();
  expect(register).not.toHaveBeenCalled();
  await vi.advanceTimersByTimeAsync(5_000);
  expect(register).toHaveBeenCalledOnce();
  browser({}, "interactive");
  keepFiles();
  expect(register).toHaveBeenCalledTimes(2);
});
