/** A database of this browser, opened when it is first asked, and anew when the browser closed it. */
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

/**
 * `version` is the browser's own number. What earlier versions of Oxgang made stays as it is: `create`
 * is called where the database is new, or older, and makes only what is missing.
 */
export function database<S extends DBSchema>(
  name: string,
  version: number,
  create: (db: IDBPDatabase<S>) => void,
): () => Promise<IDBPDatabase<S>> {
  let opened: Promise<IDBPDatabase<S>> | null = null;
  const open = async () =>
    openDB<S>(name, version, {
      upgrade: create,
      // A newer Oxgang in another tab is not kept waiting.
      blocking: () => {
        void opened?.then((db) => db.close());
        opened = null;
      },
      terminated: () => (opened = null),
    });
  return () =>
    (opened ??= open().catch((cause: unknown) => {
      opened = null;
      throw cause;
    }));
}
