/**
 * Rounds and shots that wait on this phone until the server has them; each is kept there once, by its id. One
 * that the server refuses stays on the phone too: the coach is told what was hit, and it is tried
 * again when the page is opened the next time.
 */
import { keep, kept } from "./dom";
import { say } from "./words";

export interface Sent {
  uid: string;
  [more: string]: unknown;
}
export interface Refused {
  uid: string;
  title: string;
  round: Sent;
  /** Whether the coach can read what was hit. */
  told: boolean;
}
export interface QueueOptions {
  /** Where it is sent, and where the coach is told of what was refused. */
  address: string;
  told: string;
  /** What was done, for a person to read. */
  words: (sent: Sent) => string;
  changed: () => void;
}
type Said = "kept" | "later" | { title: string };
const LONGEST = { why: 300, played: 600 };
const LATER = new Set([401, 403, 408, 425, 429]);

export class Queue {
  readonly #name: string;
  readonly #address: string;
  readonly #told: string;
  readonly #changed: () => void;
  readonly #words: (sent: Sent) => string;
  #sending = false;
  /** What this phone cannot keep waits in memory. */
  #waiting: Sent[];
  refused: Refused[];
  fragile = false;

  constructor({ address, told, words, changed }: QueueOptions) {
    this.#address = address;
    this.#told = told;
    this.#words = words;
    this.#name = `${address}#rounds`;
    this.#changed = changed;
    this.#waiting = kept<Sent[]>(this.#name) ?? [];
    this.refused = kept<Refused[]>(this.#refusedName) ?? [];
    window.addEventListener("online", () => void this.send());
  }
  get #refusedName(): string {
    return `${this.#address}#refused`;
  }
  get waiting(): number {
    return this.#waiting.length;
  }
  /** Another page of this phone may have added or sent some. */
  #read(): void {
    if (!this.fragile) this.#waiting = kept<Sent[]>(this.#name) ?? [];
  }
  #write(): void {
    this.fragile = !keep(this.#name, this.#waiting.length ? this.#waiting : null);
    this.#changed();
  }
  add(round: Sent): void {
    this.#read();
    this.#waiting = [...this.#waiting.filter(({ uid }) => uid !== round.uid), round];
    this.#write();
    void this.send();
  }
  /** Send what waits, in order. Returns whether anything was acknowledged. */
  async send(): Promise<boolean> {
    if (this.#sending) return false;
    this.#sending = true;
    let done = false;
    try {
      this.#read();
      for (let next = this.#waiting[0]; next; next = this.#waiting[0]) {
        const said = await this.#deliver(next);
        if (said === "later") break;
        done = true;
        // Before it leaves the others: at no moment is it nowhere.
        if (said !== "kept") this.#refuse(next, said.title);
        this.#read();
        const { uid } = next;
        this.#waiting = this.#waiting.filter((other) => other.uid !== uid);
        this.#write();
      }
      await this.#tell();
    } finally {
      this.#sending = false;
    }
    return done;
  }
  /** Try what was refused before: the server may be a newer one. Returns whether any was kept. */
  async again(): Promise<boolean> {
    let done = false;
    for (const { uid, round } of this.refused) {
      if ((await this.#deliver(round)) !== "kept") continue;
      this.#keepRefused(this.refused.filter((one) => one.uid !== uid));
      done = true;
    }
    return done;
  }
  #refuse(round: Sent, title: string): void {
    const others = this.refused.filter(({ uid }) => uid !== round.uid);
    this.#keepRefused([...others, { uid: round.uid, title, round, told: false }]);
  }
  #keepRefused(refused: Refused[]): void {
    this.refused = refused;
    keep(this.#refusedName, refused.length ? refused : null);
    this.#changed();
  }
  async #tell(): Promise<void> {
    for (const one of this.refused.filter(({ told }) => !told)) {
      const body = {
        uid: one.uid,
        why: one.title.slice(0, LONGEST.why),
        played: this.#words(one.round).slice(0, LONGEST.played),
      };
      const answer = await fetch(this.#told, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(body),
      }).catch(() => null);
      if (!answer?.ok) return;
      this.#keepRefused(
        this.refused.map((other) => (other.uid === one.uid ? { ...other, told: true } : other)),
      );
    }
  }
  /** What the server says becomes of it: kept, refused with a reason, or nothing yet. */
  async #deliver(round: Sent): Promise<Said> {
    let answer: Response;
    try {
      answer = await fetch(this.#address, {
        method: "PUT",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(round),
      });
    } catch {
      return "later";
    }
    const said = (await answer.json().catch(() => null)) as {
      uid?: string;
      round?: { uid?: string };
      type?: string;
      title?: string;
    } | null;
    if (answer.ok) return (said?.uid ?? said?.round?.uid) === round.uid ? "kept" : "later";
    if (!said?.type?.startsWith("oxgang:") || answer.status >= 500 || LATER.has(answer.status))
      return "later";
    return { title: said.title ?? say("not-accepted") };
  }
}

/** What was hit, for a person to read: "random: 44, 46, missed". Carries are in yards. */
export function playedWords(round: Sent): string {
  const results = (round["results"] ?? []) as {
    balls?: { carry_yd?: number | null; met?: boolean | null }[];
  }[];
  const balls = results.flatMap((result) => result.balls ?? []);
  const words = balls.map(({ carry_yd, met }) =>
    typeof carry_yd === "number" ? `${Math.round(carry_yd)} yd` : met ? "met" : "missed",
  );
  return `${String(round["trial"] ?? round["form"] ?? "round")}: ${words.join(", ") || "no ball"}`;
}

/** What the student reads of one that was refused. */
export const refusedWords = ({ title, told }: Refused, what: "round" | "shot" = "round"): string =>
  say(told ? `${what}-refused-told` : `${what}-refused`, { why: title });
