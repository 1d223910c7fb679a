import { parseSync } from 'vite';
import { expect, test } from 'vitest';

const SOURCES = import.meta.glob<string>('../**/*.{ts,tsx}', { query: '?raw', import: 'default', eager: true });

/** Words of the code that the page has a plainer one for. */
const NOT_SAID = [
  [/\blanes?\b/i, 'the prices of a service in a zone'],
  [/\bcards?\b/i, 'prices'],
  [/\bpromises?\b|\bpromised\b/i, 'arrival'],
  [/\ballowances?\b/i, 'reduction, free and reduced delivery'],
  [/\bwithheld\b|\bwithhold/i, 'not offered'],
  [/\bledger\b/i, 'how the price comes about'],
  [/\bwitness/i, 'a cart that shows it'],
  [/\bpostal rules?\b/i, 'line of postal codes'],
  [/\bleft out\b/i, 'all but, except'],
  [/\bminor units?\b/i, 'cents'],
  [/\bnear to far\b/i, 'your order'],
] as const;

/** Attributes nobody reads. */
const SILENT = new Set(['className', 'href', 'to', 'type', 'role', 'd', 'key', 'id', 'name']);

interface Node {
  readonly type?: string;
  readonly [part: string]: unknown;
}

/** What a node says to people: text of the page, or a piece of writing of more than one word. */
function textOf(node: Node): string {
  if (node.type === 'JSXText') return String(node.value).trim();
  const value = node.type === 'TemplateElement' ? (node.value as { cooked?: string }).cooked : node.type === 'Literal' ? node.value : '';
  if (typeof value !== 'string') return '';
  const isWriting = /\s/.test(value.trim()) || /^\s*[A-Z][a-z]/.test(value);
  return isWriting ? value : '';
}

function textsIn(part: unknown, found: string[] = []): string[] {
  if (Array.isArray(part)) for (const one of part) textsIn(one, found);
  else if (typeof part === 'object' && part !== null) {
    const node = part as Node;
    if (node.type === 'ImportDeclaration') return found;
    if (node.type === 'JSXAttribute' && SILENT.has(String((node.name as Node).name))) return found;
    // What is thrown at a programmer is not the page's.
    if (node.type === 'NewExpression' && (node.callee as Node).name === 'Error') return found;
    const text = textOf(node);
    if (text !== '') found.push(text.replace(/\s+/g, ' '));
    for (const [name, inner] of Object.entries(node)) if (name !== 'type') textsIn(inner, found);
  }
  return found;
}

test('the page says what owners say, and not what the code does', () => {
  const files = Object.entries(SOURCES).filter(([file]) => !/\.test\.ts$/.test(file));
  const texts = files.flatMap(([file, source]) => textsIn(parseSync(file, source).program).map((text) => ({ file, text })));
  expect(texts.length).toBeGreaterThan(2000);
  const said = texts.flatMap(({ file, text }) =>
    NOT_SAID.filter(([word]) => word.test(text)).map(([, plainer]) => `${file}: “${text}”; say ${plainer}`),
  );
  expect(said).toEqual([]);
});
