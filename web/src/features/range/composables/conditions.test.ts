import { PiniaColada } from "@pinia/colada";
import { flushPromises, mount } from "@vue/test-utils";
import { createPinia } from "pinia";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { defineComponent } from "vue";
import { TEXTS as texts } from "@/testing/page";
import { readingWords, useConditions } from "./conditions";

/** The range view of a student whose usual the server knows. */
async function view(studentId: string) {
  let made!: ReturnType<typeof useConditions>;
  const Host = defineComponent({
    setup() {
      made = useConditions(studentId);
      return () => null;
    },
  });
  const shown = mount(Host, { global: { plugins: [createPinia(), PiniaColada] } });
  await flushPromises();
  return { ...made, leave: () => shown.unmount() };
}

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("fetch", (request: Request) =>
    Promise.resolve(
      Response.json(
        request.url.includes("/ansel/") ? { lie: "tee", ball: "range" } : { lie: "mat", ball: "premium" },
      ),
    ),
  );
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

test("laser and total stay with the student for whom they were set", async () => {
  const ansel = await view("ansel");
  expect(ansel.now.value).toMatchObject({ lie: "tee", ball: "range", reading: "carry" });
  ansel.change({ reading: "total", read: "laser", headwind: 4, ballIn: 2 });
  expect(readingWords(texts, ansel.now.value)).toBe("total, by laser; ball 2 in back");
  ansel.leave();
  const bryn = await view("bryn");
  expect(readingWords(texts, bryn.now.value)).toBe("carry");
  expect(bryn.body.value).toMatchObject({
    lie: "mat",
    read: "typed",
    headwind_mps: null,
    ball_position_in: 0,
  });
  bryn.leave();
  const again = await view("ansel");
  expect(readingWords(texts, again.now.value)).toBe("total, by laser; ball 2 in back");
  expect(again.body.value).toMatchObject({ lie: "tee", headwind_mps: 4, ball_position_in: 2 });
  again.leave();
});

test("the next day begins with nothing set", async () => {
  vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-05-31T17:00:00") });
  const ansel = await view("ansel");
  ansel.change({ reading: "total", lie: "fairway" });
  ansel.leave();
  vi.setSystemTime(new Date("2026-06-01T09:00:00"));
  const morning = await view("ansel");
  expect(morning.now.value).toMatchObject({ reading: "carry", lie: "tee", set: false });
  morning.leave();
});

test("what a coach has set is not overwritten by the usual that comes late", async () => {
  const ansel = await view("ansel");
  ansel.change({ lie: "fairway" });
  ansel.leave();
  const again = await view("ansel");
  expect(again.now.value.lie).toBe("fairway");
  again.leave();
});

test("a page that stays open overnight forgets them too", async () => {
  vi.useFakeTimers({ now: new Date("2026-05-31T20:00:00") });
  const ansel = await view("ansel");
  ansel.change({ reading: "total" });
  vi.setSystemTime(new Date("2026-06-01T08:00:00"));
  await vi.advanceTimersByTimeAsync(31_000);
  expect(readingWords(texts, ansel.now.value)).toBe("carry");
  ansel.leave();
});
