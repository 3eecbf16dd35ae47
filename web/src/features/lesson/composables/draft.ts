/** A lesson being written: stored in this browser until the server has it. */
import { useLeads } from "@/features/account";
import { useQueryCache } from "@pinia/colada";
import { computed, ref, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { askAgain } from "@/shared/api/queries";
import { useSaving } from "@/shared/api/saving";
import { draftName, ofStudent, useOwn } from "@/shared/storage/own";

export type Seen = Schemas["Seen"];
export type Page = Schemas["LessonsPage"];
export type LessonText = Pick<Schemas["LessonOut"], "seen" | "faults" | "cue" | "drill" | "note">;
export interface Written {
  seen: Record<string, Seen>;
  faults: string[];
  cue: string;
  drill: string;
  note: string;
}
/** A lesson being written, and which saved one it began from. */
interface Unsaved {
  looked_at: string | null;
  written: Written;
}
const BLANK: Written = { seen: {}, faults: [], cue: "", drill: "", note: "" };

export function useLessonDraft(studentId: string, page: () => Page | undefined) {
  const cache = useQueryCache();
  /** What a head coach adds is for all, what a coach adds is the coach's own. */
  const leads = useLeads();
  const day = ref("");
  /** What was typed and is not on the server yet, by day. */
  const unsaved = useOwn<Record<string, Unsaved>>(ofStudent(studentId, draftName("lesson")), {});
  const stored = computed(() => page()?.lessons.find((lesson) => lesson.day === day.value) ?? null);
  const draft = computed<Written>({
    get: () => unsaved.value[day.value]?.written ?? (stored.value ? written(stored.value) : BLANK),
    set: (value) => {
      const before = unsaved.value[day.value];
      const looked_at = before ? before.looked_at : (stored.value?.changed_at ?? null);
      unsaved.value = { ...unsaved.value, [day.value]: { looked_at, written: value } };
    },
  });
  const dirty = computed(() => day.value in unsaved.value);
  /** What somebody saved for this day after this draft was begun. */
  const theirs = computed(() => {
    const mine = unsaved.value[day.value];
    return mine && stored.value && stored.value.changed_at !== mine.looked_at ? stored.value : null;
  });
  const { error, busy, code, run } = useSaving();
  const likely = ref<Schemas["LikelyOut"][]>([]);

  watch(
    page,
    (data) => {
      if (data && !day.value) day.value = data.day;
    },
    { immediate: true },
  );
  /** Which faults what was seen and the last balls speak for: asked anew with every look. */
  let asked = 0;
  watch(
    () => JSON.stringify([day.value, draft.value.seen]),
    async () => {
      if (!day.value) return;
      const mine = ++asked;
      const params = { path: { student_id: studentId } };
      const body = { seen: draft.value.seen };
      const answer = await dataOf(api.POST("/api/students/{student_id}/faults", { params, body })).catch(
        () => null,
      );
      if (answer && mine === asked) likely.value = answer;
    },
    { immediate: true },
  );

  function change(part: Partial<Written>): void {
    draft.value = { ...draft.value, ...part };
  }
  /** What was seen at a checkpoint; the same again takes it back. */
  function look(name: string, seen: Seen | null): void {
    const { [name]: before, ...others } = draft.value.seen;
    change({ seen: seen === null || before === seen ? others : { ...others, [name]: seen } });
  }
  function toggleFault(name: string): void {
    const there = draft.value.faults.includes(name);
    const faults = there
      ? draft.value.faults.filter((fault) => fault !== name)
      : [...draft.value.faults, name];
    const first = page()?.faults.find(({ fault }) => fault === name);
    // The first fault brings its usual cue and drill, where none is chosen yet.
    const more =
      !there && first
        ? { cue: draft.value.cue || `${name}.cue`, drill: draft.value.drill || first.drill }
        : {};
    change({ faults, ...more });
  }
  function discard(on = day.value): void {
    unsaved.value = Object.fromEntries(Object.entries(unsaved.value).filter(([one]) => one !== on));
    error.value = "";
  }
  /** The draft stands, knowing what was saved meanwhile. */
  function keepMine(): void {
    const looked_at = stored.value?.changed_at ?? null;
    unsaved.value = { ...unsaved.value, [day.value]: { looked_at, written: draft.value } };
    error.value = "";
  }
  async function save(): Promise<boolean> {
    const on = day.value;
    const mine = unsaved.value[on];
    if (!mine || theirs.value) return false;
    const body = { ...mine.written, looked_at: mine.looked_at };
    const answer = await run(() =>
      dataOf(
        api.PUT("/api/students/{student_id}/lessons/{day}", {
          params: { path: { student_id: studentId, day: on } },
          body,
        }),
      ),
    );
    if (!answer) {
      if (code.value === "changed-meanwhile") await askAgain(cache, keys.lessons(studentId));
      return false;
    }
    cache.setQueryData(keys.lessons(studentId), answer);
    discard(on);
    return true;
  }
  async function takeAway(): Promise<void> {
    const params = { path: { student_id: studentId, day: day.value } };
    const answer = await run(() =>
      dataOf(api.DELETE("/api/students/{student_id}/lessons/{day}", { params })),
    );
    if (answer) cache.setQueryData(keys.lessons(studentId), answer);
  }
  async function addWord(kind: Schemas["WordKind"], text: string, part: Schemas["When"] | null) {
    const word = await run(() =>
      dataOf(api.POST("/api/lesson-words", { body: { kind, text, part, house: leads.value } })),
    );
    if (word) await askAgain(cache, keys.lessons(studentId));
    return word;
  }
  async function endWord(id: number): Promise<void> {
    await run(() => dataOf(api.DELETE("/api/lesson-words/{word_id}", { params: { path: { word_id: id } } })));
    await askAgain(cache, keys.lessons(studentId));
  }
  return {
    day,
    draft,
    stored,
    dirty,
    theirs,
    discard,
    keepMine,
    likely,
    error,
    busy,
    change,
    look,
    toggleFault,
    save,
    takeAway,
    addWord,
    endWord,
  };
}

const written = ({ seen, faults, cue, drill, note }: Schemas["LessonOut"]): Written => ({
  seen: seen ?? {},
  faults: faults ?? [],
  cue: cue ?? "",
  drill: drill ?? "",
  note: note ?? "",
});
