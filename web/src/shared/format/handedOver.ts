/** What went to another coach with the students, and what did not. */
import type { Schemas } from "@/shared/api/client";
import { momentWords } from "./dates";

const counted = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;

export function handedOverWords(done: Schemas["HandedOver"], to: string): string {
  const words = [`${counted(done.students, "student is", "students are")} now with ${to}.`];
  if (done.sessions) words.push(`${counted(done.sessions, "booked session", "booked sessions")} moved too.`);
  if (done.stayed.length) {
    const which = done.stayed.map((session) => `${session.student}, ${momentWords(session.starts_at)}`);
    words.push(
      `Still with the earlier coach, because ${to} is booked then or others come too: ${which.join("; ")}.`,
    );
  }
  return words.join(" ");
}
