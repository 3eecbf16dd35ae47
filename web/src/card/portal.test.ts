import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { PortalPlace, type Portal } from "./portal";
import { streakWords } from "./progress";
import { betterWords, type PhoneCall } from "./play";
import { playedWords, Queue } from "./queue";

const call = (at: number): PhoneCall => ({
  at,
  lo: at - 3,
  hi: at + 3,
  shot: "56 9:00",
  given: false,
  mark: "",
  balls: 1,
  call: { yardage_yd: at },
});
const PAR = { par: 1, beats: [0, 0.4, 0.9] };
const portal = (more: Partial<Portal> = {}): Portal => ({
  student: "Ansel Quill",
  unit: "m",
  per_yd: 0.9144,
  shows: ["homework", "practice"],
  strikes: ["solid", "fat"],
  limit: 30,
  homework: [
    {
      id: "h1",
      title: "Alone",
      cues: "Chest to the target.",
      due: "by 7 Jun",
      late: true,
      closed: false,
      rows: [
        {
          name: "Random",
          about: "",
          cue: "",
          wanted: 1,
          balls: 2,
          form: "random",
          seed: 5,
          par: PAR,
          calls: [call(40), call(50)],
          orders: [[1, 0]],
          done: null,
        },
      ],
    },
  ],
  ...more,
});

let main: HTMLElement, place: HTMLElement, tabs: HTMLElement, card: HTMLElement;
let sent: { uid: string; results: unknown[]; calls: unknown[] }[];
let answer: () => Response;
beforeEach(() => {
  localStorage.clear();
  main = document.createElement("main");
  [tabs, card, place] = ["nav", "div", "div"].map((tag) => document.createElement(tag)) as [
    HTMLElement,
    HTMLElement,
    HTMLElement,
  ];
  main.append(tabs, card, place);
  document.body.replaceChildren(main);
  vi.stubGlobal("scrollTo", () => undefined);
  sent = [];
  answer = () => Response.json({ round: { uid: sent.at(-1)?.uid } });
  vi.stubGlobal("fetch", async (_: string, asked?: RequestInit) => {
    if (!asked?.body) return Response.json(portal());
    sent.push(JSON.parse(String(asked.body)));
    return answer();
  });
});
afterEach(() => vi.unstubAllGlobals());
const settled = () => new Promise((done) => setTimeout(done, 20));
const press = (words: string) =>
  [...main.querySelectorAll("button")].find((b) => b.textContent?.includes(words))!.click();
function type(text: string): void {
  const field = place.querySelector("input")!;
  field.value = text;
  field.form!.dispatchEvent(new Event("submit", { cancelable: true }));
}
async function opened(): Promise<PortalPlace> {
  const one = new PortalPlace({ token: "t", card, tabs, place });
  await one.refresh();
  return one;
}

const queueOf = (changed: () => void = vi.fn()) =>
  new Queue({ address: "/c/t/rounds", told: "/c/t/rounds/refused", words: playedWords, changed });

test("homework is called in the order of its seed, and comes back in yards", async () => {
  await opened();
  expect(place.textContent).toContain("by 7 Jun, you can still do it");
  press("Random");
  expect(place.querySelector(".figure")?.textContent).toBe("50");
  type("");
  expect(place.querySelector(".said")?.textContent).toBe("Type how far it flew.");
  type("900");
  expect(place.querySelector(".said")?.textContent).toContain("is not a carry");
  type("52,5");
  expect(place.querySelector(".said")?.textContent).toBe("1 of 1");
  press("fat");
  type("20");
  expect(place.querySelector(".result")?.textContent).toBe("1 of 2");
  expect(place.textContent).toContain("Better than 2 of your last 5 days.");
  await settled();
  const [round] = sent as unknown as [
    {
      results: { balls: { carry_yd: number; strike: string }[] }[];
      homework_id: string;
      row: number;
      calls: object[];
    },
  ];
  expect(round.results.map(({ balls }) => balls[0]?.carry_yd.toFixed(1))).toEqual(["57.4", "21.9"]);
  expect(round.results[1]?.balls[0]?.strike).toBe("fat");
  expect([round.homework_id, round.row, round.calls]).toEqual([
    "h1",
    0,
    [{ yardage_yd: 50 }, { yardage_yd: 40 }],
  ]);
});

test("a round that is left is gone on with, and an undone ball is asked for again", async () => {
  await opened();
  press("Random");
  type("50");
  press("Finish later");
  await opened();
  press("Continue");
  expect(place.querySelector(".said")?.textContent).toBe("1 of 1");
  press("Undo");
  expect(place.querySelector(".figure")?.textContent).toBe("50");
  expect(place.querySelector(".said")?.textContent).toBe("0 of 0");
});

test("what waits is sent once there is a network, once each, and a refusal is said", async () => {
  answer = () => {
    throw new TypeError("no network");
  };
  const changed = vi.fn();
  const queue = queueOf(changed);
  queue.add({ uid: "one" });
  queue.add({ uid: "two" });
  await settled();
  expect(queue.waiting).toBe(2);
  // Another page of this phone finds them.
  const again = queueOf(changed);
  expect(again.waiting).toBe(2);
  // What answers in the server's place acknowledges nothing.
  answer = () => new Response("<h1>Sign in to the wifi</h1>");
  await again.send();
  expect(again.waiting).toBe(2);
  answer = () => Response.json({ type: "oxgang:busy", title: "Busy." }, { status: 503 });
  await again.send();
  expect(again.waiting).toBe(2);
  answer = () =>
    sent.at(-1)?.uid === "one"
      ? Response.json({ type: "oxgang:unusable-input", title: "No such row." }, { status: 422 })
      : Response.json({ round: { uid: "two" } });
  await again.send();
  expect([again.waiting, again.refused]).toMatchObject([0, [{ uid: "one", title: "No such row." }]]);
});

test("a refused round stays on the phone, the coach is told what was hit, and it is tried again", async () => {
  const refused = () =>
    Response.json({ type: "oxgang:unusable-input", title: "No such row." }, { status: 422 });
  const told: unknown[] = [];
  answer = () => {
    if (!("why" in sent.at(-1)!)) return refused();
    told.push(sent.at(-1));
    return new Response(null, { status: 204 });
  };
  const queue = queueOf();
  const results = [
    { call: 0, balls: [{ carry_yd: 44.2, met: null }] },
    { call: 1, balls: [{ met: false }] },
  ];
  queue.add({ uid: "one", form: "net", results });
  await settled();
  expect(told).toEqual([{ uid: "one", why: "No such row.", played: "net: 44 yd, missed" }]);
  // The next day, on another page: it is still there, and goes once the server takes it.
  const next = queueOf();
  expect(next.refused).toMatchObject([{ uid: "one", told: true, round: { results } }]);
  expect(await next.again()).toBe(false);
  answer = () => Response.json({ round: { uid: "one" } });
  expect(await next.again()).toBe(true);
  expect(queueOf().refused).toEqual([]);
});

test("places are those that the coach allows, and a code or an ended link is said", async () => {
  const one = await opened();
  expect(tabs.hidden).toBe(true);
  one.card(true);
  expect([...tabs.children].map((tab) => tab.firstChild?.textContent)).toEqual(["Card", "Practise"]);
  expect(tabs.querySelector(".badge")?.textContent).toBe("1");
  // The card that comes after what was kept is what stands there, unless another place was chosen.
  expect([card.hidden, place.hidden]).toEqual([false, true]);
  press("Practise");
  expect([card.hidden, place.hidden]).toEqual([true, false]);
  for (const [status, state] of [
    [401, "code"],
    [404, "gone"],
    [503, "away"],
  ] as const) {
    vi.stubGlobal("fetch", async () => new Response("{}", { status }));
    expect(await one.refresh()).toBe(state);
  }
});

test("a pause is no shame", () => {
  expect(streakWords(0, 0, false)).toBe("You haven't practised a full week yet.");
  expect(streakWords(4, 4, false)).toBe("4 weeks in a row with practice.");
  expect(streakWords(4, 6, true)).toContain("Continue any time");
  expect(streakWords(0, 6, false)).toContain("Your longest streak is");
  expect(betterWords(0.01)).toContain("Not your best day");
  expect(betterWords(0.97)).toContain("almost all");
});
