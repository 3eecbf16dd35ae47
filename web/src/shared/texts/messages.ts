/** The messages of the server, read once. */
import { FluentResource } from "@fluent/bundle";

let last: { source: string; resource: FluentResource } | null = null;
export function messagesOf(source: string): FluentResource {
  if (last?.source !== source) last = { source, resource: new FluentResource(source) };
  return last.resource;
}
