/** What a plan does to the ground once it is hit, worked out by the server while it is edited. */
import { useQuery } from "@pinia/colada";
import { refDebounced } from "@vueuse/core";
import { computed } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { cellOfItem, sameCell, type CellAddress } from "@/shared/api/cells";
import type { Matrix, PlanItem } from "@/shared/api/queries";
import type { DrawnCell } from "@/shared/ground/layout";

/** Pressing + five times asks once. */
const PAUSE_MS = 250;

export function useEffectOf(options: {
  studentId: string;
  matrix: () => Matrix | undefined;
  items: () => PlanItem[];
}) {
  const { studentId } = options;
  const body = computed(() => JSON.stringify(options.items()));
  const settled = refDebounced(body, PAUSE_MS);
  const query = useQuery({
    key: () => keys.effect(studentId, settled.value),
    query: () =>
      dataOf(
        api.POST("/api/students/{student_id}/plan/effect", {
          params: { path: { student_id: studentId } },
          body: { items: JSON.parse(settled.value) as PlanItem[] },
        }),
      ),
    enabled: () => settled.value !== "[]",
  });
  /** Nothing until it is that of the plan as it stands: a number of another plan is none. */
  const then = computed(() =>
    options.items().length && settled.value === body.value ? query.data.value : undefined,
  );
  const planned = (cell: CellAddress) =>
    options.items().some((item) => item.place !== "net" && sameCell(cell, cellOfItem(item)));
  const shown = computed<DrawnCell[]>(() => {
    const now = (options.matrix()?.cells ?? []).filter(({ basis }) => basis === "measured");
    const rows = then.value ? [...then.value.matrix.cells, ...then.value.matrix.variants] : [];
    const drawn = rows.filter(planned).map((cell) => ({ ...cell, basis: "fill" as const, doubts: [] }));
    return [...now.filter((cell) => !drawn.some((one) => sameCell(one, cell))), ...drawn];
  });
  const yards = (strips: Schemas["StripOut"][]) =>
    strips.reduce((n, strip) => n + strip.to_yd - strip.from_yd + 1, 0);
  const row = (name: string, strips: Schemas["StripOut"][]) => ({
    name,
    strips,
    share: yards(strips.filter((strip) => strip.kind === "sure")) / yards(strips),
  });
  /** The ground now and once the plan is hit, with the share within the tolerance. */
  const rows = computed(() =>
    then.value ? [row("now", then.value.now), row("once hit", then.value.later)] : [],
  );
  const ground = computed(() => then.value?.matrix ?? options.matrix());
  return { ground, shown, rows, error: query.error };
}
