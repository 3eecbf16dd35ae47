/** Every test leaves nothing running: a page still mounted goes on asking after its document is gone. */
import { enableAutoUnmount } from "@vue/test-utils";
import { afterEach } from "vitest";

enableAutoUnmount(afterEach);
