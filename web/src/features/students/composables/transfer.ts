/** The student's files: shots.csv in the exact format, and the bag. */
import { Problem, send, type Schemas } from "@/shared/api/client";
import { form, useFileImport } from "@/shared/api/import";

export function useShotsImport(studentId: string) {
  const address = `/api/students/${studentId}/shots`;
  return useFileImport({ lookAt: `${address}/check`, storeAt: address });
}

/** Look at a bag.csv, then store it; problems come back as sentences. */
export async function importBag(studentId: string, file: File): Promise<string> {
  const address = `/api/students/${studentId}/bag`;
  const check = await send(`${address}/check`, { method: "POST", body: await form(file) });
  const report = (await check.json()) as Schemas["BagReport"];
  refuse(file, report.problems);
  const answer = await send(address, { method: "POST", body: await form(file) });
  const { new: added, changed } = (await answer.json()) as Schemas["BagImported"];
  return `${added} ${added === 1 ? "club" : "clubs"} added, ${changed} changed.`;
}

/** Take in a matrix from a file, all or nothing; problems come back as sentences. */
export async function importMatrix(studentId: string, file: File): Promise<string> {
  const address = `/api/students/${studentId}/imported-carries`;
  const answer = await send(address, { method: "POST", body: await form(file) });
  const imported = (await answer.json()) as Schemas["CarriesImported"];
  refuse(file, imported.problems);
  const left = imported.estimated ? ` ${imported.estimated} skipped because they were estimates.` : "";
  return `${imported.accepted} ${imported.accepted === 1 ? "shot" : "shots"} imported.${left}`;
}

function refuse(file: File, problems: Schemas["ProblemRow"][]): void {
  if (!problems.length) return;
  const lines = problems.map((p) => `line ${p.line}, ${p.column}: ${p.reason}`);
  const title = `Nothing was imported. ${file.name}, ${lines.join(" ")}`;
  throw new Problem({ status: 422, code: "bad-rows", title, field: "file" });
}
