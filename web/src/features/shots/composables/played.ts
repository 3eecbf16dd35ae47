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

  async function send(choices: Choice[], only = false): Promise<boolean> {
    const done = await run(() =>
      dataOf(
        api.POST("/api/students/{student_id}/played", { ...path, body: { shots: choices, only } }),
      ),
    );
    if (!done) {
      await query.refetch();
      return false;
    }
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
    if (!changes.length) return;
    if (await send(changes))
      back.value = changes.map((c) => ({ ...c, play: c.was ?? "neither", was: c.play }));
  }
  /** Play these and nothing else; what is in work stays there. */
  async function playOnly(places: number[]): Promise<void> {
    const before = shots.value.filter((shot) => shot.play !== "neither");
    const work = before.filter((shot) => shot.play === "work");
    const wanted = places.flatMap((at) => shots.value[at] ?? []);
    const ids = new Set(wanted.map(shotId));
    const choices: Choice[] = [
      ...wanted.map((shot) => ({ ...named(shot), play: "played" as const })),
      ...work.filter((s) => !ids.has(shotId(s))).map((s) => ({ ...named(s), play: "work" as const })), // prettier-ignore
    ];
    const undo: Choice[] = [
      ...wanted.map((shot) => ({ ...named(shot), play: shot.play, was: null })),
      ...before.filter((s) => !ids.has(shotId(s))).map((s) => ({ ...named(s), play: s.play, was: null })), // prettier-ignore
    ];
    if (await send(choices, true)) back.value = undo;
  }
  async function takeBack(): Promise<void> {
    const choices = back.value;
    if (!choices.length) return;
    back.value = [];
    await send(choices);
  }
  return { query, shots, error, busy, back, choose, playOnly, takeBack };
}
