/** What the phone says, by the language of its page. The server's catalogues (texts/phone.*.ftl) are the home of
 * these words: `make api` writes the files. */
import german from "./words.de.json";
import english from "./words.en.json";

export type Word = keyof typeof english;
const LANGUAGES: Record<string, Record<Word, string>> = { en: english, de: german };

/** A sentence with its values in. */
export const say = (word: Word, values: Record<string, string | number> = {}): string =>
  (LANGUAGES[document.documentElement.lang] ?? english)[word].replace(/\{(\w+)\}/g, (whole, name: string) =>
    String(values[name] ?? whole),
  );
/** A day as the language writes it: "1 Dec 2026", "1. Dez. 2026". */
export function dayWords(day: string): string {
  const { lang } = document.documentElement;
  const locale = lang === "en" || !(lang in LANGUAGES) ? "en-GB" : lang;
  return new Date(`${day}T12:00`).toLocaleDateString(locale, {
    day: "numeric",
    month: "short",
    year: "numeric",
  });
}
/** One or many of something: the sentence of either. */
export const count = (n: number, one: Word, many: Word): string => say(n === 1 ? one : many, { n });
