/** The one way to the server: typed by the OpenAPI schema, CSRF on every write, problems as errors. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

export interface ProblemBody {
  status: number;
  code: string;
  title: string;
  field: string;
}

/** A refusal by the server, with a sentence for the person and the field it belongs beside. */
export class Problem extends Error {
  readonly status: number;
  readonly code: string;
  readonly field: string;

  constructor(body: ProblemBody) {
    super(body.title);
    this.status = body.status;
    this.code = body.code;
    this.field = body.field;
  }
}

/** The server could not be reached at all. */
export class Unreachable extends Error {
  constructor() {
    super("No connection to the server. What you typed is kept; try again in a moment.");
  }
}

const signedOutListeners = new Set<() => void>();

/** Read each time: a sign-in in another tab changes it. */
function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]*)/.exec(document.cookie)?.[1] ?? "";
}

/** Counts the sign-ins: what was asked before the last one says nothing of the session now. */
let signIns = 0;
export function signedIn(): void {
  signIns++;
}

export function onSignedOut(listener: () => void): void {
  signedOutListeners.add(listener);
}

/** Turn a response that is not fine into a Problem. */
export async function problemOf(response: Response, askedAfter = signIns): Promise<Problem> {
  const fallback = {
    status: response.status,
    code: "failed",
    title: `The server could not do this (${response.status}). Nothing was changed.`,
    field: "",
  };
  const body = await response
    .json()
    .then((json: Partial<ProblemBody>) => ({ ...fallback, ...json }))
    .catch(() => fallback);
  if (response.status === 401 && askedAfter === signIns)
    signedOutListeners.forEach((listener) => listener());
  return new Problem(body);
}

/** fetch with the CSRF token; a network failure becomes Unreachable. */
export async function send(input: string | Request, init?: RequestInit): Promise<Response> {
  const request = new Request(input, init);
  if (request.method !== "GET" && !request.headers.has("X-CSRFToken"))
    request.headers.set("X-CSRFToken", csrfToken());
  const askedAfter = signIns;
  let response: Response;
  try {
    response = await fetch(request);
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new Unreachable();
  }
  if (!response.ok) throw await problemOf(response, askedAfter);
  return response;
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
  return error instanceof Error ? `Something broke in the page: ${error.message}` : String(error);
}
