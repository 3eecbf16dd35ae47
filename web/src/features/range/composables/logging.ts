/** Balls by keys: a carry is typed and logged, the last ball is put right, undone, or asked about. */
import { computed, ref } from "vue";
import { addressOf, cellName } from "@/shared/api/cells";
import { useWords, type Strike } from "@/shared/api/queries";
import type { Landing } from "@/shared/offline/landing";
import { changing, key, type KeyBinding } from "@/shared/keys/useKeys";
import { useEntry } from "./entry";
import { usePictureOn } from "./rangePicture";
import type { usePlannedSession } from "./shotSession";
import { STRIKE_KEYS, STRIKES } from "./strikes";

export interface LoggingOptions {
  /** Whose balls are logged; null when nobody is up. */
  here: () => Omit<ReturnType<typeof usePlannedSession>, "studentId"> | null;
  /** Whether student, shot and units are known. */
  ready: () => boolean;
  /** " of Bryn Calloway", where several hit. */
  of?: () => string;
  logged?: () => void;
}

export function useLogging(options: LoggingOptions) {
  const words = useWords();
  const announcement = ref("");
  const picture = usePictureOn();
  const of = () => options.of?.() ?? "";
  const typing = useEntry({
    ready: options.ready,
    askOverYd: () => words.data.value?.ask_over_yd ?? 150,
    toYards: (typed) => options.here()?.units.value.yards(typed) ?? typed,
    unit: () => options.here()?.units.value.unit ?? "yd",
    shot: () => {
      const here = options.here();
      const keep = here?.session.shotNow();
      const reading = here?.conditions.now.value.reading;
      return (yards, strike, confirmed, rolled) => {
        const read =
          rolled !== undefined
            ? { carry_yd: yards, total_yd: rolled }
            : { [reading === "total" ? "total_yd" : "carry_yd"]: yards };
        if (!keep?.({ ...read, strike, confirmed })) return;
        announcement.value = "";
        options.logged?.();
      };
    },
  });
  const { entry, inTurn } = typing;

  /** A touch on the range picture logs at once; it was seen, so it is not asked about. */
  function land(landing: Landing): void {
    const strike = entry.strike;
    inTurn(() => {
      if (!options.here()?.session.record({ landing, strike, confirmed: true })) return;
      announcement.value = "";
      options.logged?.();
    });
    entry.strike = "solid";
  }
  /** A landing was moved on the picture. */
  function moveLanding(uid: string, landing: Landing): void {
    inTurn(() => options.here()?.session.land(uid, landing));
  }

  function strike(name: Strike): void {
    if (entry.text) strikeNow(name);
    else inTurn(() => strikeNow(name));
  }
  function strikeNow(name: Strike): void {
    const here = options.here();
    const last = here?.session.balls.value.at(-1);
    if (entry.text || !here || !last) entry.strike = entry.strike === name ? "solid" : name;
    else {
      here.session.mark(last.uid, name);
      announcement.value = `Last ball${of()}: ${name}.`;
    }
  }
  function undo(uid?: string): void {
    inTurn(() => {
      const here = options.here();
      const ball = here?.session.undo(uid);
      announcement.value =
        here && ball
          ? `Undone${of()}: ${here.units.value.show(ball.carry_yd ?? 0)} ${ball.strike}. R redoes it.`
          : "Nothing to undo.";
    });
  }
  function redo(): void {
    options.here()?.session.redo();
    announcement.value = "";
  }
  function next(): void {
    const plan = options.here()?.plan;
    if (plan && !plan.next())
      announcement.value = plan.steps.value.length ? "The plan is complete." : "No plan yet.";
  }
  /** A question is about what was logged: a number that is being typed passes it by. */
  const question = computed(() => (entry.text ? null : (options.here()?.session.now.value.question ?? null)));
  function sayMishit(): void {
    const asked = question.value;
    if (!asked) return;
    options.here()?.session.markAsked(asked);
    const balls = asked.uids.length;
    announcement.value = balls === 1 ? `Last ball: ${asked.strike}.` : `${balls} balls: ${asked.strike}.`;
  }
  function moveThere(): void {
    const here = options.here();
    const asked = question.value;
    if (!here || !asked?.other || !here.session.moveAsked(asked)) return;
    here.cell.value = addressOf(asked.other);
    const balls = asked.uids.length === 1 ? "The ball is" : "The balls are";
    announcement.value = `${balls} now ${cellName(asked.other)}, and so is the next.`;
  }

  const bindings: KeyBinding[] = [
    {
      shown: "0–9 . ,",
      does: "type the carry, or the carry, a comma and the total",
      on: (event) => {
        if (!/^[0-9.,]$/.test(event.key) || event.shiftKey) return false;
        typing.type(event.key);
        return true;
      },
    },
    changing("Enter", "log the ball", "Enter", typing.enter),
    key("⌫", "erase a digit", "Backspace", typing.erase),
    key("Esc", "clear the number", "Escape", typing.clear),
    ...STRIKES.map((name) =>
      changing(
        STRIKE_KEYS[name],
        `${name}: this ball, or the last one when nothing is typed`,
        STRIKE_KEYS[name],
        () => strike(name),
      ),
    ),
    changing("u", "undo the last ball", "u", () => undo()),
    changing("r", "redo the undone ball", "r", redo),
    key("n", "next shot of the plan", "n", next),
    key(
      "p",
      "touch landings on the range picture, or type carries",
      "p",
      () => (picture.value = !picture.value),
    ),
    key("m", "when asked: yes, a mishit", "m", sayMishit),
    key("c", "when asked: yes, the other cell", "c", moveThere),
  ];
  return {
    ...typing,
    picture,
    land,
    moveLanding,
    announcement,
    question,
    strike,
    undo,
    redo,
    next,
    sayMishit,
    moveThere,
    bindings,
  };
}
