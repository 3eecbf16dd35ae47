/** The messages of the server by their ids, each as it stands: most are never asked for on a visit. */

/** An entry begins at the edge of its line, what belongs to it is indented. */
const ENTRY = /^(-?[a-zA-Z][\w-]*) *=.*(?:\n(?:[ \t].*)?)*/gm;
/** Whatever of an entry might be the id of another. */
export const WORD = /-?[a-zA-Z][\w-]*/g;

let last: { source: string; entries: ReadonlyMap<string, string> } | null = null;
export function entriesOf(source: string): ReadonlyMap<string, string> {
  if (last?.source !== source) {
    const found = [...source.matchAll(ENTRY)].map(([entry, id = ""]): [string, string] => [id, entry]);
    last = { source, entries: new Map(found) };
  }
  return last.entries;
}
