/** One save at a time, with the sentence beside the field it concerns. */
import { reactive } from "vue";
import { Problem, sentenceOf } from "@/shared/api/client";

export function useSaving() {
  const state = reactive({ busy: false, error: "", field: "", code: "", saved: false });

  async function save(write: () => Promise<unknown>): Promise<boolean> {
    Object.assign(state, { busy: true, error: "", field: "", code: "", saved: false });
    try {
      await write();
      state.saved = true;
      return true;
    } catch (cause) {
      state.error = sentenceOf(cause);
      state.field = cause instanceof Problem ? cause.field : "";
      state.code = cause instanceof Problem ? cause.code : "";
      return false;
    } finally {
      state.busy = false;
    }
  }
  /** The sentence for one field; the sentence of no known field stands under "". */
  function about(...fields: string[]): string {
    return fields.includes(state.field) ? state.error : "";
  }
  return { state, save, about };
}
