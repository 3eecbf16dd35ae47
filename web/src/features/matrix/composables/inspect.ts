/** What the inspector knows of a cell: its balls, and why its number is what it is. */
import { useQuery } from "@pinia/colada";
import { ref } from "vue";
import { addressOf, cellName, type CellAddress } from "@/shared/api/cells";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { keys } from "@/shared/api/keys";
import { useForgetStudent } from "@/shared/api/queries";

export type Why = Schemas["WhyOut"];

export interface InspectOptions {
  studentId: string;
  address: CellAddress;
}

export function useInspect(options: InspectOptions) {
  const { studentId, address } = options;
  const request = { params: { path: { student_id: studentId }, query: addressOf(address) } };
  const name = cellName(address);
  const forget = useForgetStudent();
  const error = ref("");
  const balls = useQuery({
    key: keys.cellBalls(studentId, name),
    query: () => dataOf(api.GET("/api/students/{student_id}/cell-balls", request)),
  });
  const why = useQuery({
    key: keys.why(studentId, name),
    query: () => dataOf(api.GET("/api/students/{student_id}/why", request)),
  });
  const { exclude } = useExclude({ studentId, onError: (text) => (error.value = text) });
  return { balls, why, error, exclude, forget };
}

export interface ExcludeOptions {
  studentId: string;
  onError: (error: string) => void;
}

/** Take a ball out of the matrix with a reason, or mark or restore it; every view then asks again. */
export function useExclude(options: ExcludeOptions) {
  const forget = useForgetStudent();
  const { state, save } = useSaving();
  async function change(uid: string, body: Schemas["BallMark"]): Promise<void> {
    await save(async () => {
      const path = { student_id: options.studentId, uid };
      await dataOf(api.PATCH("/api/students/{student_id}/balls/{uid}", { params: { path }, body }));
      await forget(options.studentId);
    });
    options.onError(state.error);
  }
  return {
    exclude: (uid: string, reason: string) => change(uid, { excluded: reason }),
    mark: (uid: string, strike: Schemas["Strike"]) => change(uid, { strike }),
  };
}
