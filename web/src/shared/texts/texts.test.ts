import { WORDS } from "@/testing/page";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { unitWords } from "@/shared/units/units";
import { FluentBundle, FluentNumber, FluentResource } from "@fluent/bundle";
import { BareNumber, makeTexts, type Values } from "./texts";

const at = (path: string) => readFileSync(new URL(path, `file://${process.cwd()}/`), "utf8");
const SOURCE = at("../server/oxgang/texts/en.ftl");
interface Example {
  code: string;
  values: Values;
  yd: string;
  m: string;
}
// The server's test reads the same examples (tests/core/test_messages.py).
const EXAMPLES = JSON.parse(at("../tests/message_examples.json")) as Example[];
const texts = (unit: "yd" | "m") => makeTexts(SOURCE, unitWords(unit, WORDS.units));

describe("the page says what the server says", () => {
  it.each(EXAMPLES)("$code", ({ code, values, yd, m }) => {
    expect(texts("yd").format(code, values)).toBe(yd);
    expect(texts("m").format(code, values)).toBe(m);
  });
});

it("tells an action with its fields, and that it was taken back", () => {
  const did = {
    code: "log-club-changed" as const,
    values: { club: "56" },
    fields: [
      { name: "loft_deg", before: 56, after: 55.5 },
      { name: "note", before: "", after: "bent" },
      { name: "never_heard_of", before: null, after: true },
    ],
    back: true,
  };
  expect(texts("yd").did(did)).toBe(
    "Undone: Changed the 56: loft 56 to 55.5, note nothing to bent, never_heard_of nothing to true",
  );
});

it("says nothing while the messages are on their way", () => {
  expect(makeTexts("", unitWords("yd", WORDS.units)).format("due-holds")).toBe("");
});

it("shows a number as the browser's own formatter does, of whatever size and sign", () => {
  const bundle = new FluentBundle("en", { useIsolating: false });
  bundle.addResource(new FluentResource("n = { $n }"));
  const pattern = bundle.getMessage("n")?.value ?? "";
  const said = (n: FluentNumber) => bundle.formatPattern(pattern, { n });
  for (const n of [
    0,
    -0,
    7,
    -7,
    0.5,
    1.005,
    12.3456,
    999,
    999.9999,
    1000,
    4210,
    -25000,
    1e-7,
    1e21,
    NaN,
    Infinity,
  ])
    expect(said(new BareNumber(n)), String(n)).toBe(said(new FluentNumber(n)));
});
