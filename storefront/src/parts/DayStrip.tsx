import type { PricedOption } from '@ostrakon/client';
import type { PublicCounterHours } from '@ostrakon/core/contract';
import { useFront } from '../FrontProvider.tsx';

const END = 'border-tide bg-tide font-semibold text-sail';
const BETWEEN = 'border-tide bg-sail font-semibold text-tide';
const OFF = 'border-transparent bg-mist text-dim';

/** On which days an option arrives, or a counter is open from when it is ready. The same stands in words beside it. */
export function DayStrip({
  option,
  days,
  hours,
}: {
  option: PricedOption;
  days: readonly string[];
  hours: PublicCounterHours | undefined;
}) {
  const { format } = useFront();
  const { promise, kind } = option;
  if (!promise) return null;
  // Between the first day and the last it may come on some and not on others: that it is between them is all that is said.
  const toneOf = (date: string) => {
    if (kind === 'counter') {
      const open = promise.first <= date && (hours?.days.find((day) => day.date === date)?.hours.length ?? 0) > 0;
      return open ? END : OFF;
    }
    if (date === promise.first || date === promise.last) return END;
    return promise.first < date && date < promise.last ? BETWEEN : OFF;
  };
  return (
    <span aria-hidden="true" className="grid grid-cols-7 gap-1">
      {days.map((date) => (
        <span key={date} className={`rounded-md border py-1 text-center text-xs leading-tight ${toneOf(date)}`}>
          {format.weekday(date)}
          <span className="block tabular-nums">{Number(date.slice(8))}</span>
        </span>
      ))}
    </span>
  );
}
