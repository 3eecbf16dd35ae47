/** The carry being typed: digits in, a ball or a question out. */
import type { Strike } from "@/shared/api/queries";
import { computed, reactive, watch } from "vue";

export interface EntryOptions {
  /** Whether student, cell and units are known. What is entered before waits for them. */
  ready: () => boolean;
  /** A carry beyond this, in yards, is asked about before it is logged. */
  askOverYd: () => number;
  toYards: (typed: number) => number;
  unit: () => string;
  log: (carryYd: number, strike: Strike, confirmed: boolean) => void;
}

const MOST_CHARACTERS = 6;

interface Ahead {
  text: string;
  strike: Strike;
}

export function useEntry(options: EntryOptions) {
  const entry = reactive({ text: "", strike: "solid" as Strike, question: "", problem: "" });
  /** What was done before the page was ready, in its order: balls entered, cells changed. */
  const ahead = reactive<(Ahead | (() => void))[]>([]);
  const ballsAhead = computed(() => ahead.filter((one) => typeof one !== "function"));

  function settle(): void {
    entry.question = "";
    entry.problem = "";
  }
  function type(character: string): void {
    if (entry.text.length < MOST_CHARACTERS) {
      entry.text += character === "," ? "." : character;
    }
    settle();
  }
  function erase(): void {
    entry.text = entry.text.slice(0, -1);
    settle();
  }
  function clear(): void {
    entry.text = "";
    entry.strike = "solid";
    settle();
  }
  /** Log the ball; a doubtful one is asked about first, and a second Enter keeps it. */
  function enter(): void {
    if (!entry.text) return;
    if (!options.ready()) {
      ahead.push({ text: entry.text, strike: entry.strike });
      clear();
      return;
    }
    log();
    if (!entry.question && !entry.problem) handOver();
  }
  function log(): void {
    const typed = Number(entry.text);
    if (!Number.isFinite(typed)) {
      entry.problem = `"${entry.text}" is not a number. Nothing was logged.`;
      return;
    }
    if (typed <= 0) {
      entry.problem = "A carry must be more than 0. For a whiff there is nothing to log.";
      return;
    }
    const yards = options.toYards(typed);
    const ask = yards > options.askOverYd();
    if (ask && !entry.question) {
      entry.question = `${entry.text} ${options.unit()} is long for a wedge. Enter again keeps it, a digit or ⌫ changes it.`;
      return;
    }
    options.log(yards, entry.strike, ask);
    clear();
  }
  /** Log what was entered before the page was ready. One that is asked about holds up the others. */
  function handOver(): void {
    const typing = { text: entry.text, strike: entry.strike };
    for (let next = ahead.shift(); next; next = ahead.shift()) {
      if (typeof next === "function") {
        next();
        continue;
      }
      Object.assign(entry, next);
      log();
      if (entry.question || entry.problem) return;
    }
    Object.assign(entry, typing);
  }
  /** Do something to the cell or the last ball, now or in its turn. */
  function inTurn(act: () => void): void {
    if (options.ready()) act();
    else ahead.push(act);
  }
  watch(options.ready, (ready) => ready && handOver(), { immediate: true });
  return { entry, ahead: ballsAhead, inTurn, type, erase, clear, enter };
}
