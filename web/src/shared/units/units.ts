/** The reader's units on the screen. What each set is comes from the server (core/units.py). */
import { computed, ref, toValue, type ComputedRef, type MaybeRefOrGetter } from "vue";
import type { Schemas } from "@/shared/api/client";
import { useWords } from "@/shared/api/queries";

export type Units = Schemas["AcademyOut"]["units"];
export type UnitSets = Partial<Record<Units, Schemas["UnitSetOut"]>>;

/** One unit: what is stored in it, and back. */
export interface Measure {
  sign: string;
  value: (stored: number) => number;
  stored: (typed: number) => number;
  show: (stored: number, digits?: number) => string;
  /** The run beside a carry: what is shown adds up to what is shown (core/units.py, `whole_run`). */
  run: (carry: number, run: number) => string;
  /** What is added to a shot, or taken off, to reach a distance (core/units.py, `whole_added`). */
  added: (target: number, carry: number) => string;
}

/** The units of one reader; it is itself the measure of carries, kept in yards. */
export interface UnitWords extends Measure {
  /** The sign of the reader's unit of carry. */
  unit: string;
  /** "yards" or "metres". */
  name: string;
  /** Yards from what was typed in the student's unit. */
  yards: (typed: number) => number;
  /** Some steps away or up, and a hand's breadth: stored in metres. */
  near: Measure;
  small: Measure;
  /** An adjustment: stored in inches. */
  adjustment: Measure;
  /** Wind and speed: stored in metres a second. */
  speed: Measure;
  /** Temperature: stored in degrees Celsius. */
  air: Measure;
}

/** Until the words are there nothing is shown in a unit that may be the wrong one. */
const UNKNOWN: Measure = {
  sign: "",
  value: (v) => v,
  stored: (v) => v,
  show: () => "–",
  run: () => "–",
  added: () => "–",
};

function measure(of: Schemas["MeasureOut"] | undefined): Measure {
  if (!of) return UNKNOWN;
  const value = (stored: number) => (stored - of.zero) / of.size;
  const show = (stored: number, digits = 0) => {
    const text = value(stored).toFixed(digits);
    return Number(text) ? text : text.replace("-", "");
  };
  const run = (carry: number, after: number) => String(Number(show(carry + after)) - Number(show(carry)));
  const added = (target: number, carry: number) => {
    const more = Number(show(target)) - Number(show(carry));
    return `${more < 0 ? "−" : "+"} ${Math.abs(more)}`;
  };
  return { sign: of.sign, value, stored: (typed) => typed * of.size + of.zero, show, run, added };
}

/** What was measured of a ball with its unit: "61 yd", "5400 rpm". */
export function measured(
  units: UnitWords,
  { kind, unit }: Schemas["MeasurementWords"],
  value: number,
): string {
  const of = {
    carry: units as Measure,
    near: units.near,
    adjustment: units.adjustment,
    speed: units.speed,
    air: units.air,
  }[kind];
  return of ? `${of.show(value)} ${of.sign}` : `${value.toFixed(0)} ${unit}`;
}

export function unitWords(units: string | undefined, sets: UnitSets): UnitWords {
  const set = sets[units as Units] ?? sets.yd;
  const carry = measure(set?.carry);
  return {
    ...carry,
    unit: carry.sign,
    name: set?.name ?? "",
    yards: carry.stored,
    near: measure(set?.near),
    small: measure(set?.small),
    adjustment: measure(set?.adjustment),
    speed: measure(set?.speed),
    air: measure(set?.air),
  };
}

/** The carry's unit of one set, whatever the screen is in. */
export const carryMeasure = (units: Units, sets: UnitSets): Measure => measure(sets[units]?.carry);

/** What the coach who is signed in has chosen: own units for every screen, or "" for each
 * student's; and those of a page of no student. */
export const chosenUnits = ref<{ own: string; usual: string }>({ own: "", usual: "yd" });

/** The units of a screen: the coach's own choice, else the student's, else the academy's. */
export const unitsOf = (student: string | undefined) =>
  chosenUnits.value.own || student || chosenUnits.value.usual;

export function useUnits(student?: MaybeRefOrGetter<string | undefined>): ComputedRef<UnitWords> {
  const words = useWords();
  return computed(() => unitWords(unitsOf(toValue(student)), words.data.value?.units ?? {}));
}
