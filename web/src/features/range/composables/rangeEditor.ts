/** A range picture while it is drawn: its targets as a list, saved whole. */
import { useQueryCache } from "@pinia/colada";
import { computed, ref, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import { useSaving } from "@/shared/api/saving";
import { distanceOf, type Spot, type Target } from "@/shared/offline/landing";
import { useFormDraft } from "@/shared/storage/formDraft";
import { draftName } from "@/shared/storage/own";
import type { UnitWords } from "@/shared/units/units";
import { useRangePictures, type RangePicture } from "./rangePicture";

export type Fields = Schemas["RangePictureFields"];
/** A row of the list; a distance that was not typed yet is null. */
export type Row = Required<Omit<Target, "distance_yd">> & { distance_yd: number | null };
type Draft = Omit<Fields, "targets"> & { targets: Row[] };

const NEW: Draft = { name: "Range", targets: [], left_yd: null, right_yd: null, far_yd: null };
const ROW: Row = { name: "", distance_yd: null, right_yd: 0, green_yd: 0, height_m: 0 };

const draftOf = (picture: RangePicture): Draft => ({
  name: picture.name,
  targets: picture.targets.map((target) => ({ ...ROW, ...target })),
  left_yd: picture.left_yd ?? null,
  right_yd: picture.right_yd ?? null,
  far_yd: picture.far_yd ?? null,
});

export function useRangeEditor(units: () => UnitWords) {
  const cache = useQueryCache();
  const pictures = useRangePictures();
  /** Which is drawn; 0 is a new one. */
  const chosen = ref<number | null>(null);
  const stored = computed(() => pictures.data.value?.find((one) => one.id === chosen.value) ?? null);
  const saved = () => (stored.value ? draftOf(stored.value) : NEW);
  const { form, dirty, base, settle, rebase } = useFormDraft<Draft>(draftName("range-picture"), NEW);
  const { busy, code, run, about } = useSaving();
  const announcement = ref("");

  watch(
    pictures.data,
    (list) => {
      if (chosen.value === null && list) choose(list[0]?.id ?? 0);
    },
    { immediate: true },
  );
  function choose(id: number): void {
    // What is typed and not saved stays in sight until it is saved or given up.
    if (dirty.value && chosen.value !== null) return;
    chosen.value = id;
    announcement.value = "";
    if (!dirty.value) settle(saved());
  }
  const giveUp = () => settle(saved());

  function add(spot?: Spot): void {
    const distance_yd = spot ? distanceOf(spot) : null;
    form.targets.push({ ...ROW, distance_yd, right_yd: spot?.right_yd ?? 0 });
  }
  const remove = (at: number) => form.targets.splice(at, 1);
  function put(at: number, spot: Spot): void {
    const row = form.targets[at];
    if (row) Object.assign(row, { distance_yd: distanceOf(spot), right_yd: spot.right_yd });
  }
  /** A target without a name is called by its distance; a row without a distance is none. */
  function fieldsOf(draft: Draft): Fields {
    const nameOf = ({ name, distance_yd: yards }: Row) =>
      name.trim() || `${units().show(yards ?? 0)} ${units().unit}`;
    const targets = draft.targets.flatMap((row) =>
      row.distance_yd === null ? [] : [{ ...row, distance_yd: row.distance_yd, name: nameOf(row) }],
    );
    return { ...draft, targets };
  }
  const shown = computed<Fields>(() => fieldsOf(form));

  async function save(): Promise<void> {
    announcement.value = "";
    const picture_id = chosen.value ?? 0;
    const was = fieldsOf(base);
    const done = await run(() =>
      picture_id
        ? dataOf(
            api.PUT("/api/range-pictures/{picture_id}", {
              params: { path: { picture_id } },
              body: { ...shown.value, was },
            }),
          )
        : dataOf(api.POST("/api/range-pictures", { body: shown.value })),
    );
    await pictures.refetch();
    if (!done) {
      // Told of somebody else's change: saving again is meant against that one.
      if (code.value === "changed-meanwhile") rebase(saved());
      return;
    }
    chosen.value = done.id;
    settle(draftOf(done));
    announcement.value = `Saved ${done.name}.`;
  }
  async function removePicture(): Promise<void> {
    const picture_id = chosen.value;
    if (!picture_id) return;
    const name = form.name;
    const params = { path: { picture_id } };
    const left = await run(() => dataOf(api.DELETE("/api/range-pictures/{picture_id}", { params })));
    if (!left) return;
    settle(NEW);
    chosen.value = null;
    cache.setQueryData(keys.rangePictures, left);
    announcement.value = `Removed ${name}. Undo it in the academy's log.`;
  }
  return {
    pictures,
    chosen,
    choose,
    form,
    dirty,
    giveUp,
    add,
    remove,
    put,
    shown,
    busy,
    about,
    announcement,
    save,
    removePicture,
  };
}
