/** A ball that was logged for the wrong student: a key, and whose it was. */
import { computed, ref } from "vue";
import { enqueue } from "@/shared/outbox/outbox";
import type { BayNow } from "./bay";

const MOST = 5;

export function useWrong(groupId: string, bays: () => BayNow[]) {
  /** How many of the last balls are asked about; 0 is none. */
  const many = ref(0);

  /** The last balls of the group that are of the student who hit the last one. */
  const balls = computed(() => {
    const all = bays()
      .flatMap((bay) => bay.session.balls.value.map((ball) => ({ bay, ball })))
      .filter(({ ball }) => !ball.refused)
      .sort((a, b) => Date.parse(a.ball.hit_at) - Date.parse(b.ball.hit_at));
    const whose = all.at(-1)?.bay;
    return all.filter(({ bay }) => bay === whose).slice(-MOST);
  });
  const asked = computed(() => (many.value ? balls.value.slice(-many.value) : []));
  const from = computed(() => asked.value[0]?.bay ?? null);

  /** About the last ball; each time again about one more, to five, and then from the start. */
  function ask(all = false): boolean {
    const most = balls.value.length;
    if (!most) return false;
    many.value = all ? most : (many.value % most) + 1;
    return true;
  }
  function leave(): void {
    many.value = 0;
  }
  /** They were this one's. What was done, in words; empty when nothing was. */
  function give(to: BayNow): string {
    const source = from.value;
    const moved = asked.value;
    leave();
    if (!source || source === to || !moved.length) return "";
    const shot = to.cell.value;
    for (const { ball } of moved) {
      void enqueue({
        kind: "move",
        studentId: source.studentId,
        uid: ball.uid,
        groupId,
        toId: to.studentId,
        shown: { ...ball, ...shot },
      });
    }
    const what = moved.length === 1 ? "The ball is" : `${moved.length} balls are`;
    return `${what} now logged for ${to.name.value}. Press W again to put it back.`;
  }
  return { many, asked, from, ask, leave, give };
}
