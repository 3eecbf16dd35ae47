/** Under which keys the pages keep what they read: the only place that makes one. */
const of = (student: string, ...more: (string | number)[]) => ["student", student, ...more.map(String)]; // prettier-ignore

export const keys = {
  words: ["words"],
  scales: ["scales"],
  devices: ["devices"],
  students: ["students"],
  listed: (wanted: unknown) => ["students", JSON.stringify(wanted)],
  calendar: ["calendar"],
  week: (first: string) => ["calendar", first],
  sessionsToday: ["calendar", "today"],
  /** All students: a scale that many of them have is another now. */
  everyStudent: ["student"],
  student: (id: string) => of(id),
  matrix: (id: string) => of(id, "matrix"),
  matrixOf: (id: string, live: boolean) => of(id, "matrix", live ? "live" : "kept"),
  plan: (id: string) => of(id, "plan"),
  events: (id: string) => of(id, "events"),
  gaps: (id: string) => of(id, "gaps"),
  review: (id: string) => of(id, "review"),
  usual: (id: string) => of(id, "usual"),
  today: (id: string) => of(id, "today"),
  cellBalls: (id: string, cell: string) => of(id, "cell", cell),
  why: (id: string, cell: string) => of(id, "why", cell),
  compare: (id: string) => of(id, "compare"),
  progress: (id: string, period: unknown) => of(id, "progress", JSON.stringify(period)),
  versions: (id: string) => of(id, "versions"),
  links: (id: string) => of(id, "links"),
  recipes: (id: string) => of(id, "recipes"),
  air: (id: string, temperature: number, headwind: number) => of(id, "air", temperature, headwind),
  net: (id: string, cell: string, place: unknown) => of(id, "net", cell, JSON.stringify(place)),
  history: (id: string, page: number) => of(id, "history", page),
};
