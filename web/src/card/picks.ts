/** The picks on the phone card: to the pin from this lie, in this wind. Every answer was computed on the
 * server when the card was published; a row has so many letters for each distance (core/pick/table.py). */
export interface Asked {
  name: string;
  label: string;
  options: { code: string; label: string }[];
}
export interface Picks {
  letters: string;
  reasons: string[];
  asks: Asked[];
  rows: Record<string, string>;
}
export interface Picked {
  shot: number;
  others: number[];
  reason: string;
  /** How many of ten balls finish on the green. */
  tenths: number;
}
const ANSWER = 5;
const NONE = "-";

/** The pick for a distance by its place; null where no shot flies there. */
export function pickedAt(picks: Picks, chosen: string[], place: number): Picked | null {
  const said = picks.rows[chosen.join(" ")]?.slice(ANSWER * place, ANSWER * (place + 1)) ?? "";
  if (said.length < ANSWER || said.startsWith(NONE)) return null;
  const [shot = 0, ...more] = [...said].map((letter) => picks.letters.indexOf(letter));
  const [reason = 0, tenths = 0] = more.slice(-2);
  return {
    shot,
    others: more.slice(0, -2).filter((at) => at >= 0),
    reason: picks.reasons[reason] ?? "",
    tenths,
  };
}

/** Whether a question changes the shot at this distance, whatever its answer. */
export function matters(picks: Picks, chosen: string[], ask: number, place: number): boolean {
  const shots = (picks.asks[ask]?.options ?? []).map(
    ({ code }) =>
      pickedAt(
        picks,
        chosen.map((now, i) => (i === ask ? code : now)),
        place,
      )?.shot,
  );
  return new Set(shots).size > 1;
}
