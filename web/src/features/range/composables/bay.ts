/** One student of a group: the session as on the range alone, and the shot as all tablets have it. */
import { useDebounceFn } from "@vueuse/core";
import { computed, watch } from "vue";
import { addressOf } from "@/shared/api/cells";
import { UNSAID } from "@/shared/api/shotDefaults";
import type { Bay, Plays, useGroup } from "./group";
import { loadWords } from "./load";
import { clubOf } from "./session";
import { usePlannedSession } from "./shotSession";

export type BayNow = ReturnType<typeof useBay>;

export interface BayOptions {
  studentId: string;
  bay: () => Bay;
  group: ReturnType<typeof useGroup>;
}

/** Arrows are pressed in runs: the shot that they end on is told. */
const TELL_AFTER_MS = 120;

export function useBay({ studentId, bay, group }: BayOptions) {
  const here = usePlannedSession({ studentId });
  const { words, student, planned, texts, conditions, clubs, cell, session, plan } = here;

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
    const all = whole(theirs);
    cell.value = addressOf({ ...all, club: club.label });
    conditions.change({
      lie: all.lie,
      ball: all.ball,
      temperature: all.temperature_c,
      headwind: all.headwind_mps,
      ballIn: all.ball_position_in,
      gripIn: all.grip_down_in,
      grooves: all.grooves,
      wet: all.wet,
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
    ...here,
    studentId,
    number: computed(() => bay().number),
    name: computed(() => bay().student),
    plays,
    load,
    ready,
  };
}

/** With every field, in one order, so that two can be compared. */
function whole({ club_id, swing, ...plays }: Plays): Required<Plays> {
  const fields = Object.entries(UNSAID).filter(([name]) => name !== "read" && name !== "strike");
  const sent = plays as Record<string, unknown>;
  const all = fields.map(([name, unsaid]) => [name, sent[name] ?? unsaid]);
  return { club_id, swing, ...(Object.fromEntries(all) as Required<typeof plays>) };
}
