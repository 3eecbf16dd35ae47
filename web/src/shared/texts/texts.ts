/**
 * Sentences from codes and values, by the server's messages (server/oxgang/texts). What a message
 * may use is written there; `texts.test.ts` and the server's own test read the same examples.
 */
import { FluentBundle, FluentNumber, FluentResource, type FluentValue, type Scope } from "@fluent/bundle";
import dayjs from "dayjs";
import { computed, toValue, type ComputedRef, type MaybeRefOrGetter } from "vue";
import type { Schemas } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";
import { points } from "@/shared/format/numbers";
import { entriesOf, WORD } from "./messages";
import { unitsOf, unitWords, type UnitSets, type UnitWords } from "@/shared/units/units";

export type Values = Record<string, string | number | boolean | null>;
/** What is told by a code of any family. */
export interface Message {
  code: string;
  values: Values;
}
export interface Texts {
  /** As a part of a sentence. */
  say: (message: Message) => string;
  /** As a line of its own. */
  sentence: (message: Message) => string;
  /** The message of a code; one that has none shows itself. */
  format: (code: string, values?: Values) => string;
  /** The name of a word of the trade: `name("event", "club bent")`. */
  name: (of: string, code: string) => string;
  /** An action of the log, with the fields that it changed. */
  did: (did: Schemas["ActionMessage"]) => string;
}

const LANGUAGE = "en";
/** What a function of a message is given; a bare number where nothing is. */
type Given = FluentValue | number;
const number = (value: Given) => Number(value.valueOf());
const text = (value: Given) => String(value.valueOf());

/**
 * A number that stands in English as it stands in the code: the browser's own formatter says the
 * same, and takes 50 ms of a first visit to be ready.
 */
export class BareNumber extends FluentNumber {
  override toString(scope?: Scope): string {
    const { value } = this;
    const bare = Math.abs(value) < 1000 && Math.round(value * 1000) / 1000 === value;
    return bare && !Object.is(value, -0) ? String(value) : super.toString(scope);
  }
}

export function makeTexts(source: string, units: UnitWords): Texts {
  const plain = (value: number, digits: number) =>
    String(Math.floor(value * 10 ** digits + 0.5) / 10 ** digits);
  const yards = (yd: Given, digits: Given = 0) => plain(units.value(number(yd)), number(digits));
  const bundle: FluentBundle = new FluentBundle(LANGUAGE, {
    useIsolating: false,
    functions: {
      YD: ([yd = 0], { digits = 0 }) => `${yards(yd, digits)} ${units.unit}`,
      YARDS: ([yd = 0], { digits = 0 }) => yards(yd, digits),
      FEET: ([feet = 0]) => {
        const metres = units.near.sign === units.unit;
        return `${metres ? yards(number(feet) / 3) : plain(number(feet), 0)} ${units.near.sign}`;
      },
      INCHES: ([inches = 0]) => {
        const { value, sign } = units.adjustment;
        // Half a centimetre is as near as a hand places a ball.
        const shown = sign === "in" ? number(inches) : Math.round(2 * value(number(inches))) / 2;
        return `${plain(shown, 2)} ${sign}`;
      },
      STROKES: ([strokes = 0]) => (Math.floor(number(strokes) * 100 + 0.5) / 100).toFixed(2),
      PERCENT: ([share = 0], { signed = 0 }) => {
        const message = points(number(share));
        return `${number(signed) ? message : message.replace("+", "")} %`;
      },
      POINTS: ([share = 0]) => points(number(share)),
      DAY: ([iso = ""]) => dayjs(text(iso)).format("D MMM"),
      DATE: ([iso = ""]) => dayjs(text(iso)).format("D MMM YYYY"),
      MOMENT: ([iso = ""]) => dayjs(text(iso)).format("D MMM, HH:mm"),
      NAME: ([codes = ""], { of = "" }) => names(text(of), text(codes).split(",")),
    },
  });
  const entries = entriesOf(source);
  const asked = new Set<string>();
  /** Read an entry when it is first wanted, with those that it might speak of. */
  function read(id: string): void {
    const entry = asked.has(id) ? undefined : entries.get(id);
    asked.add(id);
    if (entry === undefined) return;
    for (const [word] of entry.matchAll(WORD)) read(word);
    bundle.addResource(new FluentResource(entry));
  }

  function format(code: string, values: Values = {}): string {
    if (!source) return "";
    const [id = "", attribute = ""] = code.replaceAll(" ", "-").split(".");
    read(id);
    const message = bundle.getMessage(id);
    const pattern = attribute ? message?.attributes[attribute] : message?.value;
    if (!pattern) return code;
    const { touched, ...known } = values;
    // A value of this name is a code itself: which shots are meant.
    if (typeof touched === "string") known["touched"] = format(touched, known);
    // Fluent has no yes and no, and no nothing: a message that asks for one shows its name.
    const given = Object.entries(known)
      .filter(([, value]) => value !== null)
      .map(([name, value]) => [name, typeof value === "number" ? new BareNumber(value) : value]);
    return bundle.formatPattern(pattern, Object.fromEntries(given) as Record<string, FluentValue>, []);
  }
  function name(of: string, code: string): string {
    const message = format(`${of}-${code}`);
    return message === `${of}-${code}` ? code : message;
  }
  function names(of: string, codes: string[]): string {
    const all = codes.filter(Boolean).map((code) => name(of, code));
    if (all.length < 2) return all.join("");
    const before = all.slice(0, -1).join(`${format("list-between")} `);
    return `${before} ${format("list-last")} ${all.at(-1)}`;
  }
  const nothing = (name: string, value: Values[string]) => {
    if (value === null || value === "") return format("log-nothing");
    // What is kept in yards is told in the reader's unit.
    const yd = name.endsWith("_yd") && Number.isFinite(Number(value));
    return yd ? `${yards(Number(value), 1)} ${units.unit}` : String(value);
  };
  function did({ code, values, fields, back }: Schemas["ActionMessage"]): string {
    const changed = fields.map((field) =>
      format("log-field", {
        name: name("field", field.name),
        before: nothing(field.name, field.before),
        after: nothing(field.name, field.after),
      }),
    );
    const what = format(code, { ...values, fields: changed.join(`${format("list-between")} `) });
    return back ? format("log-back", { what }) : what;
  }
  const say = (message: Message) => format(message.code, message.values);
  return {
    say,
    sentence: (message) => upper(say(message)),
    format,
    name,
    did,
  };
}

/** With its first letter large. */
export const upper = (words: string) => words.slice(0, 1).toUpperCase() + words.slice(1);

/** One view asks for the same texts in many places. */
const made = new WeakMap<UnitSets, Map<string, Texts>>();
function textsOf(source: string, unit: string, sets: UnitSets): Texts {
  const known = made.get(sets) ?? new Map<string, Texts>();
  made.set(sets, known);
  const texts = known.get(unit) ?? makeTexts(source, unitWords(unit, sets));
  known.set(unit, texts);
  return texts;
}

/** The texts in a student's unit; empty until the words are there. */
export function useTexts(unit?: MaybeRefOrGetter<string | undefined>): ComputedRef<Texts> {
  const words = useWords();
  return computed(() => {
    const { texts = "", units = {} } = words.data.value ?? {};
    return textsOf(texts, unitsOf(toValue(unit)), units);
  });
}
