import { afterEach, describe, expect, it, vi } from "vitest";
import "fake-indexeddb/auto";
import { onSignedOut, pageBelongsTo, Problem, send, sentenceOf, signedIn, Unreachable } from "./client";
import { proofAsked } from "./proof";
import { forgetReads } from "./lastRead";

const answers = (status: number, body: string) => {
  const fetched = vi.fn<(request: Request) => Promise<Response>>();
  fetched.mockImplementation(() => Promise.resolve(new Response(body, { status })));
  vi.stubGlobal("fetch", fetched);
  return fetched;
};
const thrownBy = async (call: Promise<unknown>): Promise<unknown> =>
  call.then(
    () => undefined,
    (cause: unknown) => cause,
  );

afterEach(() => vi.unstubAllGlobals());

describe("the way to the server", () => {
  it("makes of a refusal a problem with its sentence and its field", async () => {
    answers(422, JSON.stringify({ code: "unusable-input", title: "A loft is missing.", field: "loft_deg" }));
    const problem = (await thrownBy(send("http://x/api/clubs"))) as Problem;
    expect(problem).toBeInstanceOf(Problem);
    expect([problem.status, problem.field, sentenceOf(problem)]).toEqual([
      422,
      "loft_deg",
      "A loft is missing.",
    ]);
  });
  it("has a sentence for an answer that is none", async () => {
    answers(502, "<html>Bad gateway</html>");
    expect(sentenceOf(await thrownBy(send("http://x/api/students")))).toBe(
      "The server couldn't do this (502). Nothing was changed.",
    );
  });
  it("says that there is no connection, and that nothing is lost", async () => {
    vi.stubGlobal("fetch", () => Promise.reject(new TypeError("Failed to fetch")));
    const cause = await thrownBy(send("http://x/api/students"));
    expect(cause).toBeInstanceOf(Unreachable);
    expect(sentenceOf(cause)).toContain("What you typed is saved");
  });
  it("asks for the password again where the server does, and sends the same once more", async () => {
    const refusal = JSON.stringify({ code: "proof-needed", title: "Type your password again to do this." });
    const bodies: string[] = [];
    vi.stubGlobal("fetch", async (request: Request) => {
      bodies.push(await request.text());
      return new Response(bodies.length % 2 ? refusal : "{}", { status: bodies.length % 2 ? 403 : 200 });
    });
    const write = () => send("http://x/api/people/invitations", { method: "POST", body: '{"name": "Eve"}' });
    const sent = write();
    await vi.waitFor(() => expect(proofAsked.value).not.toBeNull());
    proofAsked.value?.(true);
    expect((await sent).ok).toBe(true);
    expect(bodies).toEqual(['{"name": "Eve"}', '{"name": "Eve"}']);
    const cancelled = thrownBy(write());
    await vi.waitFor(() => expect(proofAsked.value).not.toBeNull());
    proofAsked.value?.(false);
    expect(sentenceOf(await cancelled)).toContain("Type your password again");
    expect([proofAsked.value, bodies.length]).toEqual([null, 3]);
  });
  it("tells who listens that the session has ended", async () => {
    const listener = vi.fn();
    onSignedOut(listener);
    answers(401, "a login page of somebody else's");
    await thrownBy(send("http://x/api/students"));
    expect(listener).not.toHaveBeenCalled();
    answers(401, '{"type": "oxgang:signed-out"}');
    await thrownBy(send("http://x/api/students"));
    expect(listener).toHaveBeenCalledOnce();
  });
  it("does not take an answer from before a sign-in for the end of the session", async () => {
    const listener = vi.fn();
    onSignedOut(listener);
    let late: (response: Response) => void = () => undefined;
    vi.stubGlobal("fetch", () => new Promise<Response>((resolve) => (late = resolve)));
    const asked = thrownBy(send("http://x/api/students"));
    signedIn();
    late(new Response('{"type": "oxgang:signed-out"}', { status: 401 }));
    expect(((await asked) as Problem).status).toBe(401);
    expect(listener).not.toHaveBeenCalled();
  });
  it("sends the token with every write and with no read", async () => {
    document.cookie = "csrftoken=abc";
    const fetched = answers(200, "{}");
    await send("http://x/api/students");
    await send("http://x/api/students", { method: "POST", body: "{}" });
    const tokens = fetched.mock.calls.map(([request]) => request.headers.get("X-CSRFToken"));
    expect(tokens).toEqual([null, "abc"]);
  });
});

describe("what was read, without a network", () => {
  const dead = () => vi.stubGlobal("fetch", () => Promise.reject(new TypeError("dead")));
  const json = (body: unknown) => vi.stubGlobal("fetch", () => Promise.resolve(Response.json(body)));
  const read = (url = "http://x/api/students/s/matrix") =>
    send(url).then((answer) => answer.json() as Promise<unknown>);
  const kept = () => new Promise((done) => setTimeout(done, 30));
  afterEach(async () => {
    pageBelongsTo(null);
    await forgetReads();
  });

  it("is the coach's own, and nobody else's", async () => {
    pageBelongsTo(1);
    json({ cells: 3 });
    await read();
    await kept();
    dead();
    expect(await read()).toEqual({ cells: 3 });
    pageBelongsTo(2);
    expect(await thrownBy(read())).toBeInstanceOf(Unreachable);
    pageBelongsTo(null);
    expect(await thrownBy(read())).toBeInstanceOf(Unreachable);
  });
  it("is gone after a sign-out", async () => {
    pageBelongsTo(1);
    json({ cells: 3 });
    await read();
    await kept();
    await forgetReads();
    dead();
    expect(await thrownBy(read())).toBeInstanceOf(Unreachable);
  });
  it("is not what a proxy said in the server's place, nor of one moment only", async () => {
    pageBelongsTo(1);
    json({ cells: 3 });
    await read();
    await read("http://x/api/devices/change");
    await kept();
    vi.stubGlobal("fetch", () => Promise.resolve(new Response("<h1>Hotel</h1>")));
    expect(await read()).toEqual({ cells: 3 });
    expect(await thrownBy(read("http://x/api/students/other/matrix"))).toBeInstanceOf(Unreachable);
    dead();
    expect(await thrownBy(read("http://x/api/devices/change"))).toBeInstanceOf(Unreachable);
  });
  it("never stands in for a refusal, and a page says whose it is", async () => {
    pageBelongsTo(7);
    json({ cells: 3 });
    await read();
    await kept();
    const asked: Request[] = [];
    vi.stubGlobal("fetch", (request: Request) => {
      asked.push(request);
      return Promise.resolve(Response.json({ type: "oxgang:x", title: "Gone." }, { status: 404 }));
    });
    expect(sentenceOf(await thrownBy(read()))).toBe("Gone.");
    expect(asked[0]?.headers.get("X-Oxgang-Coach")).toBe("7");
  });
});
