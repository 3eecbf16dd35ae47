/**
 * Every sentence and label that stands in the page's templates and scripts, with its place.
 *
 * `{}` stands for a value. Strings that nobody reads (class names, routes, keys) are left out by their shape and by
 * where they stand.
 */
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { parse } from "@vue/compiler-sfc";
import ts from "typescript";

const ELEMENT = 1;
const TEXT = 2;
const INTERPOLATION = 5;
/** Attributes whose fixed value is never read by a person. */
const SILENT =
  /^(class|id|type|name|for|role|href|to|src|style|key|ref|slot|is|rel|target|size|mode|inputmode|autocomplete|scope|d|fill|stroke|viewBox|transform|x|y|x1|x2|y1|y2|cx|cy|r|rx|ry|width|height|points|method|enctype|accept|lang|tag|appear|tabindex|data-.*|aria-(live|controls|describedby|labelledby|hidden|expanded|current|pressed|haspopup|atomic|modal|sort|selected|activedescendant|autocomplete|multiselectable|owns|busy|checked|valuemin|valuemax|valuenow)|text-anchor|dominant-baseline|dy|dx|stroke-.*|marker-.*|preserveAspectRatio|pattern|step|min|max|maxlength|minlength|rows|cols|wrap|decoding|loading|enterkeyhint|autocapitalize|spellcheck|colspan|rowspan|keys?)$/;

/** @typedef {{file: string, line: number, text: string}} Sentence */

const readable = (text) => /[A-Za-zÀ-ÿ]{2}/.test(text.replaceAll("{}", ""));
const tidy = (text) => text.replace(/\s+/g, " ").trim();
/** Whether a string of a script is for a person: words with a space, or one with a capital and no dots or colons. */
const spoken = (text) =>
  readable(text) &&
  (/[a-z,.)}] [A-Za-z0-9{(]/.test(text) || /^[A-Z][a-z]+[.…]?$/.test(text)) &&
  !/^[a-z-]+( [a-z-]+)* ?[{:]|^(GET|POST|PUT|PATCH|DELETE) |^[#./@]|var\(|=>|^\w+\(/.test(text);

function ofScript(code, file, first, found) {
  const source = ts.createSourceFile(file, code, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
  const put = (node, text) => {
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    found.push({ file, line: first + line, text: tidy(text) });
  };
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || ts.isExportDeclaration(node)) return;
    const call = node.parent && ts.isCallExpression(node.parent) ? node.parent.expression.getText() : "";
    const thrown = ts.isNewExpression(node.parent ?? node) && node.parent.expression.getText() === "Error";
    if (thrown || /querySelector|closest|matches|split|includes$/.test(call)) return;
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) {
      if (spoken(node.text)) put(node, node.text);
      return;
    }
    if (ts.isTemplateExpression(node)) {
      const text = node.head.text + node.templateSpans.map((span) => `{}${span.literal.text}`).join("");
      if (spoken(text)) put(node, text);
      node.templateSpans.forEach((span) => visit(span.expression));
      return;
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}

function ofTemplate(root, file, found) {
  const expression = (node, line) => ofScript(`(${node})`, file, line, found);
  const visit = (node) => {
    for (const prop of node.props ?? []) {
      if (prop.type === 6 && prop.value && !SILENT.test(prop.name) && readable(prop.value.content))
        found.push({ file, line: prop.loc.start.line, text: tidy(prop.value.content) });
      if (
        prop.type === 7 &&
        prop.exp &&
        !["for", "slot"].includes(prop.name) &&
        !/^(class|style|key|ref|to|href)$/.test(prop.arg?.content ?? "")
      )
        expression(prop.exp.content, prop.loc.start.line);
    }
    let run = [];
    const close = () => {
      const text = tidy(run.map((one) => (one.type === TEXT ? one.content : "{}")).join(""));
      if (readable(text)) found.push({ file, line: run[0].loc.start.line, text });
      run = [];
    };
    for (const child of node.children ?? []) {
      if (child.type === TEXT || child.type === INTERPOLATION) {
        run.push(child);
        if (child.type === INTERPOLATION) expression(child.content.content, child.loc.start.line);
        continue;
      }
      if (run.length) close();
      if (child.type === ELEMENT) visit(child);
    }
    if (run.length) close();
  };
  visit(root);
}

function files(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((one) => {
    const path = join(folder, one.name);
    if (one.isDirectory()) return one.name === "testing" ? [] : files(path);
    return /\.(vue|ts)$/.test(one.name) && !/\.(test|d)\.ts$/.test(one.name) ? [path] : [];
  });
}

/** @returns {Sentence[]} */
export function sentencesOf(root) {
  const found = [];
  for (const path of files(root)) {
    const text = readFileSync(path, "utf8");
    const file = relative(root, path);
    if (!path.endsWith(".vue")) {
      ofScript(text, file, 1, found);
      continue;
    }
    const { descriptor } = parse(text, { filename: path });
    for (const script of [descriptor.script, descriptor.scriptSetup])
      if (script) ofScript(script.content, file, script.loc.start.line, found);
    if (descriptor.template) ofTemplate(descriptor.template.ast, file, found);
  }
  return found;
}

if (process.argv[1]?.endsWith("sentences.js"))
  for (const one of sentencesOf(process.argv[2] ?? "src"))
    console.log(`${one.file}:${one.line}\t${one.text}`);
