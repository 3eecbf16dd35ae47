/** The one way to the server: typed by the OpenAPI schema, CSRF on every write, problems as errors. */
import createClient from "openapi-fetch";
import { keepRead, keptRead, worthKeeping } from "./lastRead";
import { askForProof } from "./proof";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

/** The server's codes, and those of the page itself. */
export type ProblemCode = Schemas["ProblemCode"] | "bad-rows";

export interface ProblemBody {
  type?: string;
  status: number;
  code: ProblemCode;
  title: string;
  field: string;
}

/** A refusal, with a sentence for the person and the field it belongs beside. */
export class Problem extends Error {
  readonly status: number;
  readonly code: ProblemCode;
  readonly field: string;
  /** Whether Oxgang itself said so, and not something between here and the server. */
  readonly ours: boolean;

  constructor(body: ProblemBody) {
    super(body.title);
    this.status = body.status;
    this.code = body.code;
    this.field = body.field;
    this.ours = body.type?.startsWith("oxgang:") ?? false;
  }
}

/** The server could not be reached, or what answered was not Oxgang. */
export class Unreachable extends Error {
  constructor(sentence = "No connection to the server. What you typed is saved. Try again in a moment.") {
    super(sentence);
  }
}

const FOREIGN = "Another server answered instead of Oxgang.";
/** A read that takes longer is answered by what was read before, if there is any. */
const SOON_MS = 1000;
const PATIENCE_MS = 8_000;
const LONGEST_MS = 60_000;

const signedOutListeners = new Set<(problem: Problem) => void>();

/** Read each time: a sign-in in another tab changes it. */
function csrfToken(): string {
  return /(?:^|; )(?:__Host-)?csrftoken=([^;]*)/.exec(document.cookie)?.[1] ?? "";
}

/** Counts the sign-ins: what was asked before the last one says nothing of the session now. */
let signIns = 0;
export function signedIn(): void {
  signIns++;
}

/**
 * The coach whose page this is. The server refuses a request of a page whose coach is no longer the
 * one signed in, so that nothing is read or written in another's name.
 */
let owner: number | null = null;
export function pageBelongsTo(coach: number | null): void {
  owner = coach;
}

export function onSignedOut(listener: (problem: Problem) => void): void {
  signedOutListeners.add(listener);
}

/** Turn a response that is not fine into a Problem. */
export async function problemOf(response: Response, askedAfter = signIns): Promise<Problem> {
  const fallback: ProblemBody = {
    type: "",
    status: response.status,
    code: "failed",
    title: `The server couldn't do this (${response.status}). Nothing was changed.`,
    field: "",
  };
  const body = await response
    .json()
    .then((json: Partial<ProblemBody>) => ({ ...fallback, ...json }))
    .catch(() => fallback);
  const problem = new Problem(body);
  if (problem.code === "factor-missing" && location.pathname !== "/account")
    // Nothing else is open before there is a second factor.
    location.assign("/account");
  if (response.status === 401 && problem.ours && askedAfter === signIns)
    signedOutListeners.forEach((listener) => listener(problem));
  return problem;
}

async function ask(request: Request): Promise<Response> {
  try {
    return await fetch(request);
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    if (cause instanceof DOMException && cause.name === "TimeoutError")
      throw new Unreachable(
        "The server didn't answer in time. What you typed is saved and will be sent again.",
      );
    throw new Unreachable();
  }
}

/** What nobody waits for is done when the page is still, and soon in any case. */
function whenIdle(run: () => void): void {
  if ("requestIdleCallback" in window) requestIdleCallback(run, { timeout: SOON_MS });
  else setTimeout(run);
}

/** A read from the network, or what this coach read last there when the network is dead. */
async function read(request: Request, url: URL, coach: number): Promise<Response> {
  const before = async () => {
    const text = await keptRead(coach, url);
    return text === undefined
      ? undefined
      : new Response(text, { headers: { "Content-Type": "application/json", "X-Kept": "yes" } });
  };
  let impatient: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<Response>((resolve) => {
    impatient = setTimeout(() => void before().then((kept) => kept && resolve(kept)), PATIENCE_MS);
  });
  try {
    const answer = await Promise.race([ask(request), late]);
    if (answer.headers.has("X-Kept") || !answer.ok) return answer;
    if (!(answer.headers.get("Content-Type") ?? "").includes("json")) throw new Unreachable(FOREIGN);
    void answer
      .clone()
      .text()
      .then((text) => whenIdle(() => void keepRead(coach, url, text)))
      .catch(() => undefined);
    return answer;
  } catch (error) {
    const kept = error instanceof Unreachable ? await before() : undefined;
    if (kept) return kept;
    throw error;
  } finally {
    clearTimeout(impatient);
  }
}

/** fetch with the CSRF token; a network failure becomes Unreachable. */
export async function send(input: string | Request, init?: RequestInit): Promise<Response> {
  const url = new URL(typeof input === "string" ? input : input.url, location.href);
  const reads = (init?.method ?? (typeof input === "string" ? "GET" : input.method)) === "GET";
  const request = new Request(
    input,
    reads && !init?.signal ? { ...init, signal: AbortSignal.timeout(LONGEST_MS) } : init,
  );
  if (!reads && !request.headers.has("X-CSRFToken")) request.headers.set("X-CSRFToken", csrfToken());
  if (owner !== null) request.headers.set("X-Oxgang-Coach", String(owner));
  const askedAfter = signIns;
  const coach = owner;
  const again = reads ? null : request.clone();
  const response =
    reads && coach !== null && worthKeeping(url) ? await read(request, url, coach) : await ask(request);
  if (response.ok) return response;
  const problem = await problemOf(response, askedAfter);
  if (problem.code !== "proof-needed" || !again || !(await askForProof())) throw problem;
  const proven = await ask(again);
  if (!proven.ok) throw await problemOf(proven, askedAfter);
  return proven;
}

export const api = createClient<paths>({ baseUrl: "/", fetch: (request) => send(request) });

/** The data of an answer; `send` has already thrown for everything that is not fine. */
export async function dataOf<T>(call: Promise<{ data?: T }>): Promise<T> {
  const { data } = await call;
  return data as T;
}

/** A sentence for a person from anything that was thrown. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Problem || error instanceof Unreachable) return error.message;
  return error instanceof Error ? `Something went wrong on this page: ${error.message}` : String(error);
}
