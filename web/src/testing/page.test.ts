import { expect, test, vi } from "vitest";
import { defineComponent, onUnmounted } from "vue";
import { show } from "./page";

const left = vi.fn();
const Standing = defineComponent({
  setup() {
    onUnmounted(left);
    return () => null;
  },
});

test("a page stands as long as its test", async () => {
  await show(Standing);
  expect(left).not.toHaveBeenCalled();
});

test("and is gone before the next one, with whatever it would go on asking", () => {
  expect(left).toHaveBeenCalledOnce();
});
