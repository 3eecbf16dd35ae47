/** A file on its way in: looked at first, stored when the coach says so, all or nothing. */
import { reactive } from "vue";
import { api, dataOf, Problem, send, sentenceOf, type Schemas } from "./client";

export type Report = Schemas["FileReport"];

export interface ImportOptions {
  /** Where a file is looked at, and where it is stored. */
  lookAt: string;
  storeAt: string;
  /** What goes with the file beside it. */
  fields?: () => Record<string, string>;
}

interface Step {
  done: number;
  total: number;
  new: number;
  stored: boolean;
  /** Why it ends here, and nothing was stored. */
  refused?: string;
}

/**
 * The file and what goes with it. One that the server would refuse is not sent: it would cut the
 * connection before the file is there, and could not say why.
 */
export async function form(file: File, fields: Record<string, string> = {}): Promise<FormData> {
  const { most_file_mb: most } = await dataOf(api.GET("/api/words"));
  if (file.size > most * 1024 * 1024)
    throw new Problem({
      status: 422,
      code: "too-large",
      title: `The file has ${Math.ceil(file.size / 1024 / 1024)} MB, the limit is ${most} MB. Split it, or delete columns you don't need.`,
      field: "file",
    });
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

export function useFileImport<R extends Report = Report>(options: ImportOptions) {
  const fields = () => options.fields?.() ?? {};
  const state = reactive({
    file: null as File | null,
    report: null as Report | null,
    busy: false,
    percent: 0,
    error: "",
    done: "",
  });
  let stop: AbortController | null = null;
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
    const again = file === state.file;
    if (!again) reset();
    Object.assign(state, { file, busy: true, error: "" });
    try {
      const body = await form(file, fields());
      const answer = await send(options.lookAt, { method: "POST", body });
      state.report = (await answer.json()) as R;
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
      const body = await form(state.file, { ...fields(), skip_bad: String(skipBad) });
      const answer = await send(options.storeAt, { method: "POST", body, signal: stop.signal });
      let last: Step | null = null;
      for await (const step of linesOf(answer)) {
        if (step.refused) throw new Error(step.refused);
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
      state.error = stopped ? "Cancelled. Nothing was imported." : sentenceOf(cause);
      return false;
    } finally {
      state.busy = false;
      stop = null;
    }
  }
  const cancel = () => (stop ? stop.abort() : reset());
  return { state, look, store, cancel };
}
