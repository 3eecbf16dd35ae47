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
  /** The shot that is hit now: what a carry is logged for, also when it is asked about first. */
  shot: () => Log;
  /** Each number answers a call: another one takes the place of one that is asked about. */
  single?: boolean;
}
/** `rolledYd` is the total, where it was typed after the carry. */
type Log = (carryYd: number, strike: Strike, confirmed: boolean, ...rolledYd: [number?]) => void;

const MOST_CHARACTERS = 11;
/** A carry and its total: after a decimal comma there is one digit, a total has two or three. */
const BOTH = /^(\d+(?:\.\d+)?),(\d{2,}(?:\.\d+)?)$/;

interface Ahead {
  text: string;
  strike: Strike;
}
interface Doubtful extends Ahead {
  question: string;
  keep: () => void;
}

export function useEntry(options: EntryOptions) {
  const entry = reactive({ text: "", strike: "solid" as Strike, question: "", problem: "" });
  /** What was done before the page was ready, in its order: balls entered, cells changed. */
  const ahead = reactive<(Ahead | (() => void))[]>([]);
  const ballsAhead = computed(() => ahead.filter((one) => typeof one !== "function"));
  /** Numbers that were asked about: they stay in sight until answered, and hold up no other. */
  const doubtful: Doubtful[] = [];

  function settle(): void {
    entry.question = doubtful[0]?.question ?? "";
    entry.problem = "";
  }
  function type(character: string): void {
    if (options.single) doubtful.length = 0;
    if (entry.text.length < MOST_CHARACTERS) {
      entry.text += character;
    }
    settle();
  }
  function erase(): void {
    const last = entry.text ? undefined : doubtful.shift();
    if (last) Object.assign(entry, { text: last.text, strike: last.strike });
    else entry.text = entry.text.slice(0, -1);
    settle();
  }
  function clear(): void {
    if (!entry.text) doubtful.shift();
    empty();
  }
  function empty(): void {
    entry.text = "";
    entry.strike = "solid";
    settle();
  }
  /** Log the ball; a doubtful one is asked about first, and an Enter with nothing typed keeps it. */
  function enter(): void {
    if (!entry.text) {
      doubtful.shift()?.keep();
      settle();
      return;
    }
    if (!options.ready()) {
      ahead.push({ text: entry.text, strike: entry.strike });
      empty();
      return;
    }
    log();
    if (!entry.problem) handOver();
  }
  function log(): void {
    const both = BOTH.exec(entry.text);
    const [typed, rolled] = both
      ? [Number(both[1]), Number(both[2])]
      : [Number(entry.text.replace(",", ".")), null];
    if (!Number.isFinite(typed)) {
      entry.problem = `"${entry.text}" is not a number. Nothing was logged.`;
      return;
    }
    if (typed <= 0) {
      entry.problem = "A carry must be more than 0. Don't log a whiff.";
      return;
    }
    if (rolled !== null && rolled < typed) {
      entry.problem = `A total of ${both?.[2]} is shorter than its carry of ${both?.[1]}. Nothing was logged.`;
      return;
    }
    const yards = options.toYards(typed);
    const total: [number?] = rolled === null ? [] : [options.toYards(rolled)];
    const shot = options.shot();
    const { text, strike } = entry;
    if (yards > options.askOverYd())
      doubtful.push({
        text,
        strike,
        question: `${text} ${options.unit()} is long for a wedge. Enter saves it, Esc deletes it, ⌫ changes it.`,
        keep: () => shot(yards, strike, true, ...total),
      });
    else shot(yards, strike, false, ...total);
    empty();
  }
  /** Log what was entered before the page was ready. */
  function handOver(): void {
    const typing = { text: entry.text, strike: entry.strike };
    for (let next = ahead.shift(); next; next = ahead.shift()) {
      if (typeof next === "function") {
        next();
        continue;
      }
      Object.assign(entry, next);
      log();
      if (entry.problem) return;
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
