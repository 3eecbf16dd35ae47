/** Balls from a launch monitor, as they come in. */
import { useQuery } from "@pinia/colada";
import { useIntervalFn, useStorage } from "@vueuse/core";
import { computed, ref, watch } from "vue";
import { api, dataOf, sentenceOf, type Schemas } from "@/shared/api/client";

export type SentBall = Schemas["SentOut"];

export interface FeedOptions {
  /** Give a ball to the cell being hit. */
  take: (ball: SentBall, confirmed: boolean) => void;
}

const ASK_EVERY_MS = 500;

export function useFeed(options: FeedOptions) {
  const devices = useQuery({ key: ["devices"], query: () => dataOf(api.GET("/api/devices")) });
  const live = computed(() => (devices.data.value ?? []).filter((d) => !d.revoked_at));
  const deviceId = useStorage<number | null>("oxgang-listens-to", null, localStorage, {
    serializer: { read: (v) => (v ? Number(v) : null), write: (v) => String(v ?? "") },
  });
  /** Whether a ball goes to the cell being hit as it arrives; else it waits for a tap. */
  const straight = ref(true);
  const waiting = ref<SentBall[]>([]);
  const error = ref("");
  const taken = new Set<number>();
  let since: string | undefined;
  let asking = false;

  function take(ball: SentBall, confirmed = false): void {
    taken.add(ball.id);
    waiting.value = waiting.value.filter((other) => other.id !== ball.id);
    options.take(ball, confirmed);
  }
  async function ask(): Promise<void> {
    const device = deviceId.value;
    if (device === null || asking || document.hidden) return;
    asking = true;
    try {
      const answer = await dataOf(
        api.GET("/api/devices/{device_id}/balls", {
          params: { path: { device_id: device }, query: since ? { since } : {} },
        }),
      );
      if (device !== deviceId.value) return;
      error.value = "";
      const first = since === undefined;
      since ??= answer.now;
      for (const ball of answer.balls) {
        if (taken.has(ball.id) || waiting.value.some((other) => other.id === ball.id)) continue;
        // What came in before the view listened waits for the coach: its cell is not known.
        if (straight.value && !ball.question && !first) take(ball);
        else waiting.value.push(ball);
      }
      const newest = answer.balls.map((b) => b.received_at).sort();
      since = newest.at(-1) ?? since;
    } catch (cause) {
      error.value = sentenceOf(cause);
    } finally {
      asking = false;
    }
  }
  watch(deviceId, () => {
    since = undefined;
    waiting.value = [];
    error.value = "";
  });
  useIntervalFn(() => void ask(), ASK_EVERY_MS, { immediateCallback: true });

  function letGo(ball: SentBall): void {
    taken.add(ball.id);
    waiting.value = waiting.value.filter((other) => other.id !== ball.id);
  }
  return { live, deviceId, straight, waiting, error, take, letGo };
}
