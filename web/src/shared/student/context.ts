/** The student whose page this is: who it is, and how this reader is told of distances. */
import {
  computed,
  inject,
  provide,
  toValue,
  type ComputedRef,
  type InjectionKey,
  type MaybeRefOrGetter,
} from "vue";
import { useStudent, type Student } from "@/shared/api/queries";
import { useTexts, type Texts } from "@/shared/texts/texts";
import { useUnits, type UnitWords } from "@/shared/units/units";

export interface StudentContext {
  studentId: ComputedRef<string>;
  profile: ComputedRef<Student | undefined>;
  /** Units of this student, unless the coach chose own ones for every screen. */
  units: ComputedRef<UnitWords>;
  /** Sentences in these units. */
  texts: ComputedRef<Texts>;
}

export const STUDENT_CONTEXT: InjectionKey<StudentContext> = Symbol("student");

/** A student with what the components of a page read. */
export function useStudentOf(id: MaybeRefOrGetter<string>) {
  const student = useStudent(id);
  const own = () => student.data.value?.units;
  const context: StudentContext = {
    studentId: computed(() => toValue(id)),
    profile: computed(() => student.data.value),
    units: useUnits(own),
    texts: useTexts(own),
  };
  return { ...context, student };
}

/** Called by a page: all components below it read this student by `useStudentContext`. */
export function provideStudent(id: MaybeRefOrGetter<string>) {
  const here = useStudentOf(id);
  shareStudent(here);
  return here;
}

/** The same with a student that is at hand. */
export function shareStudent(here: StudentContext): void {
  provide(STUDENT_CONTEXT, here);
}

/** The student of the page around this component. */
export function useStudentContext(): StudentContext {
  const here = inject(STUDENT_CONTEXT);
  if (!here) throw new Error("There is no page of a student around this component.");
  return here;
}
