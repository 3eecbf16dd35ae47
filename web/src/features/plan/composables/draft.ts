/** A plan being made: asked of a protocol, edited by the coach, kept. */
import { useQueryCache } from "@pinia/colada";
import { computed, reactive, ref, watch } from "vue";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent, useOwn } from "@/shared/storage/own";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { keys } from "@/shared/api/keys";
import { type PlanItem, type PlanPage, type Words, askAgain } from "@/shared/api/queries";

/** Until the server has said how long a session is. */
const BALLS = 45;
const MINUTES = 45;

interface Wish {
  by: "balls" | "minutes";
  balls: number;
  minutes: number;
  yardage: number | null;
  club: string;
  swing: string;
}
interface Unsaved {
  items: PlanItem[];
  title: string;
  homework: boolean;
  /** When the plan of each kind was made that the coach looked at. */
  seen: { plan: string | null; homework: string | null };
}
export interface DraftOptions {
  studentId: string;
  words: () => Words | undefined;
}

export function useDraft(options: DraftOptions) {
  const cache = useQueryCache();
  const path = { params: { path: { student_id: options.studentId } } };
  const usual = (): Wish => ({
    by: "balls",
    balls: options.words()?.session_balls ?? BALLS,
    minutes: MINUTES,
    yardage: null,
    club: "",
    swing: "",
  });
  const { form: wish } = useFormDraft(ofStudent(options.studentId, "plan-wish"), usual(), usual);
  /** A plan being made survives leaving the page. */
  const unsaved = useOwn<Unsaved | null>(ofStudent(options.studentId, draftName("plan")), null, {
    serializer: { read: (text) => JSON.parse(text) as Unsaved | null, write: JSON.stringify },
  });
  const items = ref<PlanItem[]>(unsaved.value?.items ?? []);
  const title = ref(unsaved.value?.title ?? "");
  const homework = ref(unsaved.value?.homework ?? false);
  const { error, busy, run } = useSaving();
  const dirty = ref(unsaved.value !== null);
  const showing = ref<"plan" | "homework">(homework.value ? "homework" : "plan");
  /** The plan of each kind as it was when the coach looked: one made since is not overwritten. */
  const seen = reactive(unsaved.value?.seen ?? { plan: null, homework: null });
  watch(
    [items, title, homework, dirty],
    () => {
      unsaved.value = dirty.value
        ? { items: items.value, title: title.value, homework: homework.value, seen: { ...seen } }
        : null;
    },
    { deep: true, flush: "sync" },
  );
  const total = computed(() => items.value.reduce((n, item) => n + item.balls, 0));

  async function ask(protocol: Schemas["Protocol"]): Promise<void> {
    const body: Schemas["PlanRequest"] = {
      protocol,
      balls: wish.balls,
      minutes: wish.by === "minutes" ? wish.minutes : null,
      yardage: wish.yardage,
      club: wish.club || null,
      swing: wish.swing || null,
    };
    const answer = await run(() => dataOf(api.POST("/api/students/{student_id}/plan", { ...path, body })));
    if (!answer) return;
    items.value = answer.items;
    title.value = protocol;
    homework.value = false;
    dirty.value = true;
  }
  function look(page: PlanPage): void {
    seen.plan = page.plan?.made_at ?? null;
    seen.homework = page.homework?.made_at ?? null;
  }
  /** Show the kept plan of the kind looked at, or the other one when there is none. */
  function take(page: PlanPage): void {
    const plan = showing.value === "homework" ? (page.homework ?? page.plan) : (page.plan ?? page.homework);
    look(page);
    items.value = plan ? plan.items.map((item) => ({ ...item })) : [];
    title.value = plan?.title ?? "";
    homework.value = plan?.homework ?? false;
    dirty.value = false;
  }
  function change(at: number, by: number): void {
    const item = items.value[at];
    if (!item) return;
    item.balls += by;
    if (item.balls < 1) items.value.splice(at, 1);
    dirty.value = true;
  }
  function move(at: number, by: number): void {
    const [item] = items.value.splice(at, 1);
    if (item) items.value.splice(Math.max(0, at + by), 0, item);
    dirty.value = true;
  }
  async function keep(): Promise<boolean> {
    const body = {
      title: title.value,
      homework: homework.value,
      items: items.value,
      seen: homework.value ? seen.homework : seen.plan,
      looked: true,
    };
    const page = await run(() => dataOf(api.PUT("/api/students/{student_id}/plan", { ...path, body })));
    if (!page) {
      // Kept again, it takes the place of what somebody else has made meanwhile.
      const now = await api.GET("/api/students/{student_id}/plan", path).catch(() => null);
      if (now?.data) look(now.data);
    } else {
      look(page);
      showing.value = homework.value ? "homework" : "plan";
      cache.setQueryData(keys.plan(options.studentId), page);
      dirty.value = false;
    }
    return page !== undefined;
  }
  function discard(page: PlanPage): void {
    dirty.value = false;
    take(page);
  }
  async function drop(): Promise<void> {
    const query = { homework: homework.value };
    const params = { path: path.params.path, query };
    const page = await run(() => dataOf(api.DELETE("/api/students/{student_id}/plan", { params })));
    if (page) {
      cache.setQueryData(keys.plan(options.studentId), page);
      take(page);
    }
  }
  async function setStage(stage: Schemas["Stage"] | ""): Promise<void> {
    await run(() => dataOf(api.PATCH("/api/students/{student_id}", { ...path, body: { stage } })));
    await askAgain(cache, keys.student(options.studentId));
  }
  async function setCriteria(criteria: Schemas["CriteriaChange"]): Promise<void> {
    const page = await run(() =>
      dataOf(api.PATCH("/api/students/{student_id}/criteria", { ...path, body: criteria })),
    );
    if (page) cache.setQueryData(keys.plan(options.studentId), page);
  }
  function show(kind: "plan" | "homework", page: PlanPage): void {
    showing.value = kind;
    take(page);
  }
  return {
    show,
    showing,
    wish,
    items,
    title,
    homework,
    error,
    busy,
    dirty,
    total,
    ask,
    take,
    change,
    move,
    keep,
    discard,
    drop,
    setStage,
    setCriteria,
  };
}
