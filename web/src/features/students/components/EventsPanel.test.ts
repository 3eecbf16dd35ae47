import dayjs from "dayjs";
import { afterEach, expect, test, vi } from "vitest";
import { problem, read, settled, show, type Asked } from "@/testing/page";
import { student } from "@/testing/samples";
import EventsPanel from "./EventsPanel.vue";

const EVENTS = {
  events: [
    {
      id: 3,
      kind: "club bent",
      on: "2026-05-03",
      by: "Ilse",
      note: "2° weaker",
      touched: { code: "touch-club", values: { club: "56" } },
    },
    {
      id: 4,
      kind: "technique",
      on: "2026-05-09",
      by: "Ilse",
      note: "",
      touched: { code: "touch-everything", values: {} },
    },
  ],
  first_ball: "2026-01-01",
};
const panel = (more: object = {}) =>
  show(EventsPanel, { student: student() }, { "GET /api/students/s/events": EVENTS, ...more });
afterEach(() => vi.unstubAllGlobals());

test("what happened, what it touches, and what that means", async () => {
  const { page } = await panel();
  const rows = page.findAll("li").map(read);
  expect(rows[0]).toContain("club bent, the 56: 2° weaker");
  expect(rows[0]).toContain("Loft or lie bent. This club's carries need checking.");
  expect(rows[1]).toContain("technique Every shot may have changed, each in its own way.");
});

test("a club's new loft is asked for where there may be one, and only then sent", async () => {
  const { page, press, text, writes } = await panel({
    "POST /api/students/s/events": EVENTS,
  });
  await press("Add a change");
  const [kind, club] = page.findAll("select");
  expect(kind!.findAll("option")).toHaveLength(10);
  expect(text()).not.toContain("New loft");
  expect(club!.text()).toContain("all");
  await kind!.setValue("club bent");
  expect(club!.text()).toContain("choose");
  await club!.setValue("c56");
  await page.find("[placeholder='as before']").setValue("54");
  await page.find("[placeholder='in a few words']").setValue("strong");
  await page.find("form").trigger("submit");
  await settled();
  expect(writes()[0]!.body).toEqual({
    kind: "club bent",
    on: dayjs().format("YYYY-MM-DD"),
    club_id: "c56",
    swing: "",
    trajectory: null,
    label: "",
    loft_deg: 54,
    bounce_deg: null,
    remark: "strong",
  });
  expect(page.find("form").exists()).toBe(false);
});

test("a new club may have a label of its own, and one is proposed", async () => {
  const { page, press, text, writes } = await panel({ "POST /api/students/s/events": EVENTS });
  await press("Add a change");
  const [kind, club] = page.findAll("select");
  await kind!.setValue("new club");
  expect(text()).not.toContain("New label");
  await club!.setValue("c56");
  expect(text()).toContain('Files call the old one "56 until');
  await press(`Call the new one 56 (${dayjs().year()})`);
  await page.find("form").trigger("submit");
  await settled();
  expect(writes()[0]!.body).toMatchObject({ club_id: "c56", label: `56 (${dayjs().year()})` });
});

test("a refusal stands in the form, and what was typed stays", async () => {
  const { page, press, text } = await panel({
    "POST /api/students/s/events": () => problem(422, "unusable-input", "Choose a club.", "club_id"),
  });
  await press("Add a change");
  await page.findAll("select")[0]!.setValue("new grooves");
  await page.find("[placeholder='in a few words']").setValue("fresh");
  await page.find("form").trigger("submit");
  await settled();
  expect(text()).toContain("Choose a club.");
  expect((page.find("[placeholder='in a few words']").element as HTMLInputElement).value).toBe("fresh");
});

test("an event is taken back; nothing yet says what to write down", async () => {
  const taken: Asked[] = [];
  const { press } = await panel({
    "POST /api/events/3/withdraw": (one: Asked) => {
      taken.push(one);
      return EVENTS;
    },
  });
  await press("Undo");
  expect(taken).toHaveLength(1);
  const empty = await panel({ "GET /api/students/s/events": { events: [], first_ball: null } });
  expect(empty.text()).toContain("No changes yet. Add a new or bent club");
});
