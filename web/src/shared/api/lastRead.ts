/** What one coach has read, kept in this browser for a dead network; gone when he signs out. */
import Dexie, { type Table } from "dexie";

interface KeptRead {
  /** The coach's number: what one has read is never shown to another. */
  owner: number;
  url: string;
  text: string;
  at: number;
}

class ReadStore extends Dexie {
  declare reads: Table<KeptRead, [number, string]>;
  constructor() {
    super("oxgang-reads");
    this.version(1).stores({ reads: "[owner+url], at" });
  }
}

const store = new ReadStore();
const MOST = 400;
const PRUNE_EVERY = 40;
const OLDEST_MS = 14 * 24 * 3600 * 1000;
let kept = 0;

/** Answers that are of one moment only. */
const PASSING = /^\/api\/(account|devices\/change$|devices\/\d+\/|groups\/[^/]+\/change$)/;
export const worthKeeping = (url: URL) =>
  url.pathname.startsWith("/api/") && !PASSING.test(url.pathname);

const place = (url: URL) => url.pathname + url.search;

/** Keep an answer. A browser that cannot keep it goes without. */
export async function keepRead(owner: number, url: URL, text: string): Promise<void> {
  try {
    await store.reads.put({ owner, url: place(url), text, at: Date.now() });
    if (++kept % PRUNE_EVERY === 0) {
      await store.reads
        .where("at")
        .below(Date.now() - OLDEST_MS)
        .delete();
      const over = (await store.reads.count()) - MOST;
      if (over > 0) await store.reads.orderBy("at").limit(over).delete();
    }
  } catch {
    /* quota, private window: there is no answer without a network then */
  }
}

/** What this coach read last at an address. */
export async function keptRead(owner: number, url: URL): Promise<string | undefined> {
  try {
    return (await store.reads.get([owner, place(url)]))?.text;
  } catch {
    return undefined;
  }
}

/** Nothing of any student is left in this browser, but the writes that wait for their coach. */
export async function forgetReads(): Promise<void> {
  try {
    await store.reads.clear();
  } catch {
    /* nothing could be kept either */
  }
  // Where an earlier Oxgang kept them.
  if ("caches" in window) await caches.delete("oxgang-api").catch(() => false);
}
