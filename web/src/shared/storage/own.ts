/**
 * What a coach leaves in this browser besides balls: drafts and choices. Each is stored under the
 * academy and the coach, so that nobody else who signs in here meets it, and goes at sign-out.
 */
import { useStorage, type RemovableRef, type UseStorageOptions } from "@vueuse/core";

const DRAFTS = "oxgang-own/";
/** Writes that the server has not got yet: they outlive a sign-out, as balls do. */
const WRITES = "oxgang-waiting/";
const NOBODY = "nobody";
let owner = NOBODY;

/** As version 1.0 named them, without whose they are. */
const OLDER = /^oxgang-(lesson|rows|round|pick-ten)-|^oxgang-(card-look|net|look-up-of-today|first-day)$/;

export function storageBelongsTo(coach: { id: number; academy: { id: number } } | null): void {
  owner = coach ? `${coach.academy.id}/${coach.id}` : NOBODY;
  forget((place) => OLDER.test(place));
}

/** Where something of the coach is stored. */
export const ownPlace = (name: string) => `${DRAFTS}${owner}/${name}`;
export const waitingPlace = (name: string) => `${WRITES}${owner}/${name}`;
/** The name of what belongs to a student: it goes when the student was erased. */
export const ofStudent = (studentId: string, name: string) => `student/${studentId}/${name}`;

/** A value of the coach who is signed in, kept over reloads. */
export function useOwn<T>(name: string, start: T, options: UseStorageOptions<T> = {}): RemovableRef<T> {
  return useStorage<T>(ownPlace(name), start, localStorage, { writeDefaults: false, ...options });
}

function forget(which: (place: string) => boolean): void {
  Object.keys(localStorage)
    .filter(which)
    .forEach((place) => localStorage.removeItem(place));
}

/** At sign-out: drafts and choices of the coach. */
export const forgetOwn = () => forget((place) => place.startsWith(`${DRAFTS}${owner}/`));
const draftsAbout = (studentId: string) => (place: string) =>
  place.startsWith(DRAFTS) && place.includes(`/student/${studentId}/`);
/** How many drafts and choices this browser has of a student, of every coach. */
export const draftsOfStudent = (studentId: string): number =>
  Object.keys(localStorage).filter(draftsAbout(studentId)).length;
/** Of every coach of this browser. */
export const forgetDraftsOfStudent = (studentId: string): void => forget(draftsAbout(studentId));

/** The name of a draft: text that would be lost at sign-out, which says so before. */
export const draftName = (name: string) => `draft:${name}`;
/** How many drafts of the coach are not saved. */
export function unsavedDrafts(): number {
  const mine = Object.keys(localStorage).filter((place) => place.startsWith(`${DRAFTS}${owner}/`));
  return mine.filter((place) => place.includes("draft:") && localStorage.getItem(place) !== "{}").length;
}
