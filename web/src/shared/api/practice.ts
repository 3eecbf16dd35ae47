/** Practice as the pages read it: rounds against par, homework, the week. */
import { useQuery } from "@pinia/colada";
import { toValue, type MaybeRefOrGetter } from "vue";
import { api, dataOf, type Schemas } from "./client";
import { keys } from "./keys";

export type PracticePage = Schemas["PracticePage"];
export type Row = Schemas["RowBody"];
export type Homework = Schemas["HomeworkOut"];
export type Calls = Schemas["CallsOut"];
export type Call = Schemas["CallBody"];

const path = (id: string) => ({ params: { path: { student_id: id } } });

export function usePractice(id: MaybeRefOrGetter<string>) {
  return useQuery({
    key: () => keys.practice(toValue(id)),
    query: () => dataOf(api.GET("/api/students/{student_id}/practice", path(toValue(id)))),
  });
}

export function useHomework(id: MaybeRefOrGetter<string>) {
  return useQuery({
    key: () => keys.homework(toValue(id)),
    query: () => dataOf(api.GET("/api/students/{student_id}/homework", path(toValue(id)))),
  });
}

/** "better than on 4 of 5 days": in fifths, as a coach says it; nothing where there is no par. */
export function betterWords(better: number | null): string {
  if (better === null) return "";
  const fifths = Math.round(better * 5);
  if (fifths <= 0) return "below almost all days";
  if (fifths >= 5) return "better than almost all days";
  return `better than on ${fifths} of 5 days`;
}
