/** What is typed into the booking stays while another week is on its way. */
import { flushPromises } from "@vue/test-utils";
import { expect, test } from "vitest";
import { show } from "@/testing/page";
import CalendarPage from "./CalendarPage.vue";

const WEEK = { today: "2026-06-01", zone: "UTC", has_link: false, appointments: [] };

test("a name typed while the next week loads is still there", async () => {
  let weeks = 0;
  let come: (week: unknown) => void = () => undefined;
  const { page, press, text } = await show(
    CalendarPage,
    {},
    { "GET /api/calendar": () => (weeks++ ? new Promise((resolve) => (come = resolve)) : WEEK) },
  );
  const typed = () => page.get<HTMLInputElement>("#who").element.value;
  await page.get("#who").setValue("Maren");
  await press("→");
  expect(weeks).toBe(2);
  // Nothing is called free that nobody knows yet.
  expect(text()).not.toContain("free");
  expect(typed()).toBe("Maren");
  come(WEEK);
  await flushPromises();
  await flushPromises();
  expect(text()).toContain("free");
  expect(typed()).toBe("Maren");
  page.unmount();
});
