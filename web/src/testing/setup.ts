/** Every test leaves nothing running: a page still mounted goes on asking after its document is gone. */
import { disableAutoUnmount, enableAutoUnmount } from "@vue/test-utils";
import { afterEach } from "vitest";

// Test files share their modules (vite.config.ts), so the file before has switched it on already.
disableAutoUnmount();
enableAutoUnmount(afterEach);
