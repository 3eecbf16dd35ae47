/** All places with their letters: those of a student, those of the academy; one list for the bar,
 * the keys and the search. */
import type { Place } from "./BarPlaces.vue";

export interface Where extends Place {
  /** Whether it stands on the bar. */
  bar: boolean;
}

const OF_STUDENT: [name: string, label: string, letter: string, bar: boolean][] = [
  ["setup", "Setup", "b", true],
  ["lesson", "Lesson", "l", true],
  ["matrix", "Matrix", "m", true],
  ["range", "Range", "r", true],
  ["shots", "Shots", "t", true],
  ["pick", "Pick", "k", true],
  ["practice", "Practice", "e", true],
  ["card", "Card", "c", true],
  ["progress", "Progress", "o", true],
  ["gaps", "Gaps", "a", false],
  ["flight", "Flight", "f", false],
  ["plan", "Plan", "p", false],
  ["review", "Review", "v", false],
  ["history", "History", "h", false],
  ["data", "Data and exports", "z", false],
];
const OF_ACADEMY: [name: string, label: string, letter: string, to: string][] = [
  ["groups", "Bays", "y", "/bays"],
  ["people", "People", "w", "/people"],
  ["figures", "Figures", "i", "/figures"],
  ["settings", "Settings", "x", "/settings"],
];

export function placesOf(studentId: string, head: boolean): Where[] {
  const academy = OF_ACADEMY.filter(([name]) => head || name !== "figures").map(
    ([name, label, letter, to]) => ({ name, label, letter, to, bar: !studentId }),
  );
  return [
    { name: "students", label: "Students", letter: "s", to: "/students", bar: true },
    { name: "calendar", label: "Calendar", letter: "d", to: "/calendar", bar: true },
    ...(studentId
      ? OF_STUDENT.map(([name, label, letter, bar]) => ({
          name,
          label,
          letter,
          bar,
          to: `/s/${studentId}/${name}`,
        }))
      : []),
    ...academy,
    ...(studentId ? [] : [{ name: "history", label: "History", letter: "h", to: "/history", bar: false }]),
    { name: "words", label: "Words and keys", letter: "?", to: "/words", bar: false },
  ];
}
