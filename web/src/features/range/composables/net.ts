/** A net session: where the tape is, what each height means, and the balls that hit. */
import { useOwn } from "@/shared/storage/own";
import { useQuery } from "@pinia/colada";
import { computed, reactive, ref, watch } from "vue";
import { cellName, sameCell, type CellAddress } from "@/shared/api/cells";
import { api, dataOf } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import type { Measure } from "@/shared/units/units";
import type { NetBall } from "../components/NetPicture.vue";
import type { useSession } from "./session";

export interface NetOptions {
  studentId: string;
  cell: () => CellAddress | null;
  session: ReturnType<typeof useSession>;
  /** In what heights beside the tape are typed. */
  small: () => Measure;
}

const CM = 100;
const MOST_CHARACTERS = 5;

export function useNet(options: NetOptions) {
  const place = useOwn("net", { distance_m: 3, ball_height_m: 0 });
  /** The coach's own tape height; null keeps it in the middle of the window. */
  const own = ref<number | null>(null);
  const plan = useQuery({
    key: () => {
      const cell = options.cell();
      return keys.net(options.studentId, cell ? cellName(cell) : "", place.value);
    },
    query: () => {
      const cell = options.cell();
      if (!cell) return Promise.resolve(null);
      const { club, swing } = cell;
      return dataOf(
        api.GET("/api/students/{student_id}/net-plan", {
          params: {
            path: { student_id: options.studentId },
            query: { club, swing, trajectory: cell.trajectory, ...place.value },
          },
        }),
      );
    },
  });
  const tape = computed({
    get: () => own.value ?? Math.round((plan.data.value?.tape_m ?? 1.5) * CM) / CM,
    set: (height: number) => (own.value = height),
  });
  watch(
    () => options.cell()?.trajectory,
    () => (own.value = null),
  );

  const entry = reactive({ text: "", problem: "" });
  /** A launch is worked out from the tape, so no ball is taken before its height is known. */
  function hit(above_m: number): void {
    if (own.value === null && !plan.data.value) {
      entry.problem = "The height of the tape isn't known yet. Try again, or set it yourself.";
      return;
    }
    entry.text = "";
    entry.problem = "";
    const { distance_m, ball_height_m } = place.value;
    options.session.record({
      net: { tape_height_m: tape.value, above_m, distance_m, ball_height_m },
    });
  }
  function type(character: string): void {
    entry.problem = "";
    if (character === "-") entry.text = entry.text.startsWith("-") ? entry.text.slice(1) : `-${entry.text}`;
    else if (entry.text.length < MOST_CHARACTERS) entry.text += character;
  }
  function erase(): void {
    entry.text = entry.text.slice(0, -1);
  }
  function enter(): void {
    if (!entry.text) return;
    const above = options.small().stored(Number(entry.text));
    if (!Number.isFinite(above))
      entry.problem = `"${entry.text}" is not a number in ${options.small().sign}.`;
    else if (tape.value + above < 0) entry.problem = "That's below the ground.";
    else hit(above);
  }

  const launches = computed(() =>
    options.session.balls.value.filter((ball) => {
      const cell = options.cell();
      return cell && sameCell(ball, cell) && ball.launch_deg !== null && ball.carry_yd === null;
    }),
  );
  const balls = computed<NetBall[]>(() =>
    launches.value.map((ball) => ({
      uid: ball.uid,
      height_m: Number(ball.extra["net_height_m"] ?? 0),
      launch_deg: ball.launch_deg,
      side: (ball.side ?? "in") as NetBall["side"],
    })),
  );
  return { place, plan, tape, own, entry, hit, type, erase, enter, balls };
}
