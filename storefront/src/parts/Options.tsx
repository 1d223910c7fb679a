import type { Option, PricedOption, Quote } from '@ostrakon/client';
import { useId } from 'react';
import { stripFrom } from '../days.ts';
import { useFront } from '../FrontProvider.tsx';
import { isPriced } from '../quotes.ts';
import { CounterMap } from './CounterMap.tsx';
import { DayStrip } from './DayStrip.tsx';

/** Where a counter is and when it is open, unfolded where somebody wants to know. */
function Hours({ option, near }: { option: PricedOption; near: Quote['near'] }) {
  const { shop, words, format } = useFront();
  const counter = shop.counters.find((one) => one.service === option.service);
  if (!counter) return null;
  return (
    <details className="mt-1 text-sm">
      <summary className="link cursor-pointer">{words.hours}</summary>
      <table className="mt-1">
        <tbody>
          {counter.days.slice(0, 7).map(({ date, hours, name }) => (
            <tr key={date}>
              <th scope="row" className="pe-4 text-start font-normal">
                {format.weekday(date)} {format.day(date)}
              </th>
              <td className="tabular-nums">
                {hours.length === 0 ? words.closed : format.hours(hours)} {name}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {near && <CounterMap option={option} near={near} />}
    </details>
  );
}

function Arrival({ option }: { option: PricedOption }) {
  const { words } = useFront();
  const { promise, kind } = option;
  if (!promise) return <span className="block text-sm text-dim">{words.noDates}</span>;
  return (
    <span className="block text-sm font-semibold text-tide">
      {kind === 'counter' && promise.readyAt !== undefined ? words.ready(promise.text) : promise.text}
    </span>
  );
}

function PricedRow({
  option,
  name,
  chosen,
  choose,
  days,
  quote,
}: RowProps & { option: PricedOption; days: readonly string[]; quote: Quote }) {
  const { shop, words, format } = useFront();
  const { counter } = option;
  const id = useId();
  return (
    <li className={chosen ? 'bg-tide-soft' : ''}>
      <label className="grid cursor-pointer grid-cols-[auto_1fr_auto] gap-x-3 px-4 py-3 md:grid-cols-[auto_1fr_minmax(17rem,19rem)_5rem]">
        <input
          type="radio"
          name={name}
          className="mt-1 size-5 accent-tide"
          checked={chosen}
          onChange={choose}
          aria-labelledby={`${id}name ${id}price`}
          aria-describedby={`${id}more`}
        />
        <span className="min-w-0">
          <span id={`${id}name`} className="block font-semibold">
            {option.name}
          </span>
          <span id={`${id}more`}>
            {option.note !== '' && <span className="block text-sm text-dim">{option.note}</span>}
            {counter && (
              <span className="block text-sm text-dim">
                {[counter.street, counter.city].filter(Boolean).join(', ')}
                {counter.distance !== undefined && `, ${words.away(format.distance(counter.distance))}`}
              </span>
            )}
            <Arrival option={option} />
            {counter && counter.instructions !== '' && <span className="block text-sm text-dim">{counter.instructions}</span>}
          </span>
        </span>
        <span id={`${id}price`} className={`text-end font-semibold tabular-nums md:order-last ${option.price === 0 ? 'text-tide' : ''}`}>
          {option.price === 0 ? words.free : format.money(option.price)}
        </span>
        <span className="col-span-2 col-start-2 mt-2 md:col-span-1 md:col-start-auto md:mt-0">
          <DayStrip option={option} days={days} hours={shop.counters.find(({ service }) => service === option.service)} />
        </span>
      </label>
      {option.kind === 'counter' && (
        <div className="ps-12 pe-4 pb-3">
          <Hours option={option} near={quote.near} />
        </div>
      )}
    </li>
  );
}

interface RowProps {
  name: string;
  chosen: boolean;
  choose: () => void;
}

interface Props {
  options: readonly Option[];
  quote: Quote;
  /** Which part of the order these are for, and what it is called. */
  part: number;
  label: string;
  chosen: string | undefined;
  onChoose: (service: string) => void;
  now: number;
}

/** The options of a part: one is chosen, those the shop wants to be asked about are read. */
export function Options({ options, quote, part, label, chosen, onChoose, now }: Props) {
  const id = useId();
  const priced = options.filter(isPriced);
  const days = stripFrom(priced, now);
  return (
    <fieldset className="min-w-0">
      <legend className="sr-only">{label}</legend>
      <ul className="divide-y divide-line border-y border-line">
        {options.map((option) =>
          isPriced(option) ? (
            <PricedRow
              key={option.service}
              option={option}
              quote={quote}
              days={days}
              name={`${id}${part}`}
              chosen={chosen === option.service}
              choose={() => onChoose(option.service)}
            />
          ) : (
            <li key={option.service} className="px-4 py-3 ps-12">
              <span className="block font-semibold">{option.name}</span>
              <span className="block text-sm">{option.message}</span>
            </li>
          ),
        )}
      </ul>
    </fieldset>
  );
}
