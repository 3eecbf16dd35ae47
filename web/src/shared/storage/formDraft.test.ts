import { mount } from "@vue/test-utils";
import { expect, test } from "vitest";
import { nextTick, ref, type Ref } from "vue";
import { useFormDraft, type FormDraft } from "./formDraft";
import {
  draftName,
  forgetDraftsOfStudent,
  forgetOwn,
  ofStudent,
  ownPlace,
  storageBelongsTo,
  unsavedDrafts,
} from "./own";

interface Club {
  label: string;
  loft: number | null;
}
const BLANK: Club = { label: "", loft: null };
const ILSE = { id: 1, academy: { id: 7 } };
const TOBIN = { id: 2, academy: { id: 7 } };

/** A form on a page; `leave` is going to another page. */
function form(saved: Ref<Club | undefined> = ref(), name = ofStudent("s", draftName("club"))) {
  let draft!: FormDraft<Club>;
  const page = mount({
    setup() {
      draft = useFormDraft(name, BLANK, () => saved.value);
      return () => null;
    },
  });
  return { draft, leave: () => page.unmount() };
}

test("what is typed survives leaving the page, with what it began from", () => {
  const saved = ref<Club>({ label: "56", loft: 56 });
  const first = form(saved);
  first.draft.form.loft = 55;
  expect(first.draft.dirty.value).toBe(true);
  first.leave();
  const again = form(ref({ label: "SW", loft: 54 }));
  // Nobody touched the label: it follows. The loft is as typed, over what was seen then.
  expect(again.draft.form).toEqual({ label: "SW", loft: 55 });
  expect([again.draft.changed.value, again.draft.was.value]).toEqual([{ loft: 55 }, { loft: 56 }]);
});

test("fields that nobody touched follow the server, touched ones stay until they are the same", async () => {
  const saved = ref<Club>({ label: "56", loft: 56 });
  const { draft } = form(saved);
  draft.form.loft = 55;
  saved.value = { label: "SW", loft: 54 };
  await nextTick();
  expect(draft.form).toEqual({ label: "SW", loft: 55 });
  expect(draft.was.value).toEqual({ loft: 56 });
  draft.rebase(saved.value);
  expect(draft.was.value).toEqual({ loft: 54 });
  saved.value = { label: "SW", loft: 55 };
  await nextTick();
  expect(draft.dirty.value).toBe(false);
  expect(unsavedDrafts()).toBe(0);
});

test("a draft is its coach's: another one of the tablet does not meet it", () => {
  storageBelongsTo(ILSE);
  form().draft.form.label = "56";
  expect(unsavedDrafts()).toBe(1);
  storageBelongsTo(TOBIN);
  expect([form().draft.form.label, unsavedDrafts()]).toEqual(["", 0]);
  storageBelongsTo(ILSE);
  expect(form().draft.form.label).toBe("56");
  forgetOwn();
  expect(form().draft.form.label).toBe("");
  storageBelongsTo(null);
});

test("what is of an erased student goes, whoever typed it", () => {
  storageBelongsTo(ILSE);
  form().draft.form.label = "56";
  localStorage.setItem(ownPlace("voice"), "true");
  storageBelongsTo(TOBIN);
  form().draft.form.label = "58";
  forgetDraftsOfStudent("s");
  expect(Object.keys(localStorage)).toEqual(["oxgang-own/7/1/voice"]);
  storageBelongsTo(null);
});
