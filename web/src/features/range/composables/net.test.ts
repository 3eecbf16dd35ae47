import { PLAIN } from "@/shared/api/cells";
import { PiniaColada } from "@pinia/colada";
import { mount } from "@vue/test-utils";
import { createPinia } from "pinia";
import { describe, expect, it, vi } from "vitest";
import { defineComponent, nextTick, ref } from "vue";
import { WORDS } from "@/testing/page";
import { unitWords } from "@/shared/units/units";
import { useNet } from "./net";

const { small } = unitWords("m", WORDS.units);
const CELL = { ...PLAIN, club: "56", swing: "9:00" };

/** useNet in a component, with a server that answers when it is told to. */
function net() {
  let answer: (body: unknown) => void = () => undefined;
  vi.stubGlobal(
    "fetch",
    vi.fn(
      () =>
        new Promise((resolve) => {
          answer = (body) => {
            resolve(new Response(JSON.stringify(body), { headers: { "Content-Type": "application/json" } }));
          };
        }),
    ),
  );
  const record = vi.fn();
  let found!: ReturnType<typeof useNet>;
  const session = { record, balls: ref([]) } as never;
  const Host = defineComponent({
    setup() {
      found = useNet({ studentId: "s", cell: () => CELL, session, small: () => small });
      return () => null;
    },
  });
  mount(Host, { global: { plugins: [createPinia(), PiniaColada] } });
  return { net: found, record, answer: (body: unknown) => answer(body) };
}

describe("a ball into the net", () => {
  it("is not taken before the tape's height is known, and what was typed stays", async () => {
    const { net: it, record, answer } = net();
    await nextTick();
    it.type("1");
    it.type("8");
    it.enter();
    expect(record).not.toHaveBeenCalled();
    expect(it.entry.problem).toMatch(/height of the tape isn't known yet/);
    expect(it.entry.text).toBe("18");
    answer({ tape_m: 1.234, lo_deg: 28, hi_deg: 34 });
    await vi.waitFor(() => expect(it.plan.data.value).toBeTruthy());
    it.enter();
    expect(record).toHaveBeenCalledWith({
      net: { tape_height_m: 1.23, above_m: 0.18, distance_m: 3, ball_height_m: 0 },
    });
    expect([it.entry.text, it.entry.problem]).toEqual(["", ""]);
  });
  it("is taken at once when the coach set the tape", async () => {
    const { net: it, record } = net();
    await nextTick();
    it.tape.value = 1.5;
    it.type("-");
    it.type("5");
    it.enter();
    expect(record).toHaveBeenCalledTimes(1);
    it.type("-");
    for (const key of "200") it.type(key);
    it.enter();
    expect(it.entry.problem).toBe("That's below the ground.");
    it.erase();
    expect(it.entry.text).toBe("-20");
  });
});
