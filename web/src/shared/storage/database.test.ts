import "fake-indexeddb/auto";
import { deleteDB, openDB, type DBSchema } from "idb";
import { beforeEach, describe, expect, test, vi } from "vitest";
import { keepRead, keptRead } from "@/shared/api/lastRead";
import { store } from "@/shared/outbox/store";
import { database } from "./database";

interface Kept extends DBSchema {
  kept: { key: string; value: { at: number }; indexes: { at: number } };
}
const NAME = "a-database";
const opened = () =>
  database<Kept>(NAME, 20, (db) => {
    if (!db.objectStoreNames.contains("kept")) db.createObjectStore("kept");
  });

beforeEach(() => deleteDB(NAME));

describe("a database of this browser", () => {
  test("what an earlier Oxgang kept is found", async () => {
    const earlier = await openDB<Kept>(NAME, 10, {
      upgrade: (db) => void db.createObjectStore("kept").createIndex("at", "at"),
    });
    await earlier.put("kept", { at: 1 }, "a");
    earlier.close();
    expect(await (await opened()()).get("kept", "a")).toEqual({ at: 1 });
  });

  test("a newer Oxgang in another tab is not kept waiting, and the older one says that it cannot", async () => {
    const older = opened();
    await older();
    const blocked = vi.fn();
    const newer = await openDB(NAME, 30, { blocked });
    expect(blocked).not.toHaveBeenCalled();
    await expect(older()).rejects.toThrow();
    newer.close();
  });

  test("one that could not be opened is tried again", async () => {
    const one = opened();
    const open = vi.spyOn(indexedDB, "open").mockImplementationOnce(() => {
      throw new DOMException("no", "UnknownError");
    });
    await expect(one()).rejects.toThrow();
    open.mockRestore();
    expect((await one()).name).toBe(NAME);
  });
});

test("a write is changed only where it still waits", async () => {
  const op = {
    kind: "undo",
    id: "i",
    owner: 1,
    academy: 1,
    coach: "Ilse",
    studentId: "s",
    uid: "a",
  };
  const seq = await store.ops.add(op as never);
  await store.ops.update(seq, { refused: "No." });
  expect((await store.ops.all())[0]).toMatchObject({ uid: "a", refused: "No.", seq });
  await store.ops.delete(seq);
  await store.ops.update(seq, { refused: "Not at all." });
  expect(await store.ops.all()).toEqual([]);
});

test("reads that are old go, and the oldest of too many", async () => {
  const url = (i: number) => new URL(`http://o/api/read/${i}`);
  const day = 24 * 3600 * 1000;
  const now = vi.spyOn(Date, "now").mockReturnValue(Date.parse("2026-11-01"));
  await keepRead(1, url(1000), "old");
  now.mockReturnValue(Date.parse("2026-11-01") + 20 * day);
  for (let i = 1; i < 440; i += 1) {
    now.mockReturnValue(Date.now() + 1);
    await keepRead(1, url(i), String(i));
  }
  expect(await keptRead(1, url(1000))).toBeUndefined();
  expect(await keptRead(1, url(39))).toBeUndefined();
  expect(await keptRead(1, url(40))).toBe("40");
  expect(await keptRead(1, url(439))).toBe("439");
  expect(await keptRead(2, url(439))).toBeUndefined();
  now.mockRestore();
});
