import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { UNSAID } from "./shotDefaults";

interface Property {
  default?: unknown;
}
interface Document {
  components: { schemas: Record<string, { properties: Record<string, Property> }> };
}

test("what is not sent means to the server what the page takes it for", () => {
  const document = JSON.parse(readFileSync("openapi.json", "utf8")) as Document;
  const { properties } = document.components.schemas["BallIn"]!;
  const server = Object.keys(UNSAID).map((name) => [name, properties[name]!.default ?? null]);
  expect(Object.fromEntries(server)).toEqual(UNSAID);
});
