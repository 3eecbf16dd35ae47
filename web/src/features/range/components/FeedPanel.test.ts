import { mount } from "@vue/test-utils";
import { expect, test } from "vitest";
import { around } from "@/testing/page";
import FeedPanel from "./FeedPanel.vue";

const ball = (id: number, more: object = {}) => ({
  id,
  measured: { carry_yd: 50 + id },
  hit_at: "2026-05-31T10:00:00Z",
  question: "",
  late: false,
  undone: false,
  ...more,
});
const panel = (...waiting: object[]) =>
  mount(FeedPanel, {
    props: {
      devices: [],
      mine: null,
      waiting: waiting as never,
      more: 0,
      error: "",
      question: "",
      elsewhere: "",
      studentId: "s",
    },
    global: { provide: around() },
  });

test("balls that ask nothing are assigned at once, a doubtful or late one by itself", async () => {
  const page = panel(ball(1), ball(2, { question: "Too far?" }), ball(3), ball(4, { late: true }));
  const all = page.findAll("button").find((button) => button.text().startsWith("Assign all"));
  expect(all?.text()).toBe("Assign all 2 to this shot");
  await all?.trigger("click");
  expect(page.emitted("take")?.map(([taken]) => (taken as { id: number }).id)).toEqual([1, 3]);
});

test("for one ball there is its own button alone", () => {
  expect(panel(ball(1)).text()).not.toContain("Assign all");
});
