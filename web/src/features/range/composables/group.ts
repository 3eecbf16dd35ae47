/**
 * A group of students side by side, the same on every tablet that shows it. What a key changes holds
 * here at once, waits until the server has it, and survives a reload and a dead network.
 */
import { waitingPlace } from "@/shared/storage/own";
import { useIntervalFn } from "@vueuse/core";
import { v7 as uuid } from "uuid";
import { computed, onBeforeUnmount, ref, shallowRef } from "vue";
import { api, dataOf, Problem, sentenceOf, type Schemas } from "@/shared/api/client";

export type Group = Schemas["GroupOut"];
export type Bay = Schemas["BayOut"];
export type Plays = Schemas["PlaysBody"];
type Turn = Schemas["TurnIn"];
type Said = Pick<Turn, "kind"> & Partial<Pick<Turn, "number" | "plays" | "everybody">>;

/** Every tablet agrees within a second. */
const ASK_EVERY_MS = 500;
const RETRY_MS = 1000;

export function useGroup(groupId: string) {
  const path = { params: { path: { group_id: groupId } } };
  const group = shallowRef<Group>();
  const error = ref("");
  /** The server does not answer: what is shown is what was last known, and what was done here. */
  const away = ref(false);
  const pending = ref<Turn[]>(kept());

  function kept(): Turn[] {
    try {
      return JSON.parse(localStorage.getItem(place(groupId)) ?? "[]") as Turn[];
    } catch {
      return [];
    }
  }
  function keep(): void {
    try {
      if (pending.value.length) localStorage.setItem(place(groupId), JSON.stringify(pending.value));
      else localStorage.removeItem(place(groupId));
    } catch {
      /* a browser that keeps nothing sends from memory */
    }
  }

  async function read(): Promise<void> {
    try {
      group.value = await dataOf(api.GET("/api/groups/{group_id}", path));
      away.value = false;
    } catch (cause) {
      if (cause instanceof Problem) error.value = sentenceOf(cause);
      else away.value = true;
    }
  }
  let asking = false;
  async function ask(): Promise<void> {
    if (asking || document.hidden || !group.value || group.value.over) return;
    asking = true;
    try {
      const now = await dataOf(api.GET("/api/groups/{group_id}/change", path));
      away.value = false;
      if (now.change !== group.value.change) await read();
    } catch (cause) {
      away.value = !(cause instanceof Problem);
    } finally {
      asking = false;
    }
  }
  useIntervalFn(() => void ask(), ASK_EVERY_MS);

  let sending = false;
  let retry: ReturnType<typeof setTimeout> | undefined;
  /** In order, one after the other; each has an id, so that a repeat is harmless. */
  async function send(): Promise<void> {
    if (sending) return;
    sending = true;
    try {
      for (let next = pending.value[0]; next; next = pending.value[0]) {
        try {
          const answer = await dataOf(api.PUT("/api/groups/{group_id}/turns", { ...path, body: next }));
          pending.value = pending.value.slice(1);
          group.value = answer;
          away.value = false;
        } catch (cause) {
          const final = cause instanceof Problem && cause.ours && cause.status < 500;
          if (!final || cause.status === 401) {
            away.value = true;
            retry = setTimeout(() => void send(), RETRY_MS);
            return;
          }
          error.value = sentenceOf(cause);
          pending.value = pending.value.slice(1);
          await read();
        }
        keep();
      }
    } finally {
      sending = false;
    }
  }
  function say(turn: Said): void {
    error.value = "";
    pending.value = [...pending.value, { ...turn, uid: uuid(), at: new Date().toISOString() }];
    keep();
    void send();
  }
  onBeforeUnmount(() => clearTimeout(retry));

  const last = (kind: Turn["kind"], number?: number) =>
    pending.value.findLast((t) => t.kind === kind && (number === undefined || t.number === number));
  const up = computed(() => last("up")?.number ?? group.value?.up ?? null);
  const standsAt = computed(() => {
    const answer = last("monitor");
    return answer ? (answer.number ?? null) : (group.value?.monitor?.at ?? null);
  });
  const bays = computed(() => group.value?.bays ?? []);
  const playsOf = (number: number): Plays | null =>
    last("shot", number)?.plays ?? bays.value.find((bay) => bay.number === number)?.plays ?? null;

  /** A change that is not a turn: the answer is the group as it is then. */
  async function change(write: () => Promise<{ data?: Group }>): Promise<void> {
    error.value = "";
    try {
      group.value = await dataOf(write());
    } catch (cause) {
      error.value = sentenceOf(cause);
    }
  }
  const useMonitor = (deviceId: number | null, take = false) =>
    change(() => api.PUT("/api/groups/{group_id}/monitor", { ...path, body: { device_id: deviceId, take } }));
  const add = (studentId: string) =>
    change(() => api.POST("/api/groups/{group_id}/students", { ...path, body: { student_id: studentId } }));
  const takeOut = (number: number) =>
    change(() =>
      api.DELETE("/api/groups/{group_id}/bays/{number}", {
        params: { path: { group_id: groupId, number } },
      }),
    );
  const end = () => change(() => api.POST("/api/groups/{group_id}/end", path));

  void read().then(() => send());
  return {
    group,
    bays,
    up,
    standsAt,
    playsOf,
    away,
    error,
    pending,
    read,
    takeTurn: (number: number) => say({ kind: "up", number }),
    standMonitor: (number: number | null) => say({ kind: "monitor", number }),
    setShot: (number: number, plays: Plays) => say({ kind: "shot", number, plays }),
    sameForAll: (number: number) => say({ kind: "shot", number, everybody: true }),
    useMonitor,
    add,
    takeOut,
    end,
  };
}

const place = (groupId: string) => waitingPlace(`turns/${groupId}`);
