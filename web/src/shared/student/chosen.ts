/** The student whose row is chosen in a list: the keys of the places go there. */
import { ref } from "vue";

export const chosenStudent = ref("");
