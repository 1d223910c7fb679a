import type { Quote } from '@ostrakon/client';
import { type Choices, chosenOf } from '../choices.ts';
import { useFront } from '../FrontProvider.tsx';

/** What the goods and what was chosen come to. */
export function Sum({ quote, choices, goods }: { quote: Quote; choices: Choices; goods: number }) {
  const { words, format } = useFront();
  const chosen = chosenOf(quote, choices);
  const delivery = chosen?.reduce((sum, option) => sum + option.price, 0) ?? null;
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
      <dt>{words.goodsSum}</dt>
      <dd className="text-end tabular-nums">{format.money(goods)}</dd>
      {chosen?.map((option, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts go by their number
        <div key={at} className="col-span-2 grid grid-cols-subgrid">
          <dt>{option.name}</dt>
          <dd className="text-end tabular-nums">{option.price === 0 ? words.free : format.money(option.price)}</dd>
          {option.tax && option.tax.amount > 0 && (
            <dd className="col-span-2 text-sm text-dim">
              {words.taxIn(format.percent(option.tax.basisPoints), format.money(option.tax.amount))}
            </dd>
          )}
        </div>
      ))}
      {delivery !== null && (
        <>
          <dt className="pt-2 text-lg font-semibold">{words.inAll}</dt>
          <dd className="pt-1 text-end text-2xl font-bold tabular-nums">{format.money(goods + delivery)}</dd>
        </>
      )}
    </dl>
  );
}
