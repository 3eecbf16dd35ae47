import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join, relative } from "node:path";
import { parse } from "@vue/compiler-sfc";
import ts from "typescript";
const SILENTALL = /^(class|id|style|key|ref|slot)$/;
const tidy = (t) => t.replace(/\s+/g, " ").trim();
function ofScript(code, base, found) {
  const s = ts.createSourceFile("x.ts", code, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
  const visit = (n) => {
    if (ts.isImportDeclaration(n)) return;
    if (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) {
      found.push({ start: base + n.getStart() + 1, end: base + n.getEnd() - 1, text: tidy(n.text), values: [], kind: "js", quote: code[n.getStart()] });
      return;
    }
    if (ts.isTemplateExpression(n)) {
      const text = n.head.text + n.templateSpans.map((x) => `{}${x.literal.text}`).join("");
      found.push({ start: base + n.getStart() + 1, end: base + n.getEnd() - 1, text: tidy(text), values: n.templateSpans.map((x) => "${" + x.expression.getText() + "}"), kind: "js", quote: "`" });
      n.templateSpans.forEach((x) => visit(x.expression));
      return;
    }
    ts.forEachChild(n, visit);
  };
  visit(s);
}
function ofTemplate(root, src, found) {
  const expr = (e) => ofScript(`(${src.slice(e.loc.start.offset, e.loc.end.offset)})`, e.loc.start.offset - 1, found);
  const visit = (node) => {
    for (const p of node.props ?? []) {
      if (p.type === 6 && p.value && !SILENTALL.test(p.name)) {
        const raw = src.slice(p.value.loc.start.offset, p.value.loc.end.offset);
        const q = /^["']/.test(raw) ? 1 : 0;
        found.push({ start: p.value.loc.start.offset + q, end: p.value.loc.end.offset - q, text: tidy(p.value.content), values: [], kind: "attr" });
      }
      if (p.type === 7 && p.exp && !["for", "slot"].includes(p.name)) expr(p.exp);
    }
    let run = [];
    const close = () => {
      const text = tidy(run.map((o) => (o.type === 2 ? o.content : "{}")).join(""));
      if (text) found.push({ start: run[0].loc.start.offset, end: run.at(-1).loc.end.offset, text, values: run.filter((o) => o.type === 5).map((o) => src.slice(o.loc.start.offset, o.loc.end.offset)), kind: "text" });
      run = [];
    };
    for (const c of node.children ?? []) {
      if (c.type === 2 || c.type === 5) { run.push(c); if (c.type === 5) expr(c.content); continue; }
      if (run.length) close();
      if (c.type === 1) visit(c);
    }
    if (run.length) close();
  };
  visit(root);
}
const map = new Map(); let section = "*";
for (const line of readFileSync(process.argv[2], "utf8").split("\n")) {
  if (line.startsWith("## ")) { section = line.slice(3).trim(); continue; }
  const i = line.indexOf(" => ");
  if (i < 0) { if (line.trim()) console.error("no arrow:", line); continue; }
  if (!map.has(section)) map.set(section, new Map());
  map.get(section).set(tidy(line.slice(0, i)), line.slice(i + 4).trim());
}
const used = new Set();
const files = (d) => readdirSync(d, { withFileTypes: true }).flatMap((o) => o.isDirectory() ? (o.name === "testing" ? [] : files(join(d, o.name))) : /\.(vue|ts)$/.test(o.name) && !/\.(test|d)\.ts$/.test(o.name) ? [join(d, o.name)] : []);
const pairs = [];
for (const path of files("src")) {
  const src = readFileSync(path, "utf8"), file = relative("src", path), found = [];
  if (path.endsWith(".vue")) {
    const { descriptor: d } = parse(src, { filename: path });
    for (const s of [d.script, d.scriptSetup]) if (s) ofScript(s.content, s.loc.start.offset, found);
    if (d.template?.ast) ofTemplate(d.template.ast, src, found);
  } else ofScript(src, 0, found);
  const edits = [];
  for (const f of found) {
    let to, sec;
    for (const s of [file, "*"]) if (map.get(s)?.has(f.text)) { to = map.get(s).get(f.text); sec = s; break; }
    if (to === undefined) continue;
    used.add(sec + "\t" + f.text);
    let i = 0;
    const named = /\{\d\}/.test(to);
    let out = named ? to.replace(/\{(\d)\}/g, (_, n) => f.values[+n]) : to.replace(/\{\}/g, () => f.values[i++] ?? "??");
    if (i > f.values.length) { console.error("values?", file, f.text, "=>", to); continue; }
    if (f.kind === "js" && f.quote === "`" && f.values.length && !out.includes("${")) {}
    const raw = src.slice(f.start, f.end);
    if (f.kind === "text" || f.kind === "js") { const l = raw.match(/^\s*/)[0], r = raw.match(/\s*$/)[0]; out = l + out + r; if (f.kind === "text" && to === "") out = l; }
    if (f.kind === "js" && f.quote !== "`" && out.includes(f.quote)) out = out.replaceAll(f.quote, "\\" + f.quote);
    edits.push([f.start, f.end, out]);
    pairs.push([file, f.text, to]);
  }
  if (!edits.length) continue;
  edits.sort((a, b) => b[0] - a[0]);
  // outer template literals with inner replaced strings: inner edits first would be lost, so warn
  let text = src, last = Infinity;
  for (const [s, e, o] of edits) { if (e > last) { console.error("overlap", file, src.slice(s, e)); continue; } text = text.slice(0, s) + o + text.slice(e); last = s; }
  writeFileSync(path, text);
}
for (const [s, m] of map) for (const k of m.keys()) if (!used.has(s + "\t" + k)) console.error("unused:", s, "|", k);
writeFileSync("/tmp/words/pairs.json", JSON.stringify(pairs, null, 1));
console.log(pairs.length, "replaced");
