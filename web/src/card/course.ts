/** On the course: the shot that is about to be played, and after the ball two touches: where it finished,
 * and on what. It waits on this phone until the server has it; the last one can be undone till then. */
import { button, keep, kept, make } from "./dom";
import { Queue, refusedWords, type Sent } from "./queue";
import type { Aimed, Course } from "./page";
import { count, say, type Word } from "./words";

export interface Finish {
  code: string;
  label: string;
  /** Whether it must be said how far from the hole. */
  placed: boolean;
  /** And how far that can be. */
  most_yd: number;
}
interface CoursePortal {
  left_handed?: boolean;
  finishes?: Finish[];
  per_yd: number;
  day?: string;
}
interface CourseOptions {
  address: string;
  told: string;
  place: HTMLElement;
  portal: () => CoursePortal | null;
  /** The log takes the whole page, or gives it back. */
  playing: (on: boolean) => void;
}
/** Where a ball lies from the hole, in yards: from the picture, or only how far. */
export interface Left {
  left_yd: number | null;
  past_yd: number | null;
  right_yd: number | null;
}
interface Held {
  shot: Sent;
  words: string;
}

const SVG = "http://www.w3.org/2000/svg";
/** The picture: so many units from the hole to its edge, for so many yards. Half as far is drawn nearer
 * than half the way, so that a putt's length can be touched. */
const EDGE = 160;
const EDGE_YD = 40;
const RINGS = { yd: [10, 20, 40, 80], m: [3, 6, 12, 24] };
const FEET = 3;
/** Nearer to a line through the hole than this share of the way it is on it. */
const ON_LINE = 0.38;
const GREEN_YD = 9;

const radius = (yards: number) => EDGE * Math.sqrt(yards / EDGE_YD);
/** What a touch means, from the hole [units of the picture, y downwards]. */
export function touched(x: number, y: number): Left {
  const away = Math.hypot(x, y);
  const yards = EDGE_YD * (away / EDGE) ** 2;
  const part = away ? yards / away : 0;
  return { left_yd: null, past_yd: -y * part, right_yd: x * part };
}
const far = ({ left_yd, past_yd, right_yd }: Left) => left_yd ?? Math.hypot(past_yd ?? 0, right_yd ?? 0);

/** "12 ft, short, lead side": lengths on a green are feet, and metres for who reads metres. */
export function leftWords(left: Left, unit: string, perYard: number, leadIsLeft: boolean): string {
  const yards = far(left);
  const { past_yd: past, right_yd: right } = left;
  const parts = [`${Math.round(yards * scale(unit, perYard))} ${short(unit)}`];
  if (past !== null && right !== null && yards > 0) {
    const along = Math.abs(past) < ON_LINE * yards ? "pin-high" : past < 0 ? "short" : "long";
    parts.push(say(along));
    if (Math.abs(right) >= ON_LINE * yards)
      parts.push(say(right < 0 === leadIsLeft ? "lead-side" : "trail-side"));
  }
  return parts.join(", ");
}
const short = (unit: string) => say(unit === "m" ? "sign-m" : "sign-ft");
const scale = (unit: string, perYard: number) => (unit === "m" ? perYard : FEET);

export class CourseLog implements Course {
  readonly status = make("div", "", "status");
  changed = (): void => undefined;
  readonly #options: CourseOptions;
  readonly #queue: Queue;
  /** What was refused is tried once each time the page is opened. */
  #retried = false;

  constructor(options: CourseOptions) {
    this.#options = options;
    const { address, told } = options;
    this.#queue = new Queue({ address, told, words: shotWords, changed: () => this.#show() });
    // What was logged before the page was left is no longer to be undone.
    this.#release();
    document.addEventListener("visibilitychange", () => document.hidden && this.#release());
    window.addEventListener("pagehide", () => this.#release());
    this.#show();
  }
  get offered(): boolean {
    return !!this.#options.portal()?.finishes;
  }
  /** What the student may do was read anew: offer the log or not, and send what waits. */
  async refresh(): Promise<void> {
    this.changed();
    if (!this.#retried) await this.#queue.again();
    this.#retried = true;
    await this.#queue.send();
    this.#show();
  }

  get #name(): string {
    return `${this.#options.address}#held`;
  }
  /** The last shot goes where it can no longer be undone. */
  #release(): void {
    const held = kept<Held>(this.#name);
    if (!held) return;
    // First where it waits: at no moment is it nowhere.
    this.#queue.add(held.shot);
    keep(this.#name, null);
  }
  #show(): void {
    const held = kept<Held>(this.#name);
    const waits = this.#queue.waiting;
    this.status.replaceChildren();
    this.status.setAttribute("role", "status");
    if (held) {
      const line = make("p", `${say("logged", { shot: held.words })} `);
      line.append(
        button(say("undo"), () => {
          keep(this.#name, null);
          this.#show();
        }),
      );
      this.status.append(line);
    }
    if (waits) this.status.append(make("p", count(waits, "shot-waiting", "shots-waiting")));
    for (const one of this.#queue.refused) this.status.append(make("p", refusedWords(one, "shot"), "newer"));
    if (this.#queue.fragile) this.status.append(make("p", say("fragile"), "newer"));
  }

  begin(aimed: Aimed): void {
    const portal = this.#options.portal();
    if (!portal?.finishes) return;
    this.#options.playing(true);
    let left: Left | null = null;
    const { unit, shots, at } = aimed;
    const perYard = portal.per_yd;
    const leadIsLeft = !portal.left_handed;
    const sign = short(unit);
    const chosen = make("select");
    chosen.setAttribute("aria-label", say("shot"));
    for (const [place, name] of shots.entries()) {
      const option = make("option", name);
      option.value = String(place);
      chosen.append(option);
    }
    chosen.value = String(aimed.place);
    const said = make("p", say("touch-where"), "said");
    said.setAttribute("role", "status");
    const typed = make("input");
    typed.inputMode = "decimal";
    typed.autocomplete = "off";
    typed.setAttribute("aria-label", say(unit === "m" ? "hole-distance-m" : "hole-distance-ft"));
    const picture = drawn(unit, perYard, leadIsLeft, (at) => {
      left = at;
      typed.value = String(Math.round(far(at) * scale(unit, perYard)));
      said.textContent = leftWords(at, unit, perYard, leadIsLeft);
    });
    typed.addEventListener("input", () => {
      const value = Number(typed.value.replace(",", "."));
      const there = !!typed.value.trim() && Number.isFinite(value) && value >= 0;
      left = there ? { left_yd: value / scale(unit, perYard), past_yd: null, right_yd: null } : null;
      picture.dot(null);
      said.textContent = left ? leftWords(left, unit, perYard, leadIsLeft) : say("type-how-far");
    });
    const how = make("label", "", "left");
    how.append(typed, make("span", say("from-hole", { unit: sign })));
    const finishes = make("div", "", "finishes");
    for (const finish of portal.finishes)
      finishes.append(
        button(finish.label, () => {
          if (finish.placed && !left) {
            said.textContent = say("first-touch");
            return;
          }
          if (left && far(left) > finish.most_yd) {
            const length = `${Math.round(far(left) * scale(unit, perYard))} ${sign}`;
            said.textContent = say("too-far", { length });
            return;
          }
          this.#hold(aimed, Number(chosen.value), finish, finish.placed ? left : null, perYard);
        }),
      );
    const heading = make("h1", `${Math.round(at)} ${unit}`);
    heading.tabIndex = -1;
    const head = make("div", "", "aimed");
    head.append(heading, chosen);
    this.#options.place.replaceChildren(
      make("p", say("on-course"), "small"),
      head,
      picture.element,
      said,
      how,
      finishes,
      button(say("back"), () => this.#options.playing(false), "wide"),
    );
    heading.focus({ preventScroll: true });
  }
  #hold(aimed: Aimed, place: number, finish: Finish, left: Left | null, perYard: number): void {
    this.#release();
    const { version, at, unit, asked, shots } = aimed;
    const leadIsLeft = !this.#options.portal()?.left_handed;
    const shot: Sent = {
      uid: crypto.randomUUID(),
      version,
      place,
      pin_yd: at / perYard,
      lie: asked["lie"],
      wind: asked["wind"],
      green: asked["green"],
      pin: asked["pin"],
      finish: finish.code,
      ...left,
      played_at: new Date().toISOString(),
    };
    const end = left ? `, ${leftWords(left, unit, perYard, leadIsLeft)}` : "";
    const words = `${Math.round(at)} ${unit}, ${shots[place] ?? ""}, ${finish.label}${end}`;
    if (!keep(this.#name, { shot, words } satisfies Held)) this.#queue.add(shot);
    this.#options.playing(false);
    this.#show();
  }
}

/** What a coach reads of a shot that was refused. */
function shotWords(shot: Sent): string {
  const yards = Number(shot["pin_yd"]);
  return `course: ${Math.round(yards)} yd, ${String(shot["finish"])}`;
}

/** The hole from above, with rings; a touch puts the dot. */
function drawn(unit: string, perYard: number, leadIsLeft: boolean, put: (at: Left) => void) {
  const picture = document.createElementNS(SVG, "svg");
  picture.setAttribute("viewBox", `${-EDGE} ${-EDGE} ${2 * EDGE} ${2 * EDGE}`);
  picture.setAttribute("class", "hole");
  picture.setAttribute("role", "img");
  picture.setAttribute("aria-label", say("hole-picture"));
  const add = (tag: string, attributes: Record<string, string | number>, text = "") => {
    const part = document.createElementNS(SVG, tag);
    for (const [name, value] of Object.entries(attributes)) part.setAttribute(name, String(value));
    part.textContent = text;
    picture.append(part);
    return part;
  };
  add("circle", { r: radius(GREEN_YD), class: "green" });
  for (const ring of RINGS[unit === "m" ? "m" : "yd"]) {
    const r = radius(ring / scale(unit, perYard));
    add("circle", { r, class: "ring" });
    add("text", { x: r * Math.SQRT1_2, y: -r * Math.SQRT1_2, class: "of" }, String(ring));
  }
  const words: [Word, number, number, string][] = [
    ["long", 0, 14 - EDGE, ""],
    ["short", 0, EDGE - 6, ""],
    [leadIsLeft ? "lead" : "trail", 4 - EDGE, 5, "from-left"],
    [leadIsLeft ? "trail" : "lead", EDGE - 4, 5, "from-right"],
  ];
  for (const [word, x, y, side] of words) add("text", { x, y, class: side }, say(word));
  add("path", { d: "M0 0 V-30 L16 -24 L0 -18", class: "flag" });
  const dot = add("circle", { r: 9, class: "dot", visibility: "hidden" });
  const place = (at: { x: number; y: number } | null) => {
    dot.setAttribute("visibility", at ? "visible" : "hidden");
    if (!at) return;
    dot.setAttribute("cx", String(at.x));
    dot.setAttribute("cy", String(at.y));
  };
  picture.addEventListener("click", ({ clientX, clientY }) => {
    const { left, top, width, height } = picture.getBoundingClientRect();
    if (!width || !height) return;
    const x = ((clientX - left) / width - 0.5) * 2 * EDGE;
    const y = ((clientY - top) / height - 0.5) * 2 * EDGE;
    place({ x, y });
    put(touched(x, y));
  });
  return { element: picture, dot: place };
}
