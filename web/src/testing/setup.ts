/** Every test leaves nothing behind: no page that still asks, and nothing stored in the browser. */
import { disableAutoUnmount, enableAutoUnmount } from "@vue/test-utils";
import { afterEach } from "vitest";

// Test files share their modules (vite.config.ts), so the file before has switched it on already.
disableAutoUnmount();
enableAutoUnmount(afterEach);
afterEach(() => localStorage.clear());

// No component reaches for a network; what a test does not answer fails at once, as offline.
globalThis.fetch = () => Promise.reject(new TypeError("There is no network in a test."));
