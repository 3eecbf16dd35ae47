/** The Flight view's state: set-ups being edited, and what the server says they do. */
import { keys } from "@/shared/api/keys";
import { useQuery, useQueryCache } from "@pinia/colada";
import { useDebounceFn } from "@vueuse/core";
import { computed, reactive, ref, watch } from "vue";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName, ofStudent } from "@/shared/storage/own";
import { api, dataOf, Problem, sentenceOf, type Schemas } from "@/shared/api/client";

export type Recipe = Schemas["RecipeBody"];
export type Shot = Schemas["ShotOut"];
export type School = Schemas["RecipesOut"]["school"];
export type Recipes = Record<string, Recipe>;

export interface Scene {
  clubId: string;
  club_speed_mps: number;
  lie: Schemas["PictureIn"]["lie"];
  firmness: Schemas["PictureIn"]["firmness"];
  ball: Schemas["BallType"];
  grooves: Schemas["Grooves"];
  wet: boolean;
  temperature_c: number;
  headwind_mps: number;
  gate: Bar;
  tape: Bar;
}
/** A gate's bar or tape on a net: where it stands, in metres. */
export interface Bar {
  height_m: number;
  distance_m: number;
}

const REDRAW_MS = 15;

/** A copy that can be edited without touching what the server said. */
const copyOf = (recipes: unknown) => JSON.parse(JSON.stringify(recipes)) as Recipes;

interface SetUps {
  school: School;
  recipes: Recipes;
}
const setUpsOf = (from: { school: School; recipes: unknown }): SetUps => ({
  school: from.school,
  recipes: copyOf(from.recipes),
});

export function useFlight(options: { studentId: string; scene: Scene }) {
  const { studentId, scene } = options;
  const path = { params: { path: { student_id: studentId } } };
  const cache = useQueryCache();
  const key = keys.recipes(studentId);
  const kept = useQuery({
    key,
    query: () => dataOf(api.GET("/api/students/{student_id}/recipes", path)),
  });
  const {
    form: draft,
    base,
    dirty,
    settle,
    rebase,
  } = useFormDraft<SetUps>(
    ofStudent(studentId, draftName("set-ups")),
    { school: "shallow", recipes: {} },
    () => kept.data.value && setUpsOf(kept.data.value),
  );
  const compare = ref(false);
  const shots = ref<Shot[]>([]);
  const others = ref<Shot[]>([]);
  const touching = reactive<{ gate: number | null; tape: number | null }>({
    gate: null,
    tape: null,
  });
  /** Launch windows of the club, and how many measured launches stand behind each height. */
  const windows = ref<Record<string, [number, number]>>({});
  const measured = ref<Record<string, number>>({});
  const error = ref("");
  const saved = ref(false);

  const otherSchool = computed<School>(() => (draft.school === "shallow" ? "ball-back" : "shallow"));

  async function picture(school: School, recipes: Recipes) {
    return dataOf(
      api.POST("/api/students/{student_id}/picture", {
        ...path,
        body: {
          school,
          recipes,
          club_id: scene.clubId,
          club_speed_mps: scene.club_speed_mps,
          lie: scene.lie,
          firmness: scene.firmness,
          ball: scene.ball,
          grooves: scene.grooves,
          wet: scene.wet,
          temperature_c: scene.temperature_c,
          headwind_mps: scene.headwind_mps,
          gate: scene.gate,
          tape: scene.tape,
        },
      }),
    );
  }
  let asked = 0;
  async function redraw(): Promise<void> {
    const schools = kept.data.value?.schools as Record<string, Recipes> | undefined;
    if (!scene.clubId || !schools) return;
    const mine = ++asked;
    try {
      const [own, other] = await Promise.all([
        picture(draft.school, draft.recipes),
        compare.value ? picture(otherSchool.value, schools[otherSchool.value] ?? {}) : Promise.resolve(null),
      ]);
      if (mine !== asked) return; // a newer picture is on its way
      shots.value = own.shots as Shot[];
      windows.value = own.windows as Record<string, [number, number]>;
      measured.value = own.measured;
      touching.gate = own.gate_launch_deg ?? null;
      touching.tape = own.tape_launch_deg ?? null;
      others.value = (other?.shots ?? []) as Shot[];
      error.value = "";
    } catch (cause) {
      if (mine === asked) error.value = sentenceOf(cause);
    }
  }
  const soon = useDebounceFn(redraw, REDRAW_MS);
  watch([draft, () => scene, compare, kept.data], () => void soon(), {
    deep: true,
    immediate: true,
  });

  function startFrom(school: School): void {
    const recipes = kept.data.value?.schools[school];
    if (!recipes) return;
    draft.school = school;
    draft.recipes = copyOf(recipes);
    saved.value = false;
  }
  /** A standard's set-ups; they are the student's once they are kept. */
  function takeStandard(from: { school: School; recipes: unknown }): void {
    draft.school = from.school;
    draft.recipes = { ...draft.recipes, ...copyOf(from.recipes) };
    saved.value = false;
  }
  async function keep(): Promise<void> {
    try {
      const answer = await dataOf(
        api.PUT("/api/students/{student_id}/recipes", {
          ...path,
          body: { school: draft.school, recipes: draft.recipes, was: base },
        }),
      );
      cache.setQueryData(key, answer);
      settle(setUpsOf(answer));
      saved.value = true;
      error.value = "";
    } catch (cause) {
      error.value = sentenceOf(cause);
      // Told of another coach's set-ups: keeping again is meant against those.
      if (cause instanceof Problem && cause.code === "changed-meanwhile") {
        rebase(setUpsOf(await dataOf(api.GET("/api/students/{student_id}/recipes", path))));
      }
    }
  }
  watch(dirty, (now) => now && (saved.value = false));
  return {
    kept,
    draft,
    compare,
    otherSchool,
    shots,
    others,
    touching,
    windows,
    measured,
    error,
    saved,
    startFrom,
    takeStandard,
    keep,
  };
}
