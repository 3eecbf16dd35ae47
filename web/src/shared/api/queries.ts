/** What the pages read from the server, cached by key. */
import { useQuery, useQueryCache, type EntryKey } from "@pinia/colada";
import { toValue, type MaybeRefOrGetter } from "vue";
import { api, dataOf, type Schemas } from "./client";
import { keys } from "./keys";

export type Student = Schemas["StudentOut"];
export type StudentsPage = Schemas["StudentsPage"];
export type StudentRow = Schemas["StudentRow"];
export type Club = Schemas["ClubOut"];
export type Scale = Schemas["ScaleOut"];
export type Cell = Schemas["CellOut"];
export type Ground = Schemas["GroundOut"];
export type Matrix = Schemas["MatrixOut"];
export type Ball = Schemas["BallOut"];
export type Words = Schemas["Words"];
export type PlanPage = Schemas["PlanPage"];
export type PlanItem = Schemas["PlanItem"];
export type Strike = Schemas["Strike"];

const path = (id: string) => ({ params: { path: { student_id: id } } });

export function useWords() {
  return useQuery({
    key: keys.words,
    query: () => dataOf(api.GET("/api/words")),
    staleTime: Infinity,
    gcTime: false,
  });
}

export interface Wanted {
  search?: string;
  show?: Schemas["Show"];
  archived?: boolean;
  mine?: boolean;
  page?: number;
  size?: number;
}

/** A page of the list of students, the neediest first. */
export function useStudents(wanted: MaybeRefOrGetter<Wanted> = {}) {
  return useQuery({
    key: () => keys.listed(toValue(wanted)),
    query: () => dataOf(api.GET("/api/students", { params: { query: toValue(wanted) } })),
    // A new search keeps the old rows on the screen until the new ones are there.
    placeholderData: (before: StudentsPage | undefined) => before,
  });
}

export function useScales() {
  return useQuery({ key: keys.scales, query: () => dataOf(api.GET("/api/scales")) });
}

export function useStudent(id: MaybeRefOrGetter<string>) {
  return useQuery({
    key: () => keys.student(toValue(id)),
    query: () => dataOf(api.GET("/api/students/{student_id}", path(toValue(id)))),
    enabled: () => toValue(id) !== "",
  });
}

/** The reviewed matrix; a live one counts the balls that still wait for a review. */
export function useMatrix(id: MaybeRefOrGetter<string>, live = false) {
  return useQuery({
    key: () => keys.matrixOf(toValue(id), live),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/matrix", {
          params: { path: { student_id: toValue(id) }, query: { live } },
        }),
      ),
  });
}

export function usePlan(id: MaybeRefOrGetter<string>) {
  return useQuery({
    key: () => keys.plan(toValue(id)),
    query: () => dataOf(api.GET("/api/students/{student_id}/plan", path(toValue(id)))),
  });
}

/** Whoever shows what these keys hold asks again; everybody without a key. What cannot be read again
 * says so where it stands: it is no failure of the write before it. */
export async function askAgain(cache: ReturnType<typeof useQueryCache>, ...stale: EntryKey[]): Promise<void> {
  const asked = stale.length
    ? stale.map((key) => cache.invalidateQueries({ key }))
    : [cache.invalidateQueries()];
  await Promise.allSettled(asked);
}

/** Forget what is known of a student, so that every view asks again. */
export function useForgetStudent() {
  const cache = useQueryCache();
  return (id: string) => askAgain(cache, keys.student(id), keys.students);
}
