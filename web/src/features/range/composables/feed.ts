/** Launch monitors on the range: for whom each plays is the server's to know, and every view's to see. */
import { useQuery } from "@pinia/colada";
import { useDebounceFn, useIntervalFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import type { CellAddress } from "@/shared/api/cells";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";
import { keys } from "@/shared/api/keys";
import type { BallIn } from "@/shared/outbox/outbox";

export type SentBall = Schemas["SentOut"];
export type Device = Schemas["DeviceOut"];

export interface FeedOptions {
  studentId: string;
  cell: () => CellAddress | null;
  /** The club of the cell, when the bag has it. */
  clubId: () => string | undefined;
  conditions: () => Partial<BallIn>;
  /** Give a waiting ball to the cell being hit. */
  take: (ball: SentBall, answer: Partial<BallIn>) => void;
  /** Something of a device has changed: balls may have come in. */
  moved: () => void;
}

const ASK_EVERY_MS = 600;
const SET_AFTER_MS = 120;

export function useFeed(options: FeedOptions) {
  const { studentId } = options;
  const devices = useQuery({ key: keys.devices, query: () => dataOf(api.GET("/api/devices")) });
  const live = computed(() => (devices.data.value ?? []).filter((d) => !d.revoked_at));
  /** The device that plays for this student, if any. */
  const mine = computed(() => live.value.find((d) => d.plays_for === studentId) ?? null);
  const waiting = ref<SentBall[]>([]);
  const more = ref(0);
  const error = ref("");
  const question = ref("");
  let change: number | undefined;
  let asking = false;

  /** What is hit in front of the device, as this view has it. */
  function shot(): Schemas["PlaysBody"] | null {
    const cell = options.cell();
    const club = options.clubId();
    if (!cell || !club) return null;
    const { swing, trajectory, spin, tempo } = cell;
    const { lie, ball, temperature_c, headwind_mps, ball_position_in, grip_down_in } = options.conditions();
    const shot = { club_id: club, swing, trajectory, spin, tempo, lie, ball };
    return { ...shot, temperature_c, headwind_mps, ball_position_in, grip_down_in };
  }
  async function run(write: () => Promise<unknown>): Promise<void> {
    try {
      await write();
      error.value = "";
    } catch (cause) {
      error.value = sentenceOf(cause);
    }
    await devices.refetch();
  }
  const put = (device: number, take: boolean, straight: boolean) =>
    run(async () => {
      const plays = shot();
      if (!plays) return;
      await dataOf(
        api.PUT("/api/devices/{device_id}/plays", {
          params: { path: { device_id: device } },
          body: { student_id: studentId, plays, straight, take },
        }),
      );
    });
  /** Have a device play for this student, or none. */
  async function choose(device: number | null): Promise<void> {
    const before = mine.value;
    if (before && before.id !== device)
      await run(() =>
        dataOf(
          api.POST("/api/devices/{device_id}/let-go", {
            params: { path: { device_id: before.id } },
            body: { student_id: studentId },
          }),
        ),
      );
    if (device !== null) await put(device, true, true);
    await look();
  }
  async function setStraight(straight: boolean): Promise<void> {
    if (mine.value) await put(mine.value.id, false, straight);
  }
  // Another cell here is another shot there. The first one of a page is not: somebody else may be
  // hitting what the device plays.
  const follow = useDebounceFn(() => {
    if (mine.value) void put(mine.value.id, false, mine.value.straight);
  }, SET_AFTER_MS);
  let first = true;
  watch(
    () => JSON.stringify(shot()),
    (now, before) => {
      if (now === "null" || now === before) return;
      if (!first) void follow();
      first = false;
    },
    { immediate: true },
  );
  /** Whether the device plays the very cell that this view shows. */
  const elsewhere = computed(() => {
    const plays = mine.value?.plays;
    const here = shot();
    if (!plays || !here) return "";
    const same = (["club_id", "swing", "trajectory", "tempo"] as const).every(
      (part) => (plays[part] ?? "") === (here[part] ?? ""),
    );
    return same ? "" : `${plays.swing} ${plays.trajectory ?? "stock"}`;
  });

  /** The waiting balls of the device here, from the oldest on. */
  async function look(): Promise<void> {
    const device = mine.value;
    if (!device) {
      waiting.value = [];
      more.value = 0;
      return;
    }
    const page = await dataOf(
      api.GET("/api/devices/{device_id}/balls", { params: { path: { device_id: device.id } } }),
    );
    waiting.value = page.balls;
    more.value = page.left;
  }
  async function ask(): Promise<void> {
    if (asking || document.hidden || !live.value.length) return;
    asking = true;
    try {
      const answer = await dataOf(api.GET("/api/devices/change"));
      error.value = "";
      if (answer.change === change) return;
      const before = mine.value;
      if (change !== undefined) options.moved();
      change = answer.change;
      await devices.refetch();
      const now = before && live.value.find((d) => d.id === before.id);
      if (before && now && now.plays_for !== studentId)
        question.value = now.student
          ? `${now.name} now sends to ${now.student}${now.by ? ` (${now.by})` : ""}.`
          : `${now.name} now sends to nobody.`;
      else if (mine.value) question.value = "";
      await look();
    } catch (cause) {
      error.value = sentenceOf(cause);
    } finally {
      asking = false;
    }
  }
  useIntervalFn(() => void ask(), ASK_EVERY_MS, { immediateCallback: true });

  function take(ball: SentBall, answer: Partial<BallIn>): void {
    waiting.value = waiting.value.filter((other) => other.id !== ball.id);
    options.take(ball, answer);
  }
  const discard = (ball: SentBall) =>
    run(async () => {
      const device = mine.value;
      if (!device) return;
      await dataOf(
        api.POST("/api/devices/{device_id}/discard", {
          params: { path: { device_id: device.id } },
          body: { balls: [ball.id] },
        }),
      );
      waiting.value = waiting.value.filter((other) => other.id !== ball.id);
    });
  return {
    live,
    mine,
    waiting,
    more,
    error,
    question,
    elsewhere,
    choose,
    setStraight,
    put,
    take,
    discard,
  };
}
