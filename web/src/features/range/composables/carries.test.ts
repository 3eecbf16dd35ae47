import { expect, test } from "vitest";
import { nextTick, ref } from "vue";
import type { Cell, Matrix } from "@/shared/api/queries";
import { cell, matrix } from "@/testing/samples";
import { useCarries } from "./carries";

test("a cell that the session knows better is shown so, until the matrix is newer", async () => {
  const known = ref<Matrix | undefined>(matrix([cell("56 9:00", 40), cell("56 8:00", 30)]));
  const now = ref<Cell | null>(null);
  const carries = useCarries(
    () => known.value,
    () => now.value,
  );
  const shown = () => carries.value.map((one) => one.carry_yd);
  expect(shown()).toEqual([40, 30]);
  now.value = cell("56 9:00", 44);
  await nextTick();
  expect(shown()).toEqual([44, 30]);
  // On to the next cell: what was learnt of the one before stays.
  now.value = cell("56 8:00", 31);
  await nextTick();
  expect(shown()).toEqual([44, 31]);
  known.value = matrix([cell("56 9:00", 43.5), cell("56 8:00", 31)]);
  await nextTick();
  expect(shown()).toEqual([43.5, 31]);
});
