/** The shots a student plays: read, chosen, and the last choice taken back. */
import { useQuery, useQueryCache } from "@pinia/colada";
import { computed, ref } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useForgetStudent } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { shotId } from "@/shared/api/cells";

export type Shot = Schemas["PlayedShotOut"];
export type ShotName = Omit<Schemas["GoneOut"], "play">;
/** A shot and its place among all. */
export interface Placed {
  at: number;
  shot: Shot;
}
export type Play = Schemas["Play"];
type Choice = Schemas["ChoiceIn"];

const named = (shot: ShotName): ShotName => ({
  club: shot.club,
  swing: shot.swing,
  trajectory: shot.trajectory,
  spin: shot.spin,
  tempo: shot.tempo,
  back_in: shot.back_in,
  down_in: shot.down_in,
});

/** As wide as this an estimate may be when the coach first lets them in [yd]. */
export const FIRST_WIDTH_YD = 3;

export function usePlayed(studentId: string) {
  const path = { params: { path: { student_id: studentId } } };
  const cache = useQueryCache();
  const forget = useForgetStudent();
  const query = useQuery({
    key: () => keys.played(studentId),
    query: () => dataOf(api.GET("/api/students/{student_id}/played", path)),
  });
  const { error, busy, run } = useSaving();
  /** What takes the last choice back; empty when there is none. */
  const back = ref<Choice[]>([]);
  const shots = computed(() => query.data.value?.shots ?? []);

  async function send(choices: Choice[]): Promise<boolean> {
    const done = await run(() =>
      dataOf(api.POST("/api/students/{student_id}/played", { ...path, body: { shots: choices } })),
    );
    if (!done) {
      await query.refetch();
      return false;
    }
    back.value = choices.map((c) => ({ ...c, play: c.was ?? "neither", was: c.play }));
    cache.setQueryData(keys.played(studentId), done);
    void forget(studentId);
    return true;
  }
  /** Take shots in, to work on, or out. */
  async function choose(wanted: ShotName[], play: Play): Promise<void> {
    const ids = new Map(shots.value.map((shot) => [shotId(shot), shot.play]));
    const gone = new Map(query.data.value?.gone.map((one) => [shotId(one), one.play]));
    const changes = wanted.flatMap((shot) => {
      const was = ids.get(shotId(shot)) ?? gone.get(shotId(shot)) ?? "neither";
      return was === play ? [] : [{ ...named(shot), play, was }];
    });
    if (changes.length) await send(changes);
  }
  /** Play these and nothing else; what is in work stays there. */
  async function playOnly(places: number[]): Promise<void> {
    const wanted = new Set(places);
    const changes = shots.value.flatMap((shot, at): Choice[] => {
      const play = wanted.has(at) ? "played" : shot.play === "played" ? "neither" : shot.play;
      return play === shot.play ? [] : [{ ...named(shot), play, was: shot.play }];
    });
    if (changes.length) await send(changes);
    // A proposal that is taken as it is becomes the coach's own.
    else if (!query.data.value?.chosen)
      await send(
        shots.value
          .filter((s) => s.play === "played")
          .map((s) => ({ ...named(s), play: s.play, was: s.play })),
      );
  }
  async function takeBack(): Promise<void> {
    const choices = back.value;
    if (choices.length && (await send(choices))) back.value = [];
  }
  return { query, shots, error, busy, back, choose, playOnly, takeBack };
}
