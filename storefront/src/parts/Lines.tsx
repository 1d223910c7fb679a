import type { Line } from '@ostrakon/client';
import { withQuantity } from '../basket.ts';
import { useFront } from '../FrontProvider.tsx';
import { Picture } from './Picture.tsx';

/** What a line is called and what one of it costs. */
export function useLineFacts() {
  const { goods } = useFront();
  return (line: Line) => {
    if (!('product' in line)) return { name: line.name ?? '–', price: line.unitPrice, product: '' };
    const known = goods.find(({ product }) => product === line.product);
    return { name: known?.name ?? line.product, price: known?.price ?? 0, product: line.product };
  };
}

export function useGoodsSum(): number {
  const { basket } = useFront();
  const factsOf = useLineFacts();
  return basket.lines.reduce((sum, line) => sum + factsOf(line).price * line.quantity, 0);
}

/** The lines of the basket: how many of each, and where each goes where there is more than one address. */
export function Lines() {
  const { basket, words, format, change } = useFront();
  const factsOf = useLineFacts();
  if (basket.lines.length === 0) return <p className="text-dim">{words.basketEmpty}</p>;
  return (
    <ul className="divide-y divide-line">
      {basket.lines.map((line, at) => {
        const { name, price, product } = factsOf(line);
        const set = (quantity: number) => change((held) => withQuantity(held, at, quantity));
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same product may stand there for two addresses
          <li key={`${name} ${at}`} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
            <Picture of={`${product} ${name}`} small />
            <span className="min-w-0 flex-1 font-semibold">{name}</span>
            <span className="basis-full" />
            <span className="flex items-center gap-1">
              <button
                type="button"
                className="quiet min-w-9 justify-center"
                aria-label={words.fewer(name)}
                onClick={() => set(line.quantity - 1)}
              >
                −
              </button>
              <span className="min-w-8 text-center tabular-nums">
                <span className="sr-only">{words.quantity}: </span>
                {line.quantity}
              </span>
              <button
                type="button"
                className="quiet min-w-9 justify-center"
                aria-label={words.more(name)}
                onClick={() => set(line.quantity + 1)}
              >
                +
              </button>
            </span>
            <span className="ms-auto text-end tabular-nums">{format.money(price * line.quantity)}</span>
            {basket.addresses.length > 1 && (
              <label className="flex w-full items-center gap-2 ps-11 text-sm">
                <span className="text-dim">{words.goesTo(name)}</span>
                <select
                  className="field w-auto py-1 text-sm"
                  value={line.to ?? 0}
                  onChange={(event) => {
                    const to = Number(event.target.value);
                    change((held) => ({ ...held, lines: held.lines.map((one, nth) => (nth === at ? { ...one, to } : one)) }));
                  }}
                >
                  {basket.addresses.map((_, nth) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: addresses go by their number
                    <option key={nth} value={nth}>
                      {nth === 0 ? words.firstAddress : words.nthAddress(nth + 1)}
                    </option>
                  ))}
                </select>
              </label>
            )}
          </li>
        );
      })}
    </ul>
  );
}
