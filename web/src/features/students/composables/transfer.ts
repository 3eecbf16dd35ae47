/** A file on its way in: looked at first, stored when the coach says so, all or nothing. */
import { reactive } from "vue";
import { Problem, send, sentenceOf, type Schemas } from "@/shared/api/client";

export type Report = Schemas["FileReport"];

interface Step {
  done: number;
  total: number;
  new: number;
  stored: boolean;
}

function form(file: File, fields: Record<string, string> = {}): FormData {
  const data = new FormData();
  data.append("file", file);
  for (const [name, value] of Object.entries(fields)) data.append(name, value);
  return data;
}

/** The lines of a streamed answer, one JSON value each. */
async function* linesOf(response: Response): AsyncGenerator<Step> {
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  while (reader) {
    const { value, done } = await reader.read();
    rest += value ?? "";
    const lines = rest.split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) if (line) yield JSON.parse(line) as Step;
    if (done) return;
  }
}

export function useShotsImport(studentId: string) {
  const state = reactive({
    file: null as File | null,
    report: null as Report | null,
    busy: false,
    percent: 0,
    error: "",
    done: "",
  });
  let stop: AbortController | null = null;
  const address = `/api/students/${studentId}/shots`;

  function reset(): void {
    Object.assign(state, {
      file: null,
      report: null,
      busy: false,
      percent: 0,
      error: "",
      done: "",
    });
  }
  async function look(file: File): Promise<void> {
    reset();
    Object.assign(state, { file, busy: true });
    try {
      const answer = await send(`${address}/check`, { method: "POST", body: form(file) });
      state.report = (await answer.json()) as Report;
    } catch (cause) {
      state.error = cause instanceof Problem ? `${file.name}: ${cause.message}` : sentenceOf(cause);
    } finally {
      state.busy = false;
    }
  }
  async function store(skipBad: boolean): Promise<boolean> {
    if (!state.file) return false;
    Object.assign(state, { busy: true, percent: 0, error: "" });
    stop = new AbortController();
    try {
      const body = form(state.file, { skip_bad: String(skipBad) });
      const answer = await send(address, { method: "POST", body, signal: stop.signal });
      let last: Step | null = null;
      for await (const step of linesOf(answer)) {
        last = step;
        state.percent = step.total ? Math.round((100 * step.done) / step.total) : 100;
      }
      if (!last?.stored) throw new Error("the import broke off, and nothing of it was stored");
      const name = state.file.name;
      reset();
      state.done = `${last.new} new ${last.new === 1 ? "ball" : "balls"} from ${name}.`;
      return true;
    } catch (cause) {
      const stopped = cause instanceof DOMException && cause.name === "AbortError";
      state.error = stopped ? "Stopped. Nothing of the file was stored." : sentenceOf(cause);
      return false;
    } finally {
      state.busy = false;
      stop = null;
    }
  }
  const cancel = () => (stop ? stop.abort() : reset());
  return { state, look, store, cancel };
}

/** Look at a bag.csv, then store it; problems come back as sentences. */
export async function importBag(studentId: string, file: File): Promise<string> {
  const address = `/api/students/${studentId}/bag`;
  const check = await send(`${address}/check`, { method: "POST", body: form(file) });
  const report = (await check.json()) as Schemas["BagReport"];
  if (report.problems.length) {
    const lines = report.problems.map((p) => `line ${p.line}, ${p.column}: ${p.reason}`);
    throw new Problem({
      status: 422,
      code: "bad-rows",
      title: `Nothing was stored. ${file.name}, ${lines.join(" ")}`,
      field: "file",
    });
  }
  const answer = await send(address, { method: "POST", body: form(file) });
  const { new: added, changed } = (await answer.json()) as Schemas["BagImported"];
  return `${added} ${added === 1 ? "club" : "clubs"} added, ${changed} changed.`;
}
