/** A plan being made: asked of a protocol, edited by the coach, kept. */
import { useQueryCache } from "@pinia/colada";
import { computed, reactive, ref } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys, type PlanItem, type PlanPage } from "@/shared/api/queries";

export interface DraftOptions {
  studentId: string;
}

export function useDraft(options: DraftOptions) {
  const cache = useQueryCache();
  const path = { params: { path: { student_id: options.studentId } } };
  const wish = reactive<{
    by: "balls" | "minutes";
    balls: number;
    minutes: number;
    yardage: number | null;
    club: string;
    swing: string;
  }>({ by: "balls", balls: 45, minutes: 45, yardage: null, club: "", swing: "" });
  const items = ref<PlanItem[]>([]);
  const title = ref("");
  const homework = ref(false);
  const error = ref("");
  const busy = ref(false);
  const dirty = ref(false);
  const total = computed(() => items.value.reduce((n, item) => n + item.balls, 0));

  async function run<T>(call: () => Promise<T>): Promise<T | undefined> {
    error.value = "";
    busy.value = true;
    try {
      return await call();
    } catch (cause) {
      error.value = sentenceOf(cause);
      return undefined;
    } finally {
      busy.value = false;
    }
  }
  async function ask(protocol: string): Promise<void> {
    const body: Schemas["Wanted"] = {
      protocol: protocol as never,
      balls: wish.balls,
      minutes: wish.by === "minutes" ? wish.minutes : null,
      yardage: wish.yardage,
      club: wish.club || null,
      swing: wish.swing || null,
    };
    const answer = await run(() =>
      dataOf(api.POST("/api/students/{student_id}/plan", { ...path, body })),
    );
    if (!answer) return;
    items.value = answer.items;
    title.value = protocol;
    dirty.value = true;
  }
  function take(page: PlanPage): void {
    items.value = page.plan ? page.plan.items.map((item) => ({ ...item })) : [];
    title.value = page.plan?.title ?? "";
    homework.value = page.plan?.homework ?? false;
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
    const body = { title: title.value, homework: homework.value, items: items.value };
    const page = await run(() =>
      dataOf(api.PUT("/api/students/{student_id}/plan", { ...path, body })),
    );
    if (page) {
      cache.setQueryData(keys.plan(options.studentId), page);
      dirty.value = false;
    }
    return page !== undefined;
  }
  async function drop(): Promise<void> {
    const page = await run(() => dataOf(api.DELETE("/api/students/{student_id}/plan", path)));
    if (page) {
      cache.setQueryData(keys.plan(options.studentId), page);
      take(page);
    }
  }
  async function setStage(stage: string): Promise<void> {
    await run(() =>
      dataOf(api.PATCH("/api/students/{student_id}", { ...path, body: { stage: stage as never } })),
    );
    await cache.invalidateQueries({ key: keys.student(options.studentId) });
  }
  async function setCriteria(criteria: Schemas["CriteriaBody"]): Promise<void> {
    const page = await run(() =>
      dataOf(api.PUT("/api/students/{student_id}/criteria", { ...path, body: criteria })),
    );
    if (page) cache.setQueryData(keys.plan(options.studentId), page);
  }
  return {
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
    drop,
    setStage,
    setCriteria,
  };
}
