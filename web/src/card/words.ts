/** What the card says in each language; {name} stands for a value. */
export interface CardWords {
  version: string;
  newer: string;
  noShot: string;
  distance: string;
  m: string;
  yd: string;
  carryIt: string;
  toPin: string;
  ladder: string;
  legend: string;
  none: string;
  noneBig: string;
  unreached: string;
  onGreen: string;
  or: string;
  nearest: string;
  hitShorter: string;
  hitLonger: string;
  to: string;
  carries: string;
  chart: string;
  estimated: string;
  runs: string;
  runsSeen: string;
  shorter: string;
  longer: string;
}
const EN: CardWords = {
  version: "Version {version} of {day}. {academy}",
  newer: "Version {version} is new.",
  noShot: "No shots on this card yet. Ask your coach.",
  distance: "Distance in {unit}",
  m: "metres",
  yd: "yards",
  carryIt: "carry",
  toPin: "to the pin",
  ladder: "Distances",
  legend: "The true carry is within ± in {level} of cases. Italic means estimated.",
  none: "none",
  noneBig: "None",
  unreached: "No shot reaches that.",
  onGreen: "{tenths} of 10 finish on the green. {reason}.",
  or: "or",
  nearest: "Nearest: {name}, carries {carry}.",
  hitShorter: "It carries {carry}. Hit it {by} shorter.",
  hitLonger: "It carries {carry}. Hit it {by} longer.",
  to: "{least} to {most}",
  carries: "carries {carry} ± {half}",
  chart: ", from a chart",
  estimated: ", estimated",
  runs: ", runs {run}, {all} total",
  runsSeen: "{run} (measured on {balls} balls)",
  shorter: "shorter",
  longer: "longer",
};
const DE: CardWords = {
  version: "Fassung {version} vom {day}. {academy}",
  newer: "Fassung {version} ist neu.",
  noShot: "Auf dieser Karte steht noch kein Schlag. Frag deinen Coach.",
  distance: "Entfernung in {unit}",
  m: "Metern",
  yd: "Yards",
  carryIt: "Carry",
  toPin: "zur Fahne",
  ladder: "Weiten",
  legend: "± enthält den wahren Carry in {level} der Fälle. Kursiv: geschätzt.",
  none: "keiner",
  noneBig: "Keiner",
  unreached: "Kein Schlag kommt dorthin.",
  onGreen: "{tenths} von 10 enden auf dem Grün. {reason}.",
  or: "oder",
  nearest: "Am nächsten ist {name}: Carry {carry}.",
  hitShorter: "Carry {carry}: schlag ihn {by} kürzer.",
  hitLonger: "Carry {carry}: schlag ihn {by} weiter.",
  to: "{least} bis {most}",
  carries: "Carry {carry} ± {half}",
  chart: ", aus einer Tabelle",
  estimated: ", geschätzt",
  runs: ", rollt {run}, {all} insgesamt",
  runsSeen: "{run} (gemessen an {balls} Bällen)",
  shorter: "kürzer",
  longer: "länger",
};
export type Language = "en" | "de";
export const WORDS: Record<Language, CardWords> = { en: EN, de: DE };

/** A sentence with its values in. */
export const say = (text: string, values: Record<string, string | number> = {}): string =>
  text.replace(/\{(\w+)\}/g, (whole, name: string) => String(values[name] ?? whole));
