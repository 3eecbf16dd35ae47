import { beforeEach, expect, test, vi } from "vitest";
import { CourseLog, leftWords, touched, type Finish } from "./course";

const FINISHES: Finish[] = [
  { code: "green", label: "green", placed: true, most_yd: 50 },
  { code: "rough", label: "rough", placed: true, most_yd: 130 },
  { code: "holed", label: "holed", placed: false, most_yd: 130 },
];
const AIMED = {
  version: 7,
  shots: ["56 9:00", "52 9:00"],
  place: 1,
  at: 62,
  unit: "yd",
  asked: { lie: "fairway", wind: "none", green: "medium", pin: "middle" },
};
let place: HTMLElement;
const sent: Record<string, unknown>[] = [];
let answer: () => Response;

beforeEach(() => {
  localStorage.clear();
  sent.length = 0;
  place = document.createElement("div");
  answer = () => Response.json({ uid: sent.at(-1)!["uid"] });
  vi.stubGlobal(
    "fetch",
    vi.fn((address: string, { body }: { body: string }) => {
      sent.push({ address, ...(JSON.parse(body) as object) });
      return Promise.resolve(answer());
    }),
  );
});
const logOf = (portal: object = {}) =>
  new CourseLog({
    address: "/c/t/course",
    told: "/c/t/rounds/refused",
    place,
    portal: () => ({ per_yd: 1, finishes: FINISHES, ...portal }),
    playing: vi.fn(),
  });
const press = (words: string, among: HTMLElement = place) =>
  [...among.querySelectorAll("button")].find((b) => b.textContent === words)!.click();
function type(feet: string): void {
  const field = place.querySelector("input")!;
  field.value = feet;
  field.dispatchEvent(new Event("input"));
}

test("a touch is the same place from the hole, nearer ones drawn larger", () => {
  expect(touched(0, 0)).toEqual({ left_yd: null, past_yd: -0, right_yd: 0 });
  // The edge is forty yards away, half the way a quarter of that.
  expect(touched(160, 0).right_yd).toBeCloseTo(40);
  expect(touched(0, 80).past_yd).toBeCloseTo(-10);
  const { past_yd, right_yd } = touched(-80, -80);
  expect([past_yd, right_yd].map((yards) => Math.round(yards! * 10) / 10)).toEqual([14.1, -14.1]);
});

test.each([
  [{ past_yd: -4, right_yd: 3 }, "yd", 1, true, "15 ft, short, trail side"],
  [{ past_yd: -4, right_yd: 3 }, "m", 0.9144, false, "5 m, short, lead side"],
  [{ past_yd: 0.2, right_yd: -3 }, "yd", 1, true, "9 ft, pin high, lead side"],
  [{ past_yd: 6, right_yd: 1 }, "yd", 1, true, "18 ft, long"],
])("%o is said in feet, by lead and trail", (at, unit, perYard, leadIsLeft, words) => {
  expect(leftWords({ left_yd: null, ...at }, unit, perYard, leadIsLeft)).toBe(words);
});

test("logged, undone, logged anew: it goes once the next is begun, with the shot that was taken", () => {
  const log = logOf();
  log.begin(AIMED);
  press("green");
  expect(place.textContent).toContain("First touch where it finished");
  type("12");
  press("green");
  expect(log.status.textContent).toBe("Logged: 62 yd, 52 9:00, green, 12 ft. Undo");
  press("Undo", log.status);
  log.begin({ ...AIMED, at: 50 });
  place.querySelector("select")!.value = "0";
  press("holed");
  expect(sent).toEqual([]);
  log.begin(AIMED);
  type("40");
  press("rough");
  expect(sent).toHaveLength(1);
  expect(sent[0]).toMatchObject({
    address: "/c/t/course",
    version: 7,
    place: 0,
    pin_yd: 50,
    finish: "holed",
  });
  expect(sent[0]).not.toHaveProperty("left_yd");
});

test("the page is opened again: the last one goes; what is refused stays, and the coach is told", async () => {
  const first = logOf();
  first.begin(AIMED);
  type("12");
  press("green");
  answer = () => Response.json({ type: "oxgang:invalid", title: "No such shot." }, { status: 422 });
  const log = logOf();
  await vi.waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]).toMatchObject({
    address: "/c/t/rounds/refused",
    why: "No such shot.",
    played: "course: 62 yd, green",
  });
  answer = () => Response.json({ uid: sent[0]!["uid"] });
  await vi.waitFor(() => expect(log.status.textContent).toContain("A shot was not accepted. No such shot."));
  await log.refresh();
  expect(log.status.textContent).toBe("");
  expect(sent.at(-1)).toMatchObject({ left_yd: 4, lie: "fairway" });
});

test("a coach who has not allowed it, and a phone that keeps nothing", () => {
  expect(logOf({ finishes: undefined }).offered).toBe(false);
  const log = logOf();
  const full = () => {
    throw new Error("full");
  };
  vi.stubGlobal("localStorage", { getItem: () => null, setItem: full, removeItem: full });
  log.begin(AIMED);
  press("holed");
  expect(sent).toHaveLength(1);
  vi.unstubAllGlobals();
});
