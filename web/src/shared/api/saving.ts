/** A write: shown as busy meanwhile, its refusal beside the field it concerns. */
import { reactive, toRef, type Ref } from "vue";
import { Problem, sentenceOf, type ProblemCode } from "./client";

export interface SavingState {
  busy: boolean;
  /** A sentence for the person; empty when all is well. */
  error: string;
  /** The field that the sentence belongs beside, or "". */
  field: string;
  code: ProblemCode | "";
  saved: boolean;
}
export interface Saving {
  state: SavingState;
  busy: Ref<boolean>;
  error: Ref<string>;
  code: Ref<ProblemCode | "">;
  /** What was written, or undefined when it was refused. */
  run: <T>(write: () => Promise<T>) => Promise<T | undefined>;
  /** Whether it was written. */
  save: (write: () => Promise<unknown>) => Promise<boolean>;
  /** The sentence for some fields; that of no known field stands under "". */
  about: (...fields: string[]) => string;
}

const BLANK: SavingState = { busy: false, error: "", field: "", code: "", saved: false };

export function useSaving(): Saving {
  const state = reactive({ ...BLANK });

  async function run<T>(write: () => Promise<T>): Promise<T | undefined> {
    Object.assign(state, BLANK, { busy: true });
    try {
      const written = await write();
      state.saved = true;
      return written;
    } catch (cause) {
      state.error = sentenceOf(cause);
      if (cause instanceof Problem) Object.assign(state, { field: cause.field, code: cause.code });
      return undefined;
    } finally {
      state.busy = false;
    }
  }
  async function save(write: () => Promise<unknown>): Promise<boolean> {
    await run(write);
    return state.saved;
  }
  const about = (...fields: string[]) => (fields.includes(state.field) ? state.error : "");
  const refs = { busy: toRef(state, "busy"), error: toRef(state, "error"), code: toRef(state, "code") };
  return { state, ...refs, run, save, about };
}
