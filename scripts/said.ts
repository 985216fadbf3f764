import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';

/** A text that stands in the source itself: on a screen, in the command's output, in an error. */
export interface InSource {
  readonly file: string;
  /** As it is read; what is filled in stands as {}. */
  readonly text: string;
}

/** Where people are spoken to, but for the tables of core/format, which are listed by their ids. */
const ROOMS = ['app', 'cli', 'core', 'store', 'ui', 'workers'];
/** Attributes that are never read by anybody. */
const UNREAD = new Set([
  'className',
  'd',
  'href',
  'id',
  'key',
  'transform',
  'viewBox',
  'points',
  'type',
  'role',
  'rel',
]);
const FILLED = '{}';

const words = (text: string): readonly string[] => text.split(/\s+/).filter((w) => /\p{L}/u.test(w));
/** Two words at least, most of them plain ones: no class list of a style sheet, no path, no key. */
function isProse(text: string): boolean {
  const all = words(text.replaceAll(FILLED, ''));
  const plain = all.filter((w) => /^[\p{L}’'(]+[)’.,:;?!]*$/u.test(w));
  return all.length >= 2 && plain.length > all.length / 2;
}
const tidy = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** What an element says: its own words, what is filled in, and elements within the line. */
function spoken(node: ts.JsxElement | ts.JsxFragment, read: Set<ts.Node>): string {
  return node.children
    .map((child) => {
      if (ts.isJsxText(child)) return child.text;
      if (ts.isJsxExpression(child)) {
        if (child.expression && ts.isStringLiteral(child.expression)) return child.expression.text;
        return child.expression ? FILLED : '';
      }
      if (ts.isJsxSelfClosingElement(child)) return '';
      read.add(child);
      return spoken(child, read);
    })
    .join('');
}

const literal = (node: ts.Node): string | null => {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text;
  if (!ts.isTemplateExpression(node)) return null;
  return node.head.text + node.templateSpans.map((s) => FILLED + s.literal.text).join('');
};

function isRead(node: ts.Node): boolean {
  const { parent } = node;
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent)) return false;
  // 'use client'.
  if (ts.isExpressionStatement(parent)) return false;
  // Bugs are said to developers only.
  if (ts.isNewExpression(parent) && parent.expression.getText() === 'Error') return false;
  for (let up: ts.Node | undefined = parent; up; up = up.parent) {
    if (ts.isJsxAttribute(up)) return !UNREAD.has(up.name.getText());
    if (ts.isJsxElement(up) || ts.isStatement(up)) return true;
  }
  return true;
}

function saidIn(file: string): readonly InSource[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const read = new Set<ts.Node>();
  const keep = (text: string) => {
    const one = tidy(text);
    if (isProse(one)) found.push(one);
  };
  // Lines of a help text are read one by one; the source's own line breaks in an element mean nothing.
  const keepLines = (text: string) => text.split('\n').forEach(keep);
  const visit = (node: ts.Node): void => {
    if ((ts.isJsxElement(node) || ts.isJsxFragment(node)) && !read.has(node)) {
      if (node.children.some((c) => ts.isJsxText(c) && /\p{L}/u.test(c.text))) keep(spoken(node, read));
    }
    const text = literal(node);
    if (text !== null && isRead(node)) keepLines(text);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found.map((text) => ({ file, text }));
}

/** Every text of a few words in the source, by file, each once. */
export function saidInSource(): readonly InSource[] {
  const files = ROOMS.flatMap((room) =>
    readdirSync(room, { recursive: true, encoding: 'utf8' }).map((f) => `${room}/${f}`),
  )
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$|\.d\.ts$|^core\/(format|circuit)\/|\/dist\/|generated/.test(f))
    .sort();
  const known = new Set<string>();
  return files.flatMap(saidIn).filter(({ file, text }) => {
    const key = `${file} ${text}`;
    if (known.has(key)) return false;
    known.add(key);
    return true;
  });
}

/** The same for those who read it over: docs/sentences-in-place.md. */
export function sourceList(): string {
  const lines = [
    '# What Symplex says on its screens, in its command and in errors',
    '',
    'Written by `npm run sentences`, from the source; the sentences of gates, takes, plans, causes and acts are in sentences.md.',
    '`{}` is filled in.',
  ];
  let under = '';
  for (const { file, text } of saidInSource()) {
    if (file !== under) lines.push('', `## ${file}`, '');
    under = file;
    lines.push(`- ${text}`);
  }
  return `${lines.join('\n')}\n`;
}
