import { PiniaColada } from "@pinia/colada";
import { mount } from "@vue/test-utils";
import { createPinia } from "pinia";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { defineComponent } from "vue";
import { useFeed } from "./feed";

const sent = (id: number, second: number, question = "") => ({
  id,
  question,
  received_at: `2026-05-31T10:00:${String(second).padStart(2, "0")}Z`,
});

/** useFeed in a component, listening to device 3 of a server that answers with `balls`. */
function listening(first: unknown[] = []) {
  const server = { balls: first, asked: [] as string[] };
  vi.stubGlobal("fetch", (request: Request) => {
    const balls = request.url.includes("/balls");
    if (balls) server.asked.push(new URL(request.url).searchParams.get("since") ?? "");
    const body = balls ? { now: "2026-05-31T10:00:00Z", balls: server.balls } : [];
    return Promise.resolve(Response.json(body));
  });
  localStorage.setItem("oxgang-listens-to", "3");
  const take = vi.fn();
  let feed!: ReturnType<typeof useFeed>;
  const Host = defineComponent({
    setup() {
      feed = useFeed({ take });
      return () => null;
    },
  });
  const shown = mount(Host, { global: { plugins: [createPinia(), PiniaColada] } });
  return { feed, take, server, shown };
}

describe("balls of a launch monitor", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    localStorage.clear();
  });
  it("from before the view listened wait, later ones go to the cell once", async () => {
    const { feed, take, server, shown } = listening([sent(1, 0)]);
    await vi.advanceTimersByTimeAsync(100);
    expect(feed.waiting.value.map((ball) => ball.id)).toEqual([1]);
    server.balls = [sent(1, 0), sent(2, 4), sent(3, 3)];
    await vi.advanceTimersByTimeAsync(1100); // asked twice: the answer is the same
    expect(take.mock.calls.map(([ball]) => (ball as { id: number }).id)).toEqual([2, 3]);
    expect(server.asked.at(-1)).toBe("2026-05-31T10:00:04Z"); // the newest, not the last
    shown.unmount();
  });
  it("with a question wait for the coach, who takes them or lets them go", async () => {
    const { feed, take, server, shown } = listening();
    await vi.advanceTimersByTimeAsync(100);
    server.balls = [sent(4, 1, "long for a wedge"), sent(5, 2, "long for a wedge")];
    await vi.advanceTimersByTimeAsync(600);
    expect(take).not.toHaveBeenCalled();
    const [first, second] = feed.waiting.value;
    feed.letGo(first!);
    expect(feed.waiting.value.map((ball) => ball.id)).toEqual([second!.id]);
    await vi.advanceTimersByTimeAsync(600);
    expect(feed.waiting.value).toHaveLength(1); // what was let go does not come back
    shown.unmount();
  });
});
