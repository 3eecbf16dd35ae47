/** What one coach has read, kept in this browser for a dead network; gone when he signs out. */
import type { DBSchema, IDBPDatabase } from "idb";
import { database } from "@/shared/storage/database";

interface KeptRead {
  /** The coach's number: what one has read is never shown to another. */
  owner: number;
  url: string;
  text: string;
  at: number;
}

interface Reads extends DBSchema {
  reads: { key: [number, string]; value: KeptRead; indexes: { at: number } };
}
/** As the first release left it. */
const VERSION = 10;
const opened = database<Reads>("oxgang-reads", VERSION, (db) => {
  if (!db.objectStoreNames.contains("reads"))
    db.createObjectStore("reads", { keyPath: ["owner", "url"] }).createIndex("at", "at");
});
const MOST = 400;
const PRUNE_EVERY = 40;
const OLDEST_MS = 14 * 24 * 3600 * 1000;
let kept = 0;

/** Answers that are of one moment only. */
const PASSING = /^\/api\/(account|devices\/change$|devices\/\d+\/|groups\/[^/]+\/change$)/;
export const worthKeeping = (url: URL) => url.pathname.startsWith("/api/") && !PASSING.test(url.pathname);

const place = (url: URL) => url.pathname + url.search;

/** Keep an answer. A browser that cannot keep it goes without. */
export async function keepRead(owner: number, url: URL, text: string): Promise<void> {
  try {
    const db = await opened();
    await db.put("reads", { owner, url: place(url), text, at: Date.now() });
    if (++kept % PRUNE_EVERY === 0) await prune(db);
  } catch {
    /* quota, private window: there is no answer without a network then */
  }
}

/** The old ones go, and the oldest of too many. */
async function prune(db: IDBPDatabase<Reads>): Promise<void> {
  const writing = db.transaction("reads", "readwrite");
  let over = (await writing.store.count()) - MOST;
  let oldest = await writing.store.index("at").openCursor();
  while (oldest && (over > 0 || oldest.value.at < Date.now() - OLDEST_MS)) {
    await oldest.delete();
    over -= 1;
    oldest = await oldest.continue();
  }
  await writing.done;
}

/** What this coach read last at an address. */
export async function keptRead(owner: number, url: URL): Promise<string | undefined> {
  try {
    return (await (await opened()).get("reads", [owner, place(url)]))?.text;
  } catch {
    return undefined;
  }
}

/** Nothing of these students is left, whoever read it. */
export async function forgetReadsOf(students: string[]): Promise<void> {
  if (!students.length) return;
  try {
    const writing = (await opened()).transaction("reads", "readwrite");
    for (let at = await writing.store.openCursor(); at; at = await at.continue()) {
      const { url } = at.value;
      // A list may name them among others: it is read again.
      const named = url.startsWith("/api/students?") || url === "/api/students";
      if (named || students.some((id) => url.includes(id))) await at.delete();
    }
    await writing.done;
  } catch {
    /* nothing could be kept either */
  }
}

/** Nothing of any student is left in this browser, but the writes that wait for their coach. */
export async function forgetReads(): Promise<void> {
  try {
    await (await opened()).clear("reads");
  } catch {
    /* nothing could be kept either */
  }
  // Where an earlier Oxgang kept them.
  if ("caches" in window) await caches.delete("oxgang-api").catch(() => false);
}
