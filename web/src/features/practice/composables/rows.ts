/** Rows of practice being put together: started, sent as homework, or kept for the academy. */
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent } from "@/shared/storage/own";
import dayjs from "dayjs";
import { computed, ref } from "vue";
import type { CellAddress } from "@/shared/api/cells";
import type { Row } from "@/shared/api/practice";

export interface Draft {
  title: string;
  cues: string;
  due: string;
  rows: Row[];
}
const DUE_IN_DAYS = 7;
const blank = (): Draft => ({
  title: "",
  cues: "",
  due: dayjs().add(DUE_IN_DAYS, "day").format("YYYY-MM-DD"),
  rows: [],
});

export function useRows(studentId: string) {
  const { form: draft, settle } = useFormDraft(ofStudent(studentId, draftName("practice")), blank());
  const rows = computed(() => draft.rows);
  const balls = computed(() => rows.value.reduce((n, row) => n + row.balls, 0));
  const at = ref(-1);
  const set = (next: Row[]) => (draft.rows = next);
  function add(row: Row): void {
    set([...rows.value, { ...row }]);
    at.value = rows.value.length - 1;
  }
  const put = (place: number, part: Partial<Row>) =>
    set(rows.value.map((row, i) => (i === place ? { ...row, ...part } : row)));
  const drop = (place: number) => set(rows.value.filter((_, i) => i !== place));
  function move(place: number, by: number): void {
    const next = [...rows.value];
    const [row] = next.splice(place, 1);
    if (row) next.splice(Math.max(0, place + by), 0, row);
    set(next);
  }
  const change = (part: Partial<Draft>) => Object.assign(draft, part);
  const clear = () => settle(blank());
  return { draft, rows, balls, at, add, put, drop, move, set, change, clear };
}

const USUAL_BALLS: Record<Row["form"], number> = {
  blocked: 8,
  serial: 10,
  random: 12,
  net: 8,
  "worse of two": 12,
  "one swing": 12,
};
/** A row of a form as it usually begins, with the shot at hand. */
export function usualRow(form: Row["form"], shot: CellAddress | null, limit: number): Row {
  const balls = Math.min(limit, USUAL_BALLS[form]);
  return {
    form,
    balls,
    shot: form === "blocked" || form === "net" ? shot : null,
    swing: form === "one swing" ? (shot?.swing ?? "") : "",
    step: "narrow",
    from_yd: null,
    to_yd: null,
    cue: "",
    wanted: null,
  };
}
