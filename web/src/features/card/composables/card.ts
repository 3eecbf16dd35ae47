/** The card as it would be published now, and how it is to look. */
import { ownPlace, useOwn } from "@/shared/storage/own";
import { useQuery } from "@pinia/colada";
import { computed, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";

export interface CardLook {
  form: Schemas["Form"];
  sides: ("yardage" | "club" | "ground")[];
  step: number;
  order: Schemas["Order"];
  cues: boolean;
  run: boolean;
}
const USUAL: CardLook = {
  form: "pocket",
  sides: ["yardage", "club"],
  step: 5,
  order: "short-first",
  cues: true,
  run: false,
};

export function useCard(studentId: string) {
  const chosen = localStorage.getItem(ownPlace("card-look")) !== null;
  const look = useOwn<CardLook>("card-look", USUAL, { mergeDefaults: true });
  // Until a coach has chosen here, a card begins as the academy has it.
  const settings = useQuery({
    key: keys.settings,
    query: () => dataOf(api.GET("/api/settings")),
    enabled: !chosen,
  });
  watch(
    settings.data,
    (academy) => {
      if (academy && !chosen) look.value = { ...look.value, ...academy.card };
    },
    { immediate: true },
  );
  const asked = computed(() => ({ ...look.value, sides: look.value.sides.join(",") }));
  const preview = useQuery({
    key: () => keys.card(studentId, asked.value),
    query: () =>
      dataOf(
        api.GET("/api/students/{student_id}/card", {
          params: { path: { student_id: studentId }, query: asked.value },
        }),
      ),
    // The card before stays till the new one is drawn.
    placeholderData: (before: Schemas["CardPreview"] | undefined) => before,
  });
  /** The address of a version as it was published, on this paper. */
  function pdf(number: number | null): string {
    const { form, sides } = asked.value;
    const query = new URLSearchParams({ form, sides });
    if (number) query.set("number", String(number));
    return `/api/students/${studentId}/card.pdf?${query.toString()}`;
  }
  return { look, preview, pdf };
}
