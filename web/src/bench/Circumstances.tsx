import { useId, useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { readCoupons } from '../ui/readers.ts';
import { TypedField } from '../ui/TypedField.tsx';
import type { Read } from '../ui/useTypedField.ts';
import { useBench } from './BenchProvider.tsx';
import { DayStrip } from './DayStrip.tsx';
import { instantAt, localTime, momentWords } from './shopTime.ts';

const MINUTES: Readonly<Record<string, number>> = { m: 1, h: 60, d: 1440 };

/** Reads "3 hours", "40 min", "2 d", "3" (hours) as minutes. */
export function readAgo(text: string): Read<number | null> {
  const typed = text
    .trim()
    .toLowerCase()
    .replace(/\s*ago$/, '');
  if (typed === '' || typed === 'never') return { ok: true, value: null };
  const parts = /^(\d{1,5})\s*(m|min|mins|minutes?|h|hours?|d|days?)?$/.exec(typed);
  if (!parts) return { ok: false, message: 'Write how long ago: 3 hours, 40 min, 2 days.' };
  const minutes = Number(parts[1]) * (MINUTES[parts[2]?.charAt(0) ?? 'h'] ?? 60);
  return minutes > 525_600 ? { ok: false, message: 'At most a year ago.' } : { ok: true, value: minutes };
}

function agoText(minutes: number): string {
  const [figure, unit] =
    minutes % 1440 === 0 && minutes > 0
      ? [minutes / 1440, 'day']
      : minutes % 60 === 0 && minutes > 0
        ? [minutes / 60, 'hour']
        : [minutes, 'min'];
  return `${figure} ${unit}${unit !== 'min' && figure !== 1 ? 's' : ''} ago`;
}

/** When the cart is quoted, what coupons the buyer holds, when they ordered last and began this cart. */
export function Circumstances() {
  const { state, send, request } = useBench();
  const { shop } = useDraft().book;
  const id = useId();
  const [open, setOpen] = useState(false);
  const { moment, coupons = [], lastOrderAt, cartStartedAt } = state.cart;
  const minutes = (instant: string | undefined) =>
    instant === undefined || moment === undefined ? null : Math.round((Date.parse(moment) - Date.parse(instant)) / 60_000);
  const ago = (what: 'lastOrderAt' | 'cartStartedAt', instant: string | undefined, label: string) => {
    const held = minutes(instant);
    return (
      <div className="grid grid-cols-[7rem_1fr] items-start gap-2">
        <span aria-hidden className="py-1.5 text-sm text-ash">
          {label}
        </span>
        <TypedField<number | null>
          label={label}
          placeholder="never"
          shown={held === null ? '' : agoText(held)}
          read={readAgo}
          commit={(next) => {
            send({ kind: 'setAgo', what, minutes: next, now: request.moment ?? new Date().toISOString() });
            return { ok: true };
          }}
        />
      </div>
    );
  };
  const said = [
    moment === undefined ? 'Now' : momentWords(moment, shop),
    ...(coupons.length > 0 ? [coupons.join(', ')] : []),
    ...(minutes(lastOrderAt) === null ? [] : [`ordered ${agoText(minutes(lastOrderAt) ?? 0)}`]),
    ...(minutes(cartStartedAt) === null ? [] : [`cart begun ${agoText(minutes(cartStartedAt) ?? 0)}`]),
  ];
  return (
    <section aria-label="When, and who buys">
      <button
        type="button"
        aria-expanded={open}
        aria-controls={`${id}-body`}
        onClick={() => setOpen(!open)}
        className="flex w-full items-baseline gap-2 text-start text-sm hover:underline"
      >
        <span className="text-clay">{open ? 'Hide' : 'When, coupons, buyer'}</span>
        <span className="min-w-0 flex-1 truncate text-end text-ash">{said.join(' · ')}</span>
      </button>
      <div id={`${id}-body`} hidden={!open} className="mt-2 space-y-1.5">
        <div className="grid grid-cols-[7rem_1fr_auto] items-center gap-2">
          <label htmlFor={`${id}-moment`} className="text-sm text-ash">
            Ordered at
          </label>
          <input
            id={`${id}-moment`}
            type="datetime-local"
            className="h-8 min-w-0 rounded-md border border-line-strong bg-paper px-2"
            value={moment === undefined ? '' : localTime(moment, shop.timeZone)}
            onChange={(event) =>
              send({ kind: 'setMoment', moment: event.target.value === '' ? null : instantAt(event.target.value, shop.timeZone) })
            }
          />
          <Button look="quiet" onClick={() => send({ kind: 'setMoment', moment: null })} disabled={moment === undefined}>
            Now
          </Button>
        </div>
        {open && <DayStrip />}
        <div className="grid grid-cols-[7rem_1fr] items-start gap-2">
          <span aria-hidden className="py-1.5 text-sm text-ash">
            Coupons
          </span>
          <TypedField<string[]>
            label="Coupons of the buyer"
            placeholder="none"
            shown={coupons.join(', ')}
            read={readCoupons}
            commit={(next) => {
              send({ kind: 'setCoupons', coupons: next });
              return { ok: true };
            }}
          />
        </div>
        {ago('lastOrderAt', lastOrderAt, 'Last order')}
        {ago('cartStartedAt', cartStartedAt, 'Cart started')}
      </div>
    </section>
  );
}
