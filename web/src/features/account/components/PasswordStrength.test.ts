import { mount } from "@vue/test-utils";
import { expect, it, vi } from "vitest";
import PasswordStrength from "./PasswordStrength.vue";

it.each([
  ["footballcoach", /^(very )?easy to guess/],
  ["qwerty123456", /^(very )?easy to guess/],
  ["marl-otter-sixty-brisk-lantern", /^very hard to guess/],
])("says how hard %s is to guess", async (password, words) => {
  const box = mount(PasswordStrength, { props: { password } });
  await vi.waitFor(() => expect(box.text()).toMatch(words), { timeout: 15_000 });
  expect(box.find("meter").attributes("value")).toMatch(/^[0-4]$/);
  await box.setProps({ password: "" });
  await vi.waitFor(() => expect(box.text()).toBe(""));
});
