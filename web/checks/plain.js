/**
 * Whether every sentence of the page, the catalogues and the server is plain: no retired word, no semicolon, at most
 * twenty words. The server's stand in a file of "place<TAB>text" lines (tools/sentences.py).
 */
import { readFileSync } from "node:fs";
import { sentencesOf } from "./sentences.js";

const MOST_WORDS = 20;
/** Words of earlier releases, with what is said instead. */
const RETIRED = [
  [/\b(fallow|plough\w*)\b/i, "gap, covered"],
  [/\bfurrows?\b/i, "spread bar"],
  [/\bcells?\b/i, "shot"],
  [/\b(shots? played|not played|in work)\b/i, "in use, not used, still learning"],
  [/\b(more than|beyond|within|called by) chance\b/i, "real change, random"],
  [/\b(tak(e|es|en|ing)|took) (it |this |that )?(back|away|off)\b/i, "undo, delete, remove, withdraw"],
  [/\b(bring|brings|brought) (it |one |a \w+ )?(in|back|along)\b/i, "import, restore"],
  [/\b(hand|hands|handed) (it )?over\b/i, "transfer"],
  [/\bset aside\b/i, "exclude"],
  [/\blet (it |them |estimates )?in\b/i, "allow"],
  [/\b(kept|is said|that which|whose)\b/i, "saved, or said plainly"],
  [/\bsettle[sd]?\b/i, "confirm"],
  [/\bdoubtful\b/i, "uncertain, needs checking"],
  [/\bworse of two\b/i, "worst of two"],
  [/\b(for|in|of) (the|a) house\b/i, "academy"],
  [/\b(the )?proposals?\b/i, "suggestion"],
  [/\bthinks in\b|\bwrite it down\b|\bwrote down\b/i, "units, add"],
  [/\bsomebody|everybody\b/i, "someone, everyone"],
];
/** Where a word of the list is a code, or means something else. */
const ALLOWED = [
  /^(worse of two|other cell|numbers moved|days disagree|fallow|settles|doubtful|fallow-ground)$/,
  // A sheet has cells.
  /^A cell holds|rows or \{\} cells/,
];

const problems = ({ text }) => {
  if (ALLOWED.some((one) => one.test(text))) return [];
  const found = RETIRED.filter(([word]) => word.test(text)).map(
    ([word, instead]) => `"${word.exec(text)[0]}": ${instead}`,
  );
  if (/[a-z}]; /.test(text)) found.push("a semicolon");
  const longest = Math.max(
    ...text.split(/[.?!](?:\s|$)/).map((part) => part.split(/\s+/).filter((w) => /[A-Za-z]/.test(w)).length),
  );
  if (longest > MOST_WORDS) found.push(`${longest} words in a sentence`);
  return found;
};

const server = readFileSync(process.argv[2], "utf8")
  .split("\n")
  .filter(Boolean)
  .map((line) => {
    const [place, text] = line.split("\t");
    return { place, text };
  });
const page = sentencesOf("src").map((one) => ({ place: `web/src/${one.file}:${one.line}`, text: one.text }));
const bad = [...page, ...server].flatMap((one) =>
  problems(one).map((what) => `${one.place}: ${what}\n    ${one.text}`),
);
for (const line of bad) console.error(line);
console.log(`${page.length + server.length} sentences read, ${bad.length} not plain`);
process.exitCode = bad.length ? 1 : 0;
