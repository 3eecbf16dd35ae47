/** All pages with their letters: those of a student, those of the academy; one list for the bar, the tabs, the
 * keys and the search. */
import type { Place } from "./BarPlaces.vue";

export interface Where extends Place {
  /** The place of the bar that it stands under; itself where it is one. Empty where it is only searched for. */
  under: string;
}

interface OfStudent {
  name: string;
  label: string;
  letter?: string;
  /** What it is called beside the others of its place, where that differs. */
  tab?: string;
}
/** Each place of the bar with its pages: one, tabs, or numbered steps in their order. */
const OF_STUDENT: { under: string; steps?: boolean; pages: OfStudent[] }[] = [
  {
    under: "setup",
    pages: [
      { name: "setup", label: "Student", letter: "b", tab: "Profile" },
      { name: "flight", label: "Set-ups" },
      { name: "import", label: "Import" },
      { name: "data", label: "Data" },
      { name: "history", label: "History" },
    ],
  },
  { under: "lesson", pages: [{ name: "lesson", label: "Lesson", letter: "l" }] },
  { under: "matrix", pages: [{ name: "matrix", label: "Matrix", letter: "m" }] },
  {
    under: "range",
    steps: true,
    pages: [
      { name: "plan", label: "Plan", letter: "p" },
      { name: "range", label: "Range", letter: "r", tab: "Hit" },
      { name: "review", label: "Confirm", letter: "v" },
    ],
  },
  {
    under: "shots",
    pages: [
      { name: "shots", label: "Shots", letter: "t", tab: "Shots used" },
      { name: "gaps", label: "Gaps" },
    ],
  },
  { under: "pick", pages: [{ name: "pick", label: "Pick", letter: "k" }] },
  { under: "practice", pages: [{ name: "practice", label: "Practice", letter: "e" }] },
  { under: "card", pages: [{ name: "card", label: "Card", letter: "c" }] },
  { under: "progress", pages: [{ name: "progress", label: "Progress", letter: "o" }] },
];
/** The pages beside each other under a place; none where it has only one. */
export const tabsOf = (place: string) =>
  OF_STUDENT.find(({ under, pages }) => under === place && pages.length > 1);
const OF_ACADEMY: [name: string, label: string, to: string][] = [
  ["people", "People", "/people"],
  ["figures", "Figures", "/figures"],
  ["settings", "Settings", "/settings"],
  ["devices", "Devices", "/devices"],
  ["academy-history", "Academy history", "/history"],
];

export function placesOf(studentId: string, head: boolean): Where[] {
  const bar = (name: string, label: string, letter: string, to: string) => ({
    name,
    label,
    letter,
    to,
    under: name,
  });
  const student = OF_STUDENT.flatMap(({ under, pages }) =>
    pages.map(({ name, label, letter = "" }) => ({
      name,
      label,
      letter,
      under,
      to: `/s/${studentId}/${name}`,
    })),
  );
  const academy = [bar("calendar", "Calendar", "d", "/calendar"), bar("groups", "Groups", "y", "/bays")];
  return [
    bar("students", "Students", "s", "/students"),
    // With a student the bar is that student's; the academy's pages are in its menu.
    ...(studentId ? [...student, ...academy.map((page) => ({ ...page, under: "academy" }))] : academy),
    ...academyPages(head),
    { name: "words", label: "Help", letter: "?", to: "/words", under: "" },
  ];
}

/** What stands in the academy's menu, beside its calendar and groups where a student has the bar. */
function academyPages(head: boolean): Where[] {
  return OF_ACADEMY.filter(([name]) => head || name !== "figures").map(([name, label, to]) => ({
    name,
    label,
    to,
    letter: "",
    under: "academy",
  }));
}
