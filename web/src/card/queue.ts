/** Rounds that wait on this phone until the server has them; each is kept there once, by its id. */
import { keep, kept } from "./dom";

export interface Sent {
  uid: string;
  [more: string]: unknown;
}
export interface Refused {
  uid: string;
  title: string;
}
const LATER = new Set([401, 403, 408, 425, 429]);

export class Queue {
  readonly #name: string;
  readonly #address: string;
  readonly #changed: () => void;
  #sending = false;
  /** What this phone cannot keep waits in memory. */
  #waiting: Sent[];
  refused: Refused[] = [];
  fragile = false;

  constructor(address: string, changed: () => void) {
    this.#address = address;
    this.#name = `${address}#rounds`;
    this.#changed = changed;
    this.#waiting = kept<Sent[]>(this.#name) ?? [];
    window.addEventListener("online", () => void this.send());
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
        if (!(await this.#deliver(next))) break;
        done = true;
        this.#read();
        const { uid } = next;
        this.#waiting = this.#waiting.filter((other) => other.uid !== uid);
        this.#write();
      }
    } finally {
      this.#sending = false;
    }
    return done;
  }
  /** Whether the server has said what becomes of it: kept, or refused for good. */
  async #deliver(round: Sent): Promise<boolean> {
    let answer: Response;
    try {
      answer = await fetch(this.#address, {
        method: "PUT",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(round),
      });
    } catch {
      return false;
    }
    const said = (await answer.json().catch(() => null)) as {
      round?: { uid?: string };
      type?: string;
      title?: string;
    } | null;
    if (answer.ok) return said?.round?.uid === round.uid;
    if (!said?.type?.startsWith("oxgang:") || answer.status >= 500 || LATER.has(answer.status)) return false;
    this.refused = [...this.refused, { uid: round.uid, title: said.title ?? "It was refused." }];
    return true;
  }
}
