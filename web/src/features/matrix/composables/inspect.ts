/** What the inspector knows of a cell: its balls, and why its number is what it is. */
import { useQuery } from "@pinia/colada";
import { ref } from "vue";
import { cellName, type CellAddress } from "@/shared/api/cells";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys, useForgetStudent } from "@/shared/api/queries";

export type Why = Schemas["WhyOut"];

export interface InspectOptions {
  studentId: string;
  address: CellAddress;
}

export function useInspect(options: InspectOptions) {
  const { studentId, address } = options;
  const request = { params: { path: { student_id: studentId }, query: { ...address } as never } };
  const name = cellName(address);
  const forget = useForgetStudent();
  const error = ref("");
  const balls = useQuery({
    key: keys.cellBalls(studentId, name),
    query: () => dataOf(api.GET("/api/students/{student_id}/cell-balls", request)),
  });
  const why = useQuery({
    key: ["student", studentId, "why", name],
    query: () => dataOf(api.GET("/api/students/{student_id}/why", request)),
  });
  const { exclude } = useExclude({ studentId, said: (text) => (error.value = text) });
  return { balls, why, error, exclude, forget };
}

export interface ExcludeOptions {
  studentId: string;
  said: (error: string) => void;
}

/** Take a ball out of the matrix with a reason, or mark or restore it; every view then asks again. */
export function useExclude(options: ExcludeOptions) {
  const forget = useForgetStudent();
  async function change(uid: string, body: Schemas["BallMark"]): Promise<void> {
    options.said("");
    try {
      const path = { student_id: options.studentId, uid };
      await dataOf(api.PATCH("/api/students/{student_id}/balls/{uid}", { params: { path }, body }));
      await forget(options.studentId);
    } catch (cause) {
      options.said(sentenceOf(cause));
    }
  }
  return {
    exclude: (uid: string, reason: string) => change(uid, { excluded: reason }),
    mark: (uid: string, strike: string) => change(uid, { strike: strike as never }),
  };
}
