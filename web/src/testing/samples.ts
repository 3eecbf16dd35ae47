/** Invented records for the component tests, as the server sends them. */
import type { Schemas } from "@/shared/api/client";
import type { Ball, Cell, Club, Matrix, Student } from "@/shared/api/queries";

export const club = (label: string, loft_deg: number, more: Partial<Club> = {}): Club => ({
  id: `c${label}`,
  label,
  loft_deg,
  bounce_deg: null,
  note: "",
  used_from: null,
  used_until: null,
  in_use: true,
  ...more,
});
const POSITIONS = ["8:00", "9:00", "10:00"].map((label, i) => ({
  label,
  arm_deg: 60 + 30 * i,
  cue: `cue ${label}`,
}));
export const CLUBS = [club("60", 60), club("56", 56)];

export const student = (more: Partial<Student> = {}): Student => ({
  id: "s",
  name: "Ansel Quill",
  hand: "right",
  units: "yd",
  language: "en",
  example: false,
  tolerance_yd: 2.5,
  from_yd: 30,
  to_yd: 100,
  stage: "",
  ball_limit: 80,
  notes: "",
  friction: "",
  handicap: null,
  finds: "ordinary",
  archived: false,
  coach_id: 1,
  coach: "Ilse Varnholt",
  shared_with: [],
  scale: { id: 1, key: "clock", name: "Clock", idea: "", positions: POSITIONS, longest: "" },
  longest: "",
  estimates_yd: null,
  shots_chosen: false,
  clubs: CLUBS,
  ...more,
});

export const cell = (name: string, carry_yd: number, more: Partial<Cell> = {}): Cell => {
  const [label = "56", swing = "9:00", trajectory = "stock"] = name.split(" ");
  return {
    club: label,
    swing,
    trajectory: trajectory as Cell["trajectory"],
    spin: "check",
    tempo: "normal",
    carry_yd,
    carry_lo_yd: carry_yd - 2,
    carry_hi_yd: carry_yd + 2,
    shot_sd_yd: 3,
    furrow_from_yd: carry_yd - 4,
    furrow_to_yd: carry_yd + 4,
    balls: 5,
    mishits: 0,
    basis: "measured",
    last_measured: "2026-05-20",
    doubts: [],
    re_expressed: 0,
    imported_yd: null,
    back_in: 0,
    down_in: 0,
    play: "neither",
    ...more,
  };
};

export const key = (name: string): Schemas["KeyOut"] => {
  const { club: label, swing, trajectory, spin, tempo } = cell(name, 0);
  return { club: label, swing, trajectory, spin, tempo };
};

export const matrix = (cells: Cell[] = [cell("56 9:00", 61)], more: Partial<Matrix> = {}): Matrix => ({
  day: "2026-05-31",
  chosen: false,
  clubs: CLUBS,
  positions: POSITIONS,
  cells,
  ground: {
    from_yd: 30,
    to_yd: 100,
    tolerance_yd: 2.5,
    axis_from_yd: 30,
    axis_to_yd: 100,
    covered: 20,
    covered_measured: 10,
    fallow: [{ from_yd: 70, to_yd: 80, width: 11 }],
    unsure: [],
    best: [],
    covered_played: 5,
    unplayed: [{ from_yd: 64, to_yd: 100, width: 37 }],
    plays: [],
    near: [],
  },
  variants: [],
  adjustments: [],
  conflicts: [],
  against: [],
  splits: [],
  suspects: [],
  spread: 0.06,
  waiting: 0,
  ...more,
});

export const ball = (uid: string, carry_yd: number | null, more: Partial<Ball> = {}): Ball => ({
  uid,
  hit_on: "2026-05-31",
  hit_at: "2026-05-31T10:00:00Z",
  club_id: "c56",
  club: "56",
  swing: "9:00",
  trajectory: "stock",
  spin: "check",
  tempo: "normal",
  strike: "solid",
  ball: "premium",
  lie: "mat",
  carry_yd,
  total_yd: null,
  offline_yd: null,
  standard_yd: carry_yd,
  launch_deg: null,
  side: null,
  spin_rpm: null,
  ball_speed_mps: null,
  ball_position_in: 0,
  grip_down_in: 0,
  grooves: "clean",
  wet: false,
  reported: false,
  extra: {},
  excluded: "",
  accepted: false,
  ...more,
});

export const planPage = (items: Schemas["PlanItem"][] = [], more: object = {}) => ({
  plan: items.length
    ? { title: "check-up", homework: false, items, made_at: "2026-05-31T09:00:00Z", by: "Ilse" }
    : null,
  homework: null,
  stage: "distance",
  by_hand: false,
  standings: [
    { stage: "contact", holds: true, good: 17, of: 20, share: 0.8, least: 20 },
    { stage: "distance", holds: false, good: 2, of: 6, share: 0.7, least: 4 },
    { stage: "trajectory", holds: false, good: 0, of: 0, share: 0.7, least: 10 },
  ],
  criteria: { solid: 0.8, over_balls: 20, cells: 0.7, launches: 0.7 },
  ball_limit: 80,
  ...more,
});

/** What most pages of the student `s` ask for. */
export const ANSWERS = {
  "GET /api/students/s": student(),
  "GET /api/students/s/matrix": matrix(),
  "GET /api/students/s/plan": planPage(),
};
