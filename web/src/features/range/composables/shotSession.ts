/** What every way of hitting starts with: the student, the shot, the conditions and today's balls. */
import { computed } from "vue";
import { useMatrix, usePlan, useWords, type PlanItem } from "@/shared/api/queries";
import type { CellAddress } from "@/shared/api/cells";
import { useStudentOf } from "@/shared/student/context";
import { useCarries } from "./carries";
import { useCell } from "./cell";
import { useConditions } from "./conditions";
import { useRangePlan } from "./plan";
import type { LandingShot } from "./rangePicture";
import { useSession } from "./session";

export interface ShotSessionOptions {
  studentId: string;
  /** Does it now, or when what was entered before it has had its turn. */
  inTurn?: (act: () => void) => void;
}

export function useShotSession({ studentId, inTurn }: ShotSessionOptions) {
  const words = useWords();
  const context = useStudentOf(studentId);
  const { student } = context;
  const matrix = useMatrix(studentId, true);
  const conditions = useConditions(studentId);
  const shot = useCell({
    matrix: () => matrix.data.value,
    words: () => words.data.value,
    ...(inTurn && { inTurn }),
  });
  const session = useSession({
    studentId,
    student: () => student.data.value,
    matrix: () => matrix.data.value,
    cell: () => shot.cell.value,
    conditions: () => conditions.body.value,
  });
  return { ...context, words, matrix, conditions, session, ...shot };
}

/** The same with the student's plan, which says what is hit next. */
export function usePlannedSession(options: ShotSessionOptions) {
  const here = useShotSession(options);
  const { cell, conditions, matrix, session } = here;
  const planned = usePlan(options.studentId);
  const carries = useCarries(
    () => matrix.data.value,
    () => session.now.value.cell,
  );
  /** What the range picture shows of the shot: where it is expected, how far eight balls in ten reach. */
  const landingShot = computed<LandingShot>(() => {
    const now = session.now.value.cell;
    const halfYd = now && (now.furrow_to_yd - now.furrow_from_yd) / 2;
    return { address: cell.value, carryYd: now?.carry_yd ?? null, halfYd };
  });
  const plan = useRangePlan({
    items: () => planned.data.value?.plan?.items ?? [],
    balls: () => session.balls.value,
    cell: () => cell.value,
    go,
  });
  function go(address: CellAddress, item: PlanItem): void {
    cell.value = address;
    conditions.change({
      ...(item.lie ? { lie: item.lie } : {}),
      ballIn: item.ball_position_in ?? 0,
      gripIn: item.grip_down_in ?? 0,
    });
  }
  return { ...here, planned, carries, plan, go, landingShot };
}
