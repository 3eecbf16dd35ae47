/** A box of the sheet as it was filled in: "44", "44f" for a fat one. */
import type { Strike } from "@/shared/api/queries";

export type Box = { carry: number; strike: Strike } | { problem: string } | null;
const STRIKES: Record<string, Strike> = {
  "": "solid",
  s: "solid",
  f: "fat",
  t: "thin",
  h: "heel",
  o: "toe",
  x: "hard",
};
const MOST = 400;

export function readBox(text: string): Box {
  const said = text.trim().toLowerCase();
  if (!said) return null;
  const parts = /^(\d{1,3}(?:[.,]\d)?)\s*([a-z]?)$/.exec(said);
  const strike = parts ? STRIKES[parts[2] ?? ""] : undefined;
  if (!parts || !strike)
    return { problem: `"${text}" is not a carry with a letter for the strike. Nothing was saved.` };
  const carry = Number((parts[1] ?? "").replace(",", "."));
  if (carry <= 0 || carry > MOST) return { problem: `"${text}" is not a wedge carry. Nothing was saved.` };
  return { carry, strike };
}
