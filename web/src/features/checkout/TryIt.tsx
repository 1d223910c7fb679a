import { PublicQuote } from '@ostrakon/core/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../../ui/Button.tsx';
import { useFormat } from '../../words/useWords.ts';
import { useCheckoutCart } from './useCheckoutCart.ts';

/** The fields of an answer, as programs read them. */
const FIELDS = PublicQuote.keyof().enum;

type Tried =
  | { tag: 'not' }
  | { tag: 'asking' }
  | { tag: 'failed'; words: string; unpublished: boolean }
  | { tag: 'answered'; quote: PublicQuote; text: string; ms: number };

async function askDoor(address: string, body: object): Promise<Tried> {
  const began = performance.now();
  const answer = await fetch(`${address}/quotes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const text = await answer.text();
  const ms = performance.now() - began;
  if (answer.ok)
    return { tag: 'answered', quote: PublicQuote.parse(JSON.parse(text)), text: JSON.stringify(JSON.parse(text), null, 2), ms };
  const { detail = 'It was refused.', code } = JSON.parse(text) as { detail?: string; code?: string };
  return { tag: 'failed', words: detail, unpublished: code === 'nothing-published' };
}

/** What an answer says, field by field, with what this one says. */
function Explained({ quote, text, ms }: { quote: PublicQuote; text: string; ms: number }) {
  const format = useFormat();
  const { edition, options, withheld, message, pending = [] } = quote;
  return (
    <div className="mt-3 space-y-3">
      <p role="status">
        Edition {edition} answered in {Math.max(1, Math.round(ms))} ms: {options.length === 1 ? 'one option' : `${options.length} options`}
        {withheld.length > 0 && `, ${withheld.length} not for this cart`}.
      </p>
      {options.length > 0 && (
        <table className="w-full">
          <thead className="text-sm text-ash">
            <tr>
              {['name', 'price', 'promise.text', 'service'].map((field) => (
                <th key={field} scope="col" className={`py-1 pe-4 font-mono font-normal ${field === 'price' ? 'text-end' : 'text-start'}`}>
                  {field}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {options.map((option) => (
              <tr key={option.service} className="border-line border-t align-baseline">
                <th scope="row" className="py-1 pe-4 text-start font-semibold">
                  {option.name}
                </th>
                <td className="pe-4 text-end whitespace-nowrap tabular-nums">
                  {option.status === 'priced' ? format.money(option.price) : 'on request'}
                </td>
                <td className="pe-4">{option.status === 'priced' ? (option.promise?.text ?? '') : option.message}</td>
                <td className="font-mono text-sm">{option.service}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-sm">
        <dt className="font-mono">{FIELDS.options}</dt>
        <dd>
          What the buyer may choose from, in the order the shop shows it. A price of 990 is 9.90: cents, or the smallest coin of your
          currency.
        </dd>
        <dt className="font-mono">{FIELDS.withheld}</dt>
        <dd>
          Services that are not for this cart, each with a sentence for the buyer
          {withheld[0]?.reasons[0] ? `: “${withheld[0].reasons[0].text}”` : '.'}
        </dd>
        <dt className="font-mono">{FIELDS.message}</dt>
        <dd>{message === undefined ? 'The shop’s words where nothing is offered; not in this answer.' : `“${message}”`}</dd>
        <dt className="font-mono">{FIELDS.pending}</dt>
        <dd>
          {pending.length > 0 ? `${pending.join(', ')}: ` : ''}Services whose carrier was not waited for. Only where the request says{' '}
          <code>carriers: "later"</code>.
        </dd>
        <dt className="font-mono">{FIELDS.edition}</dt>
        <dd>Keep it with the order: with it the same cart can be asked for again as it was.</dd>
      </dl>
      <details>
        <summary className="min-h-6 cursor-pointer text-clay">The whole answer</summary>
        <pre className="mt-1 rounded-md bg-ash-soft p-3 text-sm break-words whitespace-pre-wrap">{text}</pre>
      </details>
    </div>
  );
}

/** The same request, asked of the real door. */
export function TryIt({ address }: { address: string | null }) {
  const { body } = useCheckoutCart();
  const [tried, setTried] = useState<Tried>({ tag: 'not' });
  if (address === null) {
    return (
      <p>
        Buyers ask at an address of its own, which answers this page as little as any other without a key. Copy the request for curl and run
        it.
      </p>
    );
  }
  const attempt = async () => {
    setTried({ tag: 'asking' });
    setTried(
      await askDoor(address, body).catch(
        (): Tried => ({ tag: 'failed', words: 'The server did not answer. Please try again.', unpublished: false }),
      ),
    );
  };
  return (
    <>
      <Button look="main" disabled={tried.tag === 'asking'} onClick={() => void attempt()}>
        {tried.tag === 'asking' ? 'Asking…' : 'Try it now'}
      </Button>
      {tried.tag === 'failed' && (
        <p role="alert" className="mt-2 text-fault">
          {tried.words}{' '}
          {tried.unpublished && (
            <Link to="/publish" className="underline">
              Publish it
            </Link>
          )}
        </p>
      )}
      {tried.tag === 'answered' && <Explained {...tried} />}
    </>
  );
}
