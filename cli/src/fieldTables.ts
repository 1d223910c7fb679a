import { type DocumentName, documentSchemas } from '@ostrakon/core/contract';

/** The fields of every document as tables in Markdown, made of the JSON Schemas. */

interface Node {
  readonly $ref?: string;
  readonly type?: string | readonly string[];
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly Node[];
  readonly oneOf?: readonly Node[];
  readonly items?: Node | boolean;
  readonly prefixItems?: readonly Node[];
  readonly properties?: Readonly<Record<string, Node>>;
  readonly additionalProperties?: Node | boolean;
  readonly required?: readonly string[];
  readonly description?: string;
  readonly title?: string;
  readonly $defs?: Readonly<Record<string, Node>>;
}

const HEADINGS: Readonly<Record<DocumentName, string>> = {
  rateBook: 'Rate book',
  quoteRequest: 'Request',
  quote: 'Quote',
  publicRequest: 'Public request',
  publicQuote: 'Public quote',
  shop: 'Shop document',
  trials: 'Trials',
};

/** Parts that are documents of their own stand among the documents. */
const anchor = (name: string) => (name === 'RateBook' ? 'rate-book' : name.toLowerCase());
const nameOf = ({ $ref = '' }: Node) => $ref.slice($ref.lastIndexOf('/') + 1);
const optionsOf = ({ anyOf, oneOf }: Node): readonly Node[] | undefined => anyOf ?? oneOf;
const typesOf = ({ type }: Node): readonly string[] => (typeof type === 'string' ? [type] : (type ?? []));

/** What may be written, in short: `"card"`, a link to a part, "list of …", "… or null". */
function written(node: Node): string {
  if (node.$ref !== undefined) return `[${nameOf(node)}](#${anchor(nameOf(node))})`;
  if (node.const !== undefined) return `\`${JSON.stringify(node.const)}\``;
  if (node.enum !== undefined) return node.enum.map((value) => `\`${JSON.stringify(value)}\``).join(', ');
  const options = optionsOf(node);
  if (options !== undefined) return [...new Set(options.map(written))].join(' or ');
  if (node.prefixItems !== undefined)
    return `list of ${node.prefixItems.length}: ${[...new Set(node.prefixItems.map(written))].join(', ')}`;
  if (typesOf(node).includes('array')) return `list of ${typeof node.items === 'object' ? written(node.items) : 'anything'}`;
  if (node.properties === undefined && typeof node.additionalProperties === 'object')
    return `object of ${written(node.additionalProperties)}`;
  if (node.properties !== undefined) return 'object';
  const named = { integer: 'whole number', boolean: '`true` or `false`', string: 'text' } as Readonly<Record<string, string>>;
  return typesOf(node)
    .map((type) => named[type] ?? type)
    .join(' or ');
}

/** Objects that stand within a field and have no name of their own. */
function within(node: Node): readonly Node[] {
  if (node.$ref !== undefined) return [];
  if (node.properties !== undefined) return [node];
  const inner = [...(optionsOf(node) ?? []), ...(typeof node.items === 'object' ? [node.items] : [])];
  return inner.flatMap(within);
}

const cell = (text: string) => text.replaceAll('|', '\\|').replaceAll('\n', ' ');

/** Rows of the fields of an object, and under each those of what stands within it. */
function rows({ properties = {}, required = [] }: Node, under = ''): string[] {
  return Object.entries(properties).flatMap(([name, field]) => {
    const needed = required.includes(name) ? '' : ' *';
    const own = `| \`${under}${name}\`${needed} | ${cell(written(field))} | ${cell(field.description ?? '')} |`;
    return [own, ...new Set(within(field).flatMap((inner) => rows(inner, `${under}${name}.`)))];
  });
}

const table = (lines: readonly string[]) => ['| field | written as | meaning |', '|---|---|---|', ...lines].join('\n');

function kindOf({ properties = {} }: Node): string {
  const mark = ['kind', 'status', 'code', 'measure'].find((name) => properties[name]?.const !== undefined || properties[name]?.enum);
  return mark === undefined ? '' : written(properties[mark] as Node);
}

function part(name: string, node: Node): string {
  const objects = within(node);
  const head = `### ${name}\n\n${node.description ?? ''}`;
  if (objects.length === 0) return `${head}\n\nWritten as ${written(node)}.`;
  if (objects.length === 1) return `${head}\n\n${table(rows(objects[0] as Node))}`;
  return [head, ...objects.map((one) => `${kindOf(one)}:\n\n${table(rows(one))}`)].join('\n\n');
}

/** All documents, then every part once, by name. */
export function fieldTables(): string {
  const schemas = Object.entries(documentSchemas()) as [DocumentName, Node][];
  const parts = new Map<string, Node>();
  for (const [, { $defs = {} }] of schemas)
    for (const [name, node] of Object.entries($defs)) if (!parts.has(name) && name !== 'RateBook') parts.set(name, node);
  const documents = schemas.map(([name, node]) => part(HEADINGS[name], node));
  const named = [...parts].sort(([a], [b]) => a.localeCompare(b, 'en')).map(([name, node]) => part(name, node));
  return `# Fields

Made by \`npx ostrakon fields\` of the JSON Schemas that \`npx ostrakon schema\` prints. A field with * may be left out; all others are written, with null or an
empty list where there is nothing. How the parts work together is told in [formats](formats.md).

## Documents

${documents.join('\n\n')}

## Parts

${named.join('\n\n')}
`;
}
