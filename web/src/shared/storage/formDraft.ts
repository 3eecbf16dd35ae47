/**
 * What is typed into a form and not saved yet. It survives leaving the page and a reload, keeps what
 * each changed field was when the typing began, and says which fields changed.
 */
import { computed, reactive, watch, type ComputedRef } from "vue";
import { useOwn } from "./own";

/** A form as it was filled, and as it is now. */
interface Draft<T> {
  was: T;
  now: T;
}

export interface FormDraft<T extends object> {
  /** What the form shows. */
  form: T;
  /** The changed fields as they are now, and as they were when the form was filled. */
  changed: ComputedRef<Partial<T>>;
  was: ComputedRef<Partial<T>>;
  dirty: ComputedRef<boolean>;
  /** All fields as they were when the form was filled. */
  base: Readonly<T>;
  /** The form as it is now was saved, or what is typed is given up: it shows `saved`. */
  settle: (saved: T) => void;
  /** Somebody else's values were read: saving again is meant against them. */
  rebase: (saved: T) => void;
}

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const fields = <T extends object>(of: T) => Object.keys(of) as (keyof T)[];

/**
 * `saved` is what the server has, or a blank form. When it changes, fields that nobody has touched
 * follow it; touched ones stay as they were typed.
 */
export function useFormDraft<T extends object>(
  name: string,
  blank: T,
  saved: () => T | undefined = () => undefined,
): FormDraft<T> {
  const stored = useOwn<Draft<T> | null>(name, null, {
    flush: "sync",
    serializer: { read: (text) => JSON.parse(text) as Draft<T> | null, write: JSON.stringify },
  });
  const first = copy(saved() ?? blank);
  // A draft of an older form may lack a field.
  const base = reactive({ ...first, ...stored.value?.was }) as T;
  const form = reactive({ ...copy(first), ...copy(stored.value?.now ?? {}) }) as T;
  const touched = computed(() => fields(form).filter((field) => !same(form[field], base[field])));
  const pick = (from: T) => Object.fromEntries(touched.value.map((f) => [f, from[f]])) as Partial<T>;
  const changed = computed(() => pick(form));
  const was = computed(() => pick(base));
  const dirty = computed(() => touched.value.length > 0);

  function follow(now: T | undefined): void {
    if (!now) return;
    const mine = touched.value;
    for (const field of fields(now)) {
      if (mine.includes(field) && !same(form[field], now[field])) continue;
      base[field] = copy(now[field]);
      form[field] = copy(now[field]);
    }
    store();
  }
  follow(saved());
  watch(saved, follow);
  function store(): void {
    if (dirty.value) stored.value = { was: copy(base), now: copy(form) };
    else if (stored.value) stored.value = null;
  }
  watch(form, store, { deep: true, flush: "sync" });

  function settle(now: T): void {
    Object.assign(base, copy(now));
    Object.assign(form, copy(now));
    stored.value = null;
  }
  function rebase(now: T): void {
    Object.assign(base, copy(now));
    store();
  }
  return { form, base, changed, was, dirty, settle, rebase };
}
