/** A shot's adjustment, a way to close a gap and a planned item, in the words of the texts. */
import { cellName, shortName } from "@/shared/api/cells";
import type { Schemas } from "@/shared/api/client";
import type { PlanItem } from "@/shared/api/queries";
import type { Texts } from "./texts";

/** "ball 2 in back, grip down 1 in"; empty without an adjustment. */
export function adjustmentWords(
  texts: Texts,
  { ball_position_in: back = 0, grip_down_in: down = 0 }: Pick<PlanItem, "ball_position_in" | "grip_down_in">,
): string {
  const parts = [];
  if (back)
    parts.push(
      texts.format(back > 0 ? "adjustment-ball-back" : "adjustment-ball-forward", { inches: Math.abs(back) }),
    );
  if (down) parts.push(texts.format("adjustment-grip-down", { inches: down }));
  return parts.join(", ");
}

function shotOf(texts: Texts, fill: Schemas["FillOut"]): string {
  if (fill.way === "play")
    return shotWords(texts, {
      ...fill.key,
      back_in: fill.ball_position_in,
      down_in: fill.grip_down_in,
    });
  const whole = fill.way === "known" || fill.way === "height";
  return whole ? cellName(fill.key) : `${fill.key.club} ${fill.key.swing}`;
}

/** What to do to close a gap this way. */
export function fillWords(texts: Texts, fill: Schemas["FillOut"]): string {
  const { club, swing, tempo, spin } = fill.key;
  return texts.format(`fill-${fill.way}`, {
    shot: shotOf(texts, fill),
    club,
    swing,
    tempo,
    spin,
    from: swing,
    to: fill.between,
    inches: Math.abs(fill.ball_position_in) || fill.grip_down_in,
    back: fill.ball_position_in > 0 ? 1 : 0,
  });
}

/** What of a planned item is not in the cell's name: where from, how, and the coach's own note. */
export function howWords(texts: Texts, item: PlanItem): string {
  const between = item.between
    ? texts.format("adjustment-between", { from: item.swing, to: item.between })
    : "";
  const inPlace =
    item.why?.code === "plan-ball-place" && !item.ball_position_in
      ? texts.format("adjustment-ball-in-place")
      : "";
  const place = item.place ? texts.format(`place-${item.place}`) : "";
  return [item.lie ?? "", between, adjustmentWords(texts, item), inPlace, place, item.note ?? ""]
    .filter(Boolean)
    .join(", ");
}

/** "56 9:00 low, ball 3 in back": a shot in as few words as name it. */
export function shotWords(
  texts: Texts,
  shot: Pick<Schemas["CellOut"], "back_in" | "down_in"> & Parameters<typeof shortName>[0],
): string {
  const adjustment = adjustmentWords(texts, { ball_position_in: shot.back_in, grip_down_in: shot.down_in });
  return [shortName(shot), adjustment].filter(Boolean).join(", ");
}
