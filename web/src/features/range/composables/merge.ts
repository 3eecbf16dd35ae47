/** What the coach sees: the server's balls with everything this browser has not yet sent. */
import type { Ball } from "@/shared/api/queries";
import { UNSAID } from "@/shared/api/shotDefaults";
import { ballOf } from "@/shared/offline/landing";
import type { Op } from "@/shared/outbox/outbox";

export interface ShownBall {
  uid: string;
  club: string;
  swing: string;
  trajectory: Ball["trajectory"];
  spin: Ball["spin"];
  tempo: Ball["tempo"];
  strike: Ball["strike"];
  lie: Ball["lie"];
  carry_yd: number | null;
  total_yd: number | null;
  /** To the right of the aim. */
  offline_yd: number | null;
  standard_yd: number | null;
  launch_deg: number | null;
  /** Where the launch is against its window, once the server has worked it out. */
  side: Ball["side"];
  spin_rpm: number | null;
  ball_position_in: number;
  grip_down_in: number;
  extra: Record<string, string>;
  excluded: string;
  hit_at: string;
  /** Not yet acknowledged by the server. */
  waiting: boolean;
  /** The server's sentence when it refused the ball. */
  refused: string;
}

function shown(ball: Ball): ShownBall {
  return { ...ball, hit_at: ball.hit_at ?? ball.hit_on, waiting: false, refused: "" };
}

/** What a mark that has not been sent changes of a ball. Fields it leaves out stay as they are. */
function changedBy({ body, club }: Extract<Op, { kind: "mark" }>): Partial<ShownBall> {
  const { strike, excluded, swing, trajectory, spin, tempo, lie, ball_position_in, grip_down_in } = body;
  const values = {
    club,
    strike,
    excluded,
    swing,
    trajectory,
    spin,
    tempo,
    lie,
    ball_position_in,
    grip_down_in,
  };
  const landed = body.landing ? ballOf(body.landing) : {};
  return {
    ...Object.fromEntries(Object.entries(values).filter(([, value]) => value != null)),
    ...landed,
  };
}

/** Oldest first. Ops are applied in order; an undone ball is left out. */
export function mergeBalls(server: Ball[], ops: Op[]): ShownBall[] {
  const balls = new Map<string, ShownBall>(server.map((ball) => [ball.uid, shown(ball)]));
  for (const op of ops) {
    const known = balls.get(op.uid);
    const state = { waiting: !op.refused, refused: op.refused ?? known?.refused ?? "" };
    if (op.kind === "record") {
      balls.set(op.uid, {
        ...UNSAID,
        carry_yd: null,
        total_yd: null,
        offline_yd: null,
        extra: {},
        ...op.body,
        ...(op.body.landing ? ballOf(op.body.landing) : {}),
        club: op.club,
        standard_yd: null,
        launch_deg: null,
        side: null,
        spin_rpm: null,
        excluded: "",
        ...state,
      });
    } else if (op.kind === "undo") {
      balls.delete(op.uid);
    } else if (op.kind === "restore" && !known && op.shown) {
      balls.set(op.uid, { ...(op.shown as ShownBall), ...state });
    } else if (op.kind === "mark" && known) {
      balls.set(op.uid, { ...known, ...changedBy(op), ...state });
    }
  }
  // Parsed once: a long session is sorted at every ball.
  const at = new Map([...balls.values()].map((ball) => [ball, Date.parse(ball.hit_at)]));
  return [...at.keys()].sort((a, b) => (at.get(a) ?? 0) - (at.get(b) ?? 0));
}
