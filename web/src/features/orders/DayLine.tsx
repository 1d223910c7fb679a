import { fromDay, localAt } from '@ostrakon/core';
import type { DeskGroup } from '@ostrakon/core/contract';
import clsx from 'clsx';
import { useDesk } from './Desk.tsx';

interface Stop {
  readonly at: number;
  readonly names: string;
  readonly orders: number;
}

const HOUR = 3_600_000;

/** What leaves today, along the hours of the day: what has gone lies left of the hand. */
export function DayLine({ groups }: { groups: readonly DeskGroup[] }) {
  const { now, format, facts, nameOf } = useDesk();
  const today = fromDay(localAt(now, facts.timeZone).day);
  const byTime = new Map<number, DeskGroup[]>();
  for (const group of groups) {
    if (group.dueAt === null || group.leavesOn !== today) continue;
    const at = Date.parse(group.dueAt);
    byTime.set(at, [...(byTime.get(at) ?? []), group]);
  }
  const stops: Stop[] = [...byTime]
    .sort(([a], [b]) => a - b)
    .map(([at, held]) => ({
      at,
      names: format.list(held.map(({ service }) => nameOf(service))),
      orders: held.reduce((sum, { orders }) => sum + orders, 0),
    }));
  if (stops.length === 0) return null;
  // What comes first has its place; the night before it is nobody's concern.
  const begin = Math.max(Math.min(now, (stops[0]?.at ?? now) - HOUR / 2), (stops[0]?.at ?? now) - 3 * HOUR);
  const end = Math.max(now, stops.at(-1)?.at ?? now) + 2 * HOUR;
  const share = (at: number) => Math.min(1, Math.max(0, (at - begin) / (end - begin)));
  const place = (at: number) => `${(share(at) * 100).toFixed(2)}%`;
  const timeAt = (at: number) => format.time(format.minuteOf(new Date(at).toISOString()));
  const words = stops.map(({ at, names, orders }) => `${timeAt(at)}: ${names}, ${format.count(orders, 'order')} to go`);
  return (
    <div role="img" aria-label={words.join('; ')} className="relative mx-1 mb-3 h-[58px]">
      <div className="absolute inset-x-0 bottom-2.5 h-1.5 rounded-full bg-line-strong" />
      <div className="absolute bottom-2.5 h-1.5 rounded-full bg-ink" style={{ insetInlineStart: 0, width: place(now) }} />
      {stops.map(({ at, names, orders }, nth) => (
        <div
          key={at}
          title={words[nth]}
          className="absolute bottom-1.5 h-[52px]"
          style={{ insetInlineStart: place(at), width: `${((share(stops[nth + 1]?.at ?? end) - share(at)) * 100).toFixed(2)}%` }}
        >
          <span className={clsx('absolute top-0 bottom-2 w-px', at < now ? 'bg-fault' : 'bg-ash')} />
          <span
            className={clsx(
              'absolute bottom-0 size-3 -translate-x-1/2 rounded-full border-2 border-paper rtl:translate-x-1/2',
              at < now ? 'bg-fault' : 'bg-glaze',
            )}
          />
          <span className="block ps-1.5 pe-2 text-xs leading-tight">
            <span className={clsx('block truncate font-semibold', at < now && 'text-fault')}>
              {timeAt(at)} {names}
            </span>
            <span className="block truncate text-ash">{format.count(orders, 'order')} to go</span>
          </span>
        </div>
      ))}
      <span
        title="now"
        className="absolute bottom-1.5 size-3.5 -translate-x-1/2 rounded-full border-2 border-paper bg-ink rtl:translate-x-1/2"
        style={{ insetInlineStart: place(now) }}
      />
    </div>
  );
}
