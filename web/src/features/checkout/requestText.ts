/** What a request is written for. */
export type Tongue = 'curl' | 'fetch' | 'client';

interface Asked {
  readonly address: string;
  /** A page key; none for a server, which has its own. */
  readonly key: string | null;
  readonly body: object;
}

/** A text in single quotes for a shell. */
const quoted = (text: string): string => `'${text.replaceAll("'", "'\\''")}'`;

const indented = (body: object, by: string): string => JSON.stringify(body, null, 2).replaceAll('\n', `\n${by}`);

/** A request for a quote, as a program writes it. */
export function requestText(tongue: Tongue, { address, key, body }: Asked): string {
  const url = `${address}/quotes${key === null ? '' : `?key=${key}`}`;
  switch (tongue) {
    case 'curl':
      return `curl ${quoted(`${address}/quotes`)} \\\n  -H 'content-type: application/json' \\\n  -d ${quoted(JSON.stringify(body, null, 1))}`;
    case 'fetch':
      return `const answer = await fetch('${url}', {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(${indented(body, '  ')}),
});
const { options, message } = await answer.json();`;
    case 'client':
      return `import { DeliveryClient } from '@ostrakon/client';

const delivery = new DeliveryClient({ address: '${address}'${key === null ? '' : `, key: '${key}'`} });
const { options, message } = await delivery.quote(${indented(body, '')});`;
  }
}
