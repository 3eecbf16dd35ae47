/** The phone card's page: a yardage typed or stepped by the thumb, the shot, and the two next to it. */
import { button, make } from "./dom";
import { matters, pickedAt, type Picks } from "./picks";
import { dayWords, say } from "./words";

export interface Shot {
  name: string;
  carry: number;
  half: number;
  measured: boolean;
  /** From a chart, without balls; cards from before it was said have none. */
  reported?: boolean;
  cue: string;
  run: number | null;
  /** How far it runs at least and at most; cards from before it was told have none. */
  runs?: [number, number] | null;
  /** On how many balls with carry and total a measured run rests. */
  run_balls?: number;
  recipe: number | null;
}
export interface Line {
  at: number;
  shot: number | null;
  near: boolean;
  /** What is added to the nearest shot, or taken off; null where a shot reaches, or none comes near. */
  add?: number | null;
  shorter: number | null;
  longer: number | null;
}
export interface Card {
  /** Of cards that were kept before shots could be logged there is none. */
  id?: number;
  student: string;
  academy: string;
  version: number;
  day: string;
  note: string;
  unit: string;
  level: string;
  recipes: string[];
  shots: Shot[];
  lines: Line[];
  /** What to hit to the pin; a version from before picks has none. */
  picks?: Picks | null;
}

const STEPS = [-5, -1, 1, 5];
const LADDER_EVERY = 5;
/** The question of which only the shots that depend on it are asked: how firm the green is. */
const WHERE_IT_MATTERS = "green";
/** How this phone was last used. */
const MODE = "oxgang-card-to";

const whole = (value: number) => String(Math.round(value));

/** Where of all lines a distance stands: the nearest there is. */
export function lineAt(card: Card, at: number): number {
  const first = card.lines[0]?.at ?? 0;
  const last = card.lines.length - 1;
  return Math.min(last, Math.max(0, Math.round(at) - Math.round(first)));
}

interface Rung {
  place: number;
  from: number;
  to: number;
  of: number;
  near: boolean;
  add: number | null;
}
const added = (add: number) => `${add < 0 ? "−" : "+"} ${Math.abs(add)}`;
/** Every fifth line; those in a row that nothing comes near are one. */
export function rungs(card: Card): Rung[] {
  const found: Rung[] = [];
  for (const [place, { at, shot: of, near, add = null }] of card.lines.entries()) {
    if (Math.round(at) % LADDER_EVERY || of === null) continue;
    const last = found.at(-1);
    const none = !near && add === null;
    if (last && none && !last.near && last.add === null) last.to = at;
    else found.push({ place, from: at, to: at, of, near, add });
  }
  return found;
}

/** Where the card opens: at the distance nearest to the middle that has a shot. */
function opensAt(card: Card): number {
  const middle = Math.floor(card.lines.length / 2);
  const has = card.lines.flatMap(({ near }, place) => (near ? [place] : []));
  return has.sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))[0] ?? middle;
}

/** A shot that is about to be played: by which card and which of its shots, to a pin so far off. */
export interface Aimed {
  version: number;
  shots: string[];
  place: number;
  at: number;
  unit: string;
  /** What was said of the ball: lie, wind, green, pin. */
  asked: Record<string, string>;
}
/** Where shots on the course are logged. */
export interface Course {
  readonly status: HTMLElement;
  readonly offered: boolean;
  /** Called when that may have changed. */
  changed: () => void;
  begin(aimed: Aimed): void;
}

/** Show a card. `before` is the version that was kept on this phone. */
export function build(main: HTMLElement, card: Card, before?: number, course?: Course): void {
  const { version, day, academy } = card;
  const head = [
    make("h1", card.student),
    make("p", say("version", { version, day: dayWords(day), academy }), "small"),
    ...(card.note ? [make("p", card.note, "note")] : []),
    ...(before !== undefined && before < card.version ? [make("p", say("newer", { version }), "newer")] : []),
  ];
  if (!card.lines.length || !card.shots.length) {
    main.replaceChildren(...head, make("p", say("no-shot-yet")));
    return;
  }
  const typed = make("input");
  typed.inputMode = "numeric";
  typed.setAttribute("aria-label", say("distance", { unit: say(card.unit === "m" ? "unit-m" : "unit-yd") }));
  const at = make("label", "", "at");
  at.append(typed, make("span", card.unit));
  const picks = card.picks ?? null;
  let toPin = !!picks && remembered() === "pin";
  const chosen = (picks?.asks ?? []).map(
    ({ name, options }) => options.find(({ code }) => code === USUAL[name])?.code ?? options[0]?.code ?? "",
  );
  /** What says of each button of a choice whether it is the one, and which shot the log is of. */
  const pressed: (() => void)[] = [];
  const modes = make("div", "", "modes");
  const asks = make("div", "", "asks");
  const shot = make("section", "", "shot");
  shot.setAttribute("aria-live", "polite");
  const beside = make("div", "", "beside");
  const log = make("div", "", "log");
  if (course && card.id !== undefined) {
    const { id } = card;
    const asked = () => Object.fromEntries((picks?.asks ?? []).map(({ name }, i) => [name, chosen[i] ?? ""]));
    const first = () => {
      const picked = picks && pickedAt(picks, chosen, place);
      return picked?.shot ?? card.lines[place]?.shot ?? 0;
    };
    const go = button("", () => {
      const at = card.lines[place]?.at ?? 0;
      const shots = card.shots.map(({ name }) => name);
      course.begin({ version: id, shots, place: first(), at, unit: card.unit, asked: asked() });
    });
    // On a small phone it lies over the answer: it says the shot itself.
    pressed.push(
      () => (go.textContent = say("play-and-log", { shot: card.shots[first()]?.name ?? say("a-shot") })),
    );
    course.changed = () => show();
    log.append(go, course.status);
  }
  const steps = make("div", "", "steps");
  const ladder = make("table");
  let place = opensAt(card);

  const move = (to: number) => {
    place = Math.min(card.lines.length - 1, Math.max(0, to));
    typed.value = whole(card.lines[place]?.at ?? 0);
    show();
  };
  function show(): void {
    const line = card.lines[place];
    if (!line) return;
    asks.hidden = !toPin;
    const picked = toPin && picks ? pickedAt(picks, chosen, place) : null;
    shot.replaceChildren(...(picks && toPin ? pick(card, picked) : answer(card, line)));
    beside.replaceChildren(...(toPin ? others(card, picked?.others ?? []) : next(card, line)));
    if (picks && toPin) showAsks(picks);
    // A card without picks has only carries: they stand in for the pin.
    log.hidden = !course?.offered || (!!picks && !toPin);
    for (const mark of pressed) mark();
    for (const row of ladder.rows)
      row.classList.toggle("here", row.dataset["shot"] === String(line.shot) && line.near);
  }
  // Made once: a button that is replaced while a finger is on it is never pressed.
  for (const [ask, { name, label, options }] of (picks?.asks ?? []).entries()) {
    const row = make("div", "", "ask");
    row.dataset["name"] = name;
    row.setAttribute("role", "group");
    row.setAttribute("aria-label", label);
    row.append(make("span", label));
    for (const { code, label: said } of options)
      row.append(
        choice(
          said,
          () => chosen[ask] === code,
          () => (chosen[ask] = code),
        ),
      );
    asks.append(row);
  }
  if (picks) {
    const to = (pin: boolean) => () => {
      toPin = pin;
      remember(pin ? "pin" : "carry");
    };
    modes.append(
      choice(say("carry"), () => !toPin, to(false)),
      choice(say("to-pin"), () => toPin, to(true)),
    );
  }
  function showAsks(of: Picks): void {
    for (const [ask, row] of [...asks.children].entries())
      (row as HTMLElement).hidden =
        of.asks[ask]?.name === WHERE_IT_MATTERS && !matters(of, chosen, ask, place);
  }
  function choice(label: string, on: () => boolean, choose: () => void): HTMLButtonElement {
    const made = button(label, () => {
      choose();
      show();
    });
    pressed.push(() => made.setAttribute("aria-pressed", String(on())));
    return made;
  }
  for (const by of STEPS) {
    steps.append(button(by > 0 ? `+${by}` : `−${-by}`, () => move(place + by)));
  }
  typed.addEventListener("focus", () => typed.select());
  typed.addEventListener("input", () => {
    const value = Number(typed.value);
    if (!typed.value || !Number.isFinite(value)) return;
    place = lineAt(card, value);
    show();
  });
  typed.addEventListener("change", () => move(place));
  for (const { place: at, from, to, of, near, add } of rungs(card)) {
    const row = ladder.insertRow();
    row.dataset["shot"] = near ? String(of) : "";
    row.insertCell().textContent = from === to ? whole(from) : `${whole(from)}–${whole(to)}`;
    const shot = card.shots[of];
    const name = row.insertCell();
    const more = add === null ? "" : ` ${added(add)}`;
    const named = near || add !== null;
    name.textContent = named ? `${shot?.name ?? ""}${more}` : say("none");
    name.className = named ? (shot?.measured ? "" : "est") : "far";
    row.insertCell().textContent = named && shot ? whole(shot.carry) : "";
    row.addEventListener("click", () => move(at));
  }
  main.replaceChildren(
    ...head,
    modes,
    at,
    steps,
    asks,
    shot,
    beside,
    log,
    make("h2", say("distances")),
    ladder,
    make("p", say("legend", { level: card.level }), "small"),
  );
  move(place);
}

/** What is taken of a question until the student says otherwise. */
const USUAL: Record<string, string> = { lie: "fairway", wind: "none", green: "medium", pin: "middle" };

function remembered(): string | null {
  try {
    return localStorage.getItem(MODE);
  } catch {
    return null;
  }
}
function remember(mode: string): void {
  try {
    localStorage.setItem(MODE, mode);
  } catch {
    // A phone that keeps nothing begins with the carry.
  }
}

/** The shot to the pin, how often it finishes on the green, and why. */
function pick(card: Card, picked: ReturnType<typeof pickedAt>): HTMLElement[] {
  const of = picked ? card.shots[picked.shot] : undefined;
  if (!picked || !of) return [make("p", say("none-big"), "none"), make("p", say("unreached"), "carry")];
  return [
    make("p", of.name, of.measured ? "name" : "name est"),
    make("p", say("on-green", { tenths: picked.tenths, reason: picked.reason }), "carry"),
    ...cues(card, of),
  ];
}

/** The two that come next. */
function others(card: Card, places: number[]): HTMLElement[] {
  return places.flatMap((place) => {
    const of = card.shots[place];
    if (!of) return [];
    const part = make("p", "", "other");
    part.append(make("span", say("or")), make("b", of.name), make("span", whole(of.carry)));
    return [part];
  });
}

function cues(card: Card, of: Shot): HTMLElement[] {
  const recipe = of.recipe === null ? undefined : card.recipes[of.recipe];
  return [...(of.cue ? [make("p", of.cue, "cue")] : []), ...(recipe ? [make("p", recipe, "recipe")] : [])];
}

/** "6 to 12": how the ground runs is never known well. */
function ran(of: Shot): string {
  if (of.run_balls) return say("run-measured", { run: whole(of.run ?? 0), balls: of.run_balls });
  const [least, most] = of.runs ?? [of.run, of.run];
  return least === most ? whole(of.run ?? 0) : say("span", { least: least ?? 0, most: most ?? 0 });
}

function answer(card: Card, line: Line): HTMLElement[] {
  const of = line.shot === null ? undefined : card.shots[line.shot];
  if (!of) return [make("p", say("none-big"), "none")];
  const add = line.add ?? null;
  if (!line.near && add === null)
    return [
      make("p", say("none-big"), "none"),
      make("p", say("nearest", { name: of.name, carry: whole(of.carry) }), "carry"),
    ];
  if (!line.near && add !== null)
    return [
      make("p", `${of.name} ${added(add)}`, of.measured ? "name" : "name est"),
      make(
        "p",
        say(add < 0 ? "hit-shorter" : "hit-longer", { carry: whole(of.carry), by: Math.abs(add) }),
        "carry",
      ),
      ...cues(card, of),
    ];
  const total =
    of.run === null ? "" : say("runs", { run: ran(of), all: Math.round(of.carry) + Math.round(of.run) });
  const basis = of.measured ? "" : say(of.reported ? "from-chart" : "estimated");
  return [
    make("p", of.name, of.measured ? "name" : "name est"),
    make("p", say("carries", { carry: whole(of.carry), half: whole(of.half) }) + basis + total, "carry"),
    ...cues(card, of),
  ];
}

function next(card: Card, line: Line): HTMLElement[] {
  return (["shorter", "longer"] as const).map((which) => {
    const place = line[which];
    const of = place === null ? undefined : card.shots[place];
    const part = make("p", "", which);
    part.append(
      make("span", say(which)),
      make("b", of ? of.name : say("none")),
      make("span", of ? whole(of.carry) : ""),
    );
    return part;
  });
}
