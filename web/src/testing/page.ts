/** What the component tests share: a server that answers, a page to mount on, and true words. */
import { PiniaColada } from "@pinia/colada";
import { flushPromises, mount, type VueWrapper } from "@vue/test-utils";
import { readFileSync } from "node:fs";
import { createPinia } from "pinia";
import { vi } from "vitest";
import { computed, type Component } from "vue";
import { createMemoryHistory, createRouter, type Router } from "vue-router";
import type { Schemas } from "@/shared/api/client";
import { STUDENT_CONTEXT, type StudentContext } from "@/shared/student/context";
import { makeTexts } from "@/shared/texts/texts";
import { unitWords, type Units } from "@/shared/units/units";

const at = (path: string) => readFileSync(new URL(path, `file://${process.cwd()}/`), "utf8");

/** What `/api/words` says; the server's own test keeps the file true (tests/server/test_words.py). */
export const WORDS = {
  ...JSON.parse(at("../tests/words.json")),
  texts: at("../server/oxgang/texts/en.ftl"),
} as Schemas["Words"];
export const TEXTS = makeTexts(WORDS.texts, unitWords("yd", WORDS.units));

/** What stands around a component that is no page: a student who reads in these units. */
export const around = (units: Units = "yd") => ({
  [STUDENT_CONTEXT as symbol]: {
    studentId: computed(() => "s"),
    profile: computed(() => undefined),
    units: computed(() => unitWords(units, WORDS.units)),
    texts: computed(() => makeTexts(WORDS.texts, unitWords(units, WORDS.units))),
  } satisfies StudentContext,
});

export interface Asked {
  method: string;
  path: string;
  query: URLSearchParams;
  body: unknown;
}
/** What an address answers: a body, or a function of what was asked. A Response is given as it is. */
export type Answers = Record<string, unknown>;

const NAMES = [
  "students",
  "setup",
  "matrix",
  "range",
  "plan",
  "shots",
  "gaps",
  "review",
  "card",
  "flight",
  "progress",
  "pick",
  "history",
  "net",
  "import",
  "chart",
  "calendar",
  "devices",
  "lesson",
  "practice",
  "calling",
  "sheet",
];

/** A student without a lesson: what the range view asks for beside its own. */
export const NO_LESSONS: Schemas["LessonsPage"] = {
  day: "2026-05-31",
  lessons: [],
  checkpoints: [],
  faults: [],
  drills: [],
  own: [],
  pictures: [],
};

/** A server for one test: `"GET /api/students/s/plan": page`. Ball flight not know is a 404. */
export function serve(answers: Answers): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const url = new URL(request.url, "http://oxgang.test");
    const text = request.method === "GET" ? "" : await request.clone().text();
    const one: Asked = {
      method: request.method,
      path: url.pathname,
      query: url.searchParams,
      body: text.startsWith("{") ? JSON.parse(text) : text,
    };
    asked.push(one);
    const known: Answers = {
      "GET /api/words": WORDS,
      "GET /api/students/s/lessons": NO_LESSONS,
      ...answers,
    };
    const name = `${one.method} ${one.path}`;
    // A place that ends in * stands for all below it.
    const below = Object.keys(known).find((k) => k.endsWith("*") && name.startsWith(k.slice(0, -1)));
    const answer = known[name] ?? (below && known[below]);
    if (answer === undefined) return problem(404, "not-found", `nothing at ${one.path}`);
    const said: unknown = await (typeof answer === "function" ? answer(one) : answer);
    return said instanceof Response ? said : Response.json(said);
  });
  return asked;
}

/** A refusal as the server gives one. */
export function problem(status: number, code: string, title: string, field = ""): Response {
  return Response.json({ type: `oxgang:${code}`, status, code, title, field }, { status });
}

export interface Page {
  page: VueWrapper;
  router: Router;
  asked: Asked[];
  /** The text as a person reads it. */
  text: () => string;
  /** Press the button, or follow the link, that says this. */
  press: (words: string | RegExp) => Promise<void>;
  writes: () => Asked[];
}

/** A component on a page, once what it asked for has come. */
export async function show(
  component: Component,
  props: Record<string, unknown> = {},
  answers: Answers = {},
  units: Units = "yd",
): Promise<Page> {
  const asked = serve(answers);
  const nothing = { render: () => null };
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: "/", component: nothing },
      ...NAMES.map((name) => ({ name, path: `/s/:studentId/${name}`, component: nothing })),
      { path: "/:rest(.*)", component: nothing },
    ],
  });
  await router.push("/");
  const page = mount(component, {
    props,
    attachTo: document.body,
    global: { plugins: [createPinia(), PiniaColada, router], provide: around(units) },
  });
  await settled();
  const text = () => read(page);
  async function press(words: string | RegExp): Promise<void> {
    const said = (text: string) => (typeof words === "string" ? text.includes(words) : words.test(text));
    const one = page
      .findAll("button, a, summary, [role=button]")
      .find((e) => said(`${e.text()} ${e.attributes("aria-label") ?? ""}`.replace(/\s+/g, " ")));
    if (!one) throw new Error(`nothing to press says ${words}: ${text()}`);
    await one.trigger("click");
    await settled();
  }
  return {
    page,
    router,
    asked,
    text,
    press,
    writes: () => asked.filter((a) => a.method !== "GET"),
  };
}

/** The text of a part as a person reads it, with blanks between what stands apart. */
export function read(part: { html: () => string }): string {
  const bare = document.createElement("div");
  bare.innerHTML = part
    .html()
    .replace(/<!--.*?-->/gs, "")
    .replace(/<[^>]*>/g, " ");
  return (bare.textContent ?? "")
    .replace(/\s+/g, " ")
    .replace(/ ([,.:;!?)])/g, "$1")
    .replace(/\( /g, "(")
    .trim();
}

/** All that is under way has come, and the page shows it. */
export async function settled(): Promise<void> {
  for (let i = 0; i < 6; i++) await flushPromises();
}
