/** One student of a group: the session as on the range alone, and the shot as all tablets have it. */
import { useDebounceFn } from "@vueuse/core";
import { computed, watch } from "vue";
import { useMatrix, usePlan, useStudent, useWords, type PlanItem } from "@/shared/api/queries";
import type { CellAddress } from "@/shared/api/cells";
import { useTexts } from "@/shared/texts/texts";
import { useUnits } from "@/shared/units/units";
import { useCarries } from "./carries";
import { useCell } from "./cell";
import { useConditions } from "./conditions";
import type { Bay, Plays, useGroup } from "./group";
import { loadWords } from "./load";
import { useRangePlan } from "./plan";
import { clubOf, useSession } from "./session";

export type BayNow = ReturnType<typeof useBay>;

export interface BayOptions {
  studentId: string;
  bay: () => Bay;
  group: ReturnType<typeof useGroup>;
}

/** Arrows are pressed in runs: the shot that they end on is told. */
const TELL_AFTER_MS = 120;

export function useBay({ studentId, bay, group }: BayOptions) {
  const words = useWords();
  const student = useStudent(studentId);
  const matrix = useMatrix(studentId, true);
  const planned = usePlan(studentId);
  const units = useUnits(() => student.data.value?.units);
  const texts = useTexts(() => student.data.value?.units);
  const conditions = useConditions(studentId);
  const { clubs, swings, cell, cue, step } = useCell({
    matrix: () => matrix.data.value,
    words: () => words.data.value,
  });
  const session = useSession({
    studentId,
    student: () => student.data.value,
    matrix: () => matrix.data.value,
    cell: () => cell.value,
    conditions: () => conditions.body.value,
  });
  const carries = useCarries(
    () => matrix.data.value,
    () => session.now.value.cell,
  );
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

  /** The shot as it stands here, in the server's words. */
  const plays = computed<Plays | null>(() => {
    const club = clubOf(student.data.value, cell.value);
    if (!club || !cell.value) return null;
    const { swing, trajectory, spin, tempo } = cell.value;
    return whole({ club_id: club.id, swing, trajectory, spin, tempo, ...conditions.body.value });
  });
  /** The shot that all tablets have, as far as this one knows. */
  let agreed = "";
  const tell = useDebounceFn(() => {
    const now = plays.value;
    if (!now || JSON.stringify(now) === agreed) return;
    agreed = JSON.stringify(now);
    group.setShot(bay().number, now);
  }, TELL_AFTER_MS);

  /** What another tablet set: this one follows. */
  function follow(theirs: Plays): void {
    const theirText = JSON.stringify(whole(theirs));
    if (theirText === agreed) return;
    const club = student.data.value?.clubs.find((c) => c.id === theirs.club_id);
    if (!club || !clubs.value.length) return;
    agreed = theirText;
    const { swing, trajectory, spin, tempo } = whole(theirs);
    cell.value = { club: club.label, swing, trajectory, spin, tempo } as CellAddress;
    conditions.change({
      lie: theirs.lie ?? "mat",
      ball: theirs.ball ?? "premium",
      temperature: theirs.temperature_c ?? null,
      headwind: theirs.headwind_mps ?? null,
      ballIn: theirs.ball_position_in ?? 0,
      gripIn: theirs.grip_down_in ?? 0,
      grooves: theirs.grooves ?? "clean",
      wet: theirs.wet ?? false,
    });
  }
  const known = computed(() => student.data.value !== undefined && clubs.value.length > 0);
  let begun = false;
  watch(
    [known, () => JSON.stringify(group.playsOf(bay().number)), planned.data],
    () => {
      if (!known.value || (!begun && planned.data.value === undefined)) return;
      const theirs = group.playsOf(bay().number);
      if (theirs) follow(theirs);
      // Nobody has said: the plan's first cell, or the middle of the scale.
      else if (!begun) plan.next();
      begun = true;
      void tell();
    },
    { immediate: true },
  );
  watch(plays, () => {
    if (begun) void tell();
  });
  // A ball of the monitor, or of another tablet.
  watch(
    () =>
      `${bay().balls} ${bay()
        .latest.map((b) => `${b.uid}${b.strike}`)
        .join()}`,
    () => void session.today.refetch(),
  );

  const limit = computed(() => planned.data.value?.ball_limit ?? 0);
  const load = computed(() =>
    loadWords(texts.value, session.balls.value.length, words.data.value?.load, limit.value),
  );
  const ready = computed(() => plays.value !== null && !!words.data.value);
  return {
    studentId,
    number: computed(() => bay().number),
    name: computed(() => bay().student),
    student,
    carries,
    planned,
    units,
    texts,
    conditions,
    clubs,
    swings,
    cell,
    cue,
    step,
    session,
    plan,
    go,
    plays,
    load,
    ready,
  };
}

/** With every field, in one order, so that two can be compared. */
function whole(plays: Plays & { read?: unknown }): Required<Plays> {
  return {
    club_id: plays.club_id,
    swing: plays.swing,
    trajectory: plays.trajectory ?? "stock",
    spin: plays.spin ?? "check",
    tempo: plays.tempo ?? "normal",
    lie: plays.lie ?? "fairway",
    ball: plays.ball ?? "premium",
    temperature_c: plays.temperature_c ?? null,
    headwind_mps: plays.headwind_mps ?? null,
    ball_position_in: plays.ball_position_in ?? 0,
    grip_down_in: plays.grip_down_in ?? 0,
    grooves: plays.grooves ?? "clean",
    wet: plays.wet ?? false,
  };
}
