/** All pages with their letters: those of a student, those of the academy; one list for the bar, the tabs, the
 * keys and the search. */
import type { Place } from "./BarPlaces.vue";

export interface Where extends Place {
  /** The place of the bar that it stands under; itself where it is one. Empty where it is only searched for. */
  under: string;
}

/** Under one place of the bar: its pages, as tabs or as steps in their order. */
const OF_STUDENT: [under: string, pages: [name: string, label: string, letter: string][]][] = [
  [
    "setup",
    [
      ["setup", "Student", "b"],
      ["flight", "Set-ups", ""],
      ["import", "Import", ""],
      ["data", "Data", ""],
      ["history", "History", ""],
    ],
  ],
  ["lesson", [["lesson", "Lesson", "l"]]],
  ["matrix", [["matrix", "Matrix", "m"]]],
  [
    "range",
    [
      ["range", "Range", "r"],
      ["plan", "Plan", "p"],
      ["review", "Confirm", "v"],
    ],
  ],
  [
    "shots",
    [
      ["shots", "Shots", "t"],
      ["gaps", "Gaps", ""],
    ],
  ],
  ["pick", [["pick", "Pick", "k"]]],
  ["practice", [["practice", "Practice", "e"]]],
  ["card", [["card", "Card", "c"]]],
  ["progress", [["progress", "Progress", "o"]]],
];
/** What the pages of a place are called beside each other, in their order; steps are numbered. */
export const TABS: Record<string, { steps?: boolean; pages: [name: string, label: string][] }> = {
  setup: {
    pages: [
      ["setup", "Profile"],
      ["flight", "Set-ups"],
      ["import", "Import"],
      ["data", "Data"],
      ["history", "History"],
    ],
  },
  range: {
    steps: true,
    pages: [
      ["plan", "Plan"],
      ["range", "Hit"],
      ["review", "Confirm"],
    ],
  },
  shots: {
    pages: [
      ["shots", "Shots used"],
      ["gaps", "Gaps"],
    ],
  },
};
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
  const student = OF_STUDENT.flatMap(([under, pages]) =>
    pages.map(([name, label, letter]) => ({ name, label, letter, under, to: `/s/${studentId}/${name}` })),
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
