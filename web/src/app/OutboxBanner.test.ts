import "fake-indexeddb/auto";
import { afterEach, expect, test, vi } from "vitest";
import { nextTick } from "vue";
import * as outbox from "@/shared/outbox/outbox";
import { useAccount } from "@/features/account";
import { settled, show } from "@/testing/page";
import OutboxBanner from "./OutboxBanner.vue";

const { outboxState } = outbox;
const op = (uid: string, more: object = {}) =>
  ({
    id: uid,
    uid,
    owner: 1,
    academy: 1,
    coach: "Ilse",
    studentId: "s",
    kind: "record",
    club: "56",
    body: { carry_yd: 61.4 },
    ...more,
  }) as never;

afterEach(() => {
  vi.restoreAllMocks();
  outboxState.ops.splice(0);
  Object.assign(outboxState, { owner: null, waiting: 0, others: [], trouble: "", fragile: false });
});
const shown = async () => (await show(OutboxBanner)).page;

test("nothing waits: nothing is said", async () => {
  expect((await shown()).text()).toBe("");
});

test("what waits, why, and for whom", async () => {
  const banner = await shown();
  Object.assign(outboxState, { waiting: 1, trouble: "No connection to the server." });
  outboxState.others = [{ owner: 2, coach: "Tobin", academy: 1, balls: 3 }];
  await nextTick();
  expect(banner.text()).toMatch(/1 ball to send\s*No connection to the server\./);
  expect(banner.text()).toMatch(/3 balls of Tobin not sent yet. Tobin must sign in/);
  outboxState.fragile = true;
  await nextTick();
  expect(banner.find("[role=alert]").text()).toContain("Don't close this page");
});

test("a refused ball is tried again or dropped; one of another coach is not this one's to touch", async () => {
  const [again, drop] = [vi.spyOn(outbox, "tryAgain"), vi.spyOn(outbox, "drop")];
  again.mockResolvedValue();
  drop.mockResolvedValue();
  outboxState.owner = { coach: 1, academy: 1, name: "Ilse" };
  outboxState.ops.push(op("a", { refused: "The club is gone." }), op("b", { owner: 2, refused: "x" }));
  const banner = await shown();
  expect(banner.findAll(".refused")).toHaveLength(1);
  expect(banner.text()).toContain("61 yd with 56: The club is gone.");
  const buttons = banner.findAll("button");
  expect(buttons.map((b) => b.text())).toEqual(["Try again", "Delete it"]);
  await buttons[0]!.trigger("click");
  await buttons[1]!.trigger("click");
  expect(again).toHaveBeenCalledWith("a");
  expect(drop).toHaveBeenCalledWith("a");
});

test("a ball of another day is asked about, with both answers", async () => {
  const again = vi.spyOn(outbox, "tryAgain").mockResolvedValue();
  outboxState.owner = { coach: 1, academy: 1, name: "Ilse" };
  outboxState.ops.push(op("a", { refused: "Hit in 1970?", code: "confirm", field: "hit_at" }));
  const buttons = (await shown()).findAll("button");
  expect(buttons.map((b) => b.text())).toEqual(["It was hit today", "Use that day", "Delete it"]);
  await buttons[0]!.trigger("click");
  await buttons[1]!.trigger("click");
  expect(again.mock.calls).toEqual([
    ["a", { moment: "arrival" }],
    ["a", { moment: "as said" }],
  ]);
});

test("a head coach sends or deletes what waits for somebody who has left", async () => {
  const [take, give] = [vi.spyOn(outbox, "takeOver"), vi.spyOn(outbox, "giveUp")];
  take.mockResolvedValue();
  give.mockResolvedValue();
  const tobin = { owner: 2, coach: "Tobin", academy: 1, balls: 3 };
  const people = { people: [{ id: 2, name: "Tobin", left_at: "2026-05-30T10:00:00Z" }], links: [] };
  const { press, text } = await show(OutboxBanner, {}, { "GET /api/people": people });
  useAccount().coach = { id: 1, name: "Ilse", role: "head" } as never;
  outboxState.others = [tobin];
  await settled();
  expect(text()).toContain("3 balls from Tobin, who has left, not sent yet.");
  await press("Send under your name");
  expect(take).toHaveBeenCalledWith(tobin);
  await press("Delete…");
  expect(give).not.toHaveBeenCalled();
  await press("Delete 3 balls permanently");
  expect(give).toHaveBeenCalledWith(tobin);
});
