/** A student's own place on the phone: the card, practice with homework and games, progress. Fetched once,
 * then it works without a network. Nothing of anybody else is here. */
import { button, keep, kept, make } from "./dom";
import { ground, streakWords, type Progress } from "./progress";
import { play, unfinished, type Asked, type Par, type PhoneCall } from "./play";
import { CourseLog, type Finish } from "./course";
import { playedWords, Queue, refusedWords } from "./queue";
import { count, say, type Word } from "./words";

interface PortalRow {
  name: string;
  about: string;
  cue: string;
  wanted: number | null;
  balls: number;
  form: string;
  seed: number;
  par: Par;
  /** Each call once, and in which order they are called. */
  calls: PhoneCall[];
  orders: number[][];
  done: { points: number | null; of: number } | null;
}
interface HomeHomework {
  id: string;
  title: string;
  cues: string;
  due: string;
  late: boolean;
  closed: boolean;
  rows: PortalRow[];
}
interface Game {
  trial: string;
  name: string;
  about: string;
  scoring: string;
  best: number | null;
  par: Par;
  calls: PhoneCall[];
  /** Of each round made ahead: its seed, and the places of its calls. */
  seeds: number[];
  orders: number[][];
}
interface PastRound {
  uid: string;
  day: string;
  name: string;
  points: number | null;
  of: number;
  par: number | null;
  better: number | null;
  strokes: boolean;
}
export interface Portal {
  student: string;
  unit: string;
  per_yd: number;
  shows: string[];
  strikes: string[];
  /** The words for these; places kept by an older page have none. */
  strike_words?: string[];
  limit: number;
  left_handed?: boolean;
  finishes?: Finish[];
  /** What the shots on the course say, sentence by sentence. */
  course?: string[];
  homework?: HomeHomework[];
  games?: Game[];
  rounds?: PastRound[];
  progress?: Progress;
  lesson?: { day: string; cue: string; drill: string; how: string } | null;
  balls?: { shot: string; carry: number | null; strike: string; day: string }[];
  pictures?: { id: number; swing: string; height: string }[];
}
type Tab = "card" | "practise" | "progress";
const LABELS: Record<Tab, Word> = { card: "tab-card", practise: "tab-practise", progress: "tab-progress" };
/** A form in which the next round of a game is another one. */
const TURN = "#turn";

export interface PortalOptions {
  token: string;
  /** Where the card is built. */
  card: HTMLElement;
  tabs: HTMLElement;
  place: HTMLElement;
}

export class PortalPlace {
  readonly #address: string;
  readonly #options: PortalOptions;
  readonly #queue: Queue;
  readonly course: CourseLog;
  #portal: Portal | null;
  #tab: Tab = "card";
  #hasCard = false;
  #playing = false;
  /** What was refused is tried once each time the page is opened. */
  #retried = false;

  constructor(options: PortalOptions) {
    this.#options = options;
    this.#address = `/c/${options.token}/portal.json`;
    this.#portal = kept<Portal>(this.#address);
    const rounds = `/c/${options.token}/rounds`;
    const told = `${rounds}/refused`;
    this.#queue = new Queue({ address: rounds, told, words: playedWords, changed: () => this.#show() });
    this.course = new CourseLog({
      address: `/c/${options.token}/course`,
      told,
      place: options.place,
      portal: () => this.#portal,
      playing: (on) => {
        this.#playing = on;
        this.#show();
        scrollTo(0, 0);
      },
    });
    const there = kept<Tab>(`${this.#address}#tab`);
    if (there && there in LABELS) this.#tab = there;
    this.#show();
  }
  /** A card is there, or is not. */
  card(there: boolean): void {
    this.#hasCard = there;
    this.#show();
    // From here on the student can look something up.
    performance.mark("oxgang-usable");
  }
  /** Ask for what is new. Returns whether the link is still one, and open. */
  async refresh(): Promise<"open" | "code" | "gone" | "away"> {
    let answer: Response;
    try {
      answer = await fetch(this.#address);
    } catch {
      return "away";
    }
    if (answer.status === 401) return "code";
    if (answer.status === 404) {
      keep(this.#address, null);
      return "gone";
    }
    if (!answer.ok) return "away";
    this.#portal = (await answer.json()) as Portal;
    keep(this.#address, this.#portal);
    this.#show();
    void this.course.refresh();
    const kept = this.#retried ? false : await this.#queue.again();
    this.#retried = true;
    if ((await this.#queue.send()) || kept) return this.refresh();
    return "open";
  }

  get #places(): Tab[] {
    const portal = this.#portal;
    if (!portal) return ["card"];
    const found: Tab[] = [];
    if (this.#hasCard) found.push("card");
    if (portal.homework || portal.games || portal.lesson) found.push("practise");
    if (portal.progress || portal.balls || portal.rounds?.length || portal.course?.length)
      found.push("progress");
    return found.length ? found : ["card"];
  }
  #show(): void {
    const places = this.#places;
    // What was chosen stands: the card may only not be here yet.
    const now = places.includes(this.#tab) ? this.#tab : (places[0] ?? "card");
    const { card, tabs, place } = this.#options;
    tabs.hidden = places.length < 2 || this.#playing;
    tabs.replaceChildren(
      ...places.map((name) => {
        const one = button(say(LABELS[name]), () => this.#go(name));
        one.setAttribute("aria-current", name === now ? "page" : "false");
        if (name === "practise" && this.#open.length)
          one.append(make("span", String(this.#open.length), "badge"));
        return one;
      }),
    );
    card.hidden = now !== "card" || this.#playing;
    place.hidden = now === "card" && !this.#playing;
    if (this.#playing || !this.#portal) return;
    if (now === "practise") place.replaceChildren(...this.#practise(this.#portal));
    else if (now === "progress") place.replaceChildren(...this.#progress(this.#portal));
  }
  #go(tab: Tab): void {
    this.#tab = tab;
    keep(`${this.#address}#tab`, tab);
    this.#show();
    scrollTo(0, 0);
  }
  get #open(): HomeHomework[] {
    return (this.#portal?.homework ?? []).filter((one) => !one.closed && one.rows.some((row) => !row.done));
  }

  #practise(portal: Portal): HTMLElement[] {
    const waits = this.#queue.waiting;
    const left = unfinished(this.#round);
    return [
      make("h1", portal.student),
      ...(waits ? [make("p", count(waits, "round-waiting", "rounds-waiting"), "newer")] : []),
      ...this.#queue.refused.map((one) => make("p", refusedWords(one), "newer")),
      ...(this.#queue.fragile ? [make("p", say("fragile"), "newer")] : []),
      ...(left
        ? [button(say("continue", { title: left.asked.title }), () => this.#begin(left), "first wide")]
        : []),
      ...(portal.lesson ? [this.#lesson(portal.lesson)] : []),
      ...(portal.homework ? [make("h2", say("homework")), ...this.#homework(portal.homework)] : []),
      ...(portal.games?.length
        ? [make("h2", say("games")), ...portal.games.map((game) => this.#game(game))]
        : []),
    ];
  }
  #lesson({ day, cue, drill, how }: NonNullable<Portal["lesson"]>): HTMLElement {
    const part = make("section", "", "lesson");
    part.append(make("p", say("from-lesson", { day }), "small"));
    if (cue) part.append(make("p", cue, "name"));
    if (drill) part.append(make("p", drill, "carry"));
    if (how) part.append(make("p", how, "recipe"));
    for (const { id, swing, height } of this.#portal?.pictures ?? []) {
      const image = make("img");
      image.src = `/c/${this.#options.token}/pictures/${id}/still.jpg`;
      image.alt = say("you-at", { position: `${swing} ${height}`.trim() });
      image.loading = "lazy";
      part.append(image);
    }
    return part;
  }
  #homework(all: HomeHomework[]): HTMLElement[] {
    if (!all.length) return [make("p", say("no-homework"), "small")];
    return all.map((one) => {
      const part = make("section", "", "task");
      part.append(
        make("h3", one.title),
        make("p", one.late ? say("late", { due: one.due }) : one.due, "small"),
      );
      if (one.cues) part.append(make("p", one.cues, "cue"));
      one.rows.forEach((row, place) => {
        const { done } = row;
        const asked = done
          ? say("done-of", { points: done.points ?? 0, of: done.of })
          : say(row.wanted === null ? "to-do" : "to-do-wanted", {
              balls: row.balls,
              par: row.par.par,
              wanted: row.wanted ?? "",
            });
        const line = button("", () => this.#begin(askedOf(one, row, place)), done ? "row done" : "row");
        line.append(make("b", row.name), make("span", asked));
        if (row.cue) line.append(make("span", row.cue, "small"));
        part.append(line);
      });
      return part;
    });
  }
  #game(game: Game): HTMLElement {
    const name = `${this.#address}${TURN}-${game.trial}`;
    const turn = (kept<number>(name) ?? 0) % Math.max(1, game.orders.length);
    const calls = called(game, turn);
    const line = button(
      "",
      () => {
        keep(name, turn + 1);
        this.#begin({
          title: game.name,
          cue: "",
          form: "random",
          trial: game.trial,
          seed: game.seeds[turn] ?? 0,
          scoring: game.scoring,
          par: game.par,
          calls,
          homework: null,
        });
      },
      "row",
    );
    const { par } = game.par;
    const of = calls.length;
    const best = game.best === null ? null : Math.round(game.best * of);
    line.append(
      make("b", game.name),
      make(
        "span",
        game.scoring === "strokes"
          ? say("par-strokes", { par })
          : best === null
            ? say("par-of", { par, of })
            : say("par-of-best", { par, of, best }),
      ),
      make("span", game.about, "small"),
    );
    return line;
  }
  get #round(): string {
    return `${this.#address}#round`;
  }
  #begin(asked: Parameters<typeof play>[1]): void {
    const portal = this.#portal;
    if (!portal) return;
    this.#playing = true;
    this.#show();
    const leave = () => {
      this.#playing = false;
      this.#show();
      scrollTo(0, 0);
    };
    play(this.#options.place, asked, {
      name: this.#round,
      unit: portal.unit,
      perYard: portal.per_yd,
      strikes: portal.strikes,
      strikeWords: portal.strike_words ?? portal.strikes,
      send: (round) => {
        this.#queue.add(round);
        void this.refresh();
      },
      leave,
      again: () => this.#begin("uid" in asked ? asked.asked : asked),
    });
    scrollTo(0, 0);
  }

  #progress(portal: Portal): HTMLElement[] {
    const { progress } = portal;
    const parts: HTMLElement[] = [make("h1", portal.student)];
    if (progress) {
      const { weeks, longest, paused } = progress;
      parts.push(
        make("h2", say("your-distances")),
        ground(progress, portal.unit),
        make("h2", say("next-goal")),
        make(
          "p",
          say(progress.of ? "goal-met" : "goal-first", {
            met: progress.met,
            of: progress.of,
            goal: progress.goal,
          }),
          "carry",
        ),
        make("p", say("solid", { solid: progress.solid, balls: progress.balls }), "carry"),
        make("p", streakWords(weeks, longest, paused), "carry"),
      );
    }
    if (portal.course?.length)
      parts.push(make("h2", say("on-course")), ...portal.course.map((note) => make("p", note, "carry")));
    if (portal.rounds?.length) {
      const table = make("table");
      for (const round of portal.rounds) {
        const row = table.insertRow();
        row.insertCell().textContent = round.points === null ? "–" : String(round.points);
        row.insertCell().textContent = `${round.name}, ${round.day}`;
        row.insertCell().textContent = round.par === null ? "" : say("par", { par: round.par });
      }
      parts.push(make("h2", say("rounds")), table);
    }
    if (portal.balls?.length) {
      const table = make("table");
      for (const ball of portal.balls) {
        const row = table.insertRow();
        row.insertCell().textContent = ball.carry === null ? "–" : String(ball.carry);
        row.insertCell().textContent = ball.shot;
        row.insertCell().textContent = ball.strike;
      }
      parts.push(make("h2", say("last-balls")), table);
    }
    return parts;
  }
}

/** The calls of a round, in its order. */
function called({ calls, orders }: Pick<PortalRow, "calls" | "orders">, round: number): PhoneCall[] {
  return (orders[round] ?? []).flatMap((place) => calls[place] ?? []);
}

function askedOf(one: HomeHomework, row: PortalRow, place: number): Asked {
  return {
    title: `${one.title}: ${row.name}`,
    cue: row.cue || one.cues,
    form: row.form,
    trial: null,
    seed: row.seed,
    scoring: "within",
    par: row.par,
    calls: called(row, 0),
    homework: { id: one.id, row: place },
  };
}
