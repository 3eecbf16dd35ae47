/** The password once more, where the server asks for it: one question for the whole page. */
import { ref } from "vue";

/** Answers the question that stands; null while none does. */
export const proofAsked = ref<((typed: boolean) => void) | null>(null);

/** Ask for the password. Whether it was typed and right. */
export function askForProof(): Promise<boolean> {
  proofAsked.value?.(false);
  return new Promise((resolve) => {
    proofAsked.value = (typed) => {
      proofAsked.value = null;
      resolve(typed);
    };
  });
}
