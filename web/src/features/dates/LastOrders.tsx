import { fromDay, type LastOrder, lastOrders, PLAIN_GOODS, toDay } from '@ostrakon/core';
import { Fragment, useMemo, useRef } from 'react';
import { todayIn } from '../../calendars/today.ts';
import { useLoads } from '../../calendars/useLoads.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { Gap, useRowsInSight } from '../../ui/useRowsInSight.tsx';
import { type DateWords, undatedWords } from '../../words/promiseWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { asText, cellWords, nextEve } from './lastOrdersText.ts';

const isDate = (text: string | null): text is string =>
  text !== null && /^20[1-3]\d-\d{2}-\d{2}$/.test(text) && fromDay(toDay(text)) === text;

/** A row for each zone, a column for each service. */
function OrdersTable({ orders, words, now }: { orders: readonly LastOrder[]; words: DateWords; now: number }) {
  const { book } = useDraft();
  const table = useRef<HTMLTableElement>(null);
  const inSight = useRowsInSight(table, book.zones.length, 36);
  const byLane = useMemo(() => new Map(orders.map((one) => [`${one.zone}/${one.service}`, one])), [orders]);
  return (
    <table ref={table} className="w-full border-separate border-spacing-0 text-sm">
      <thead>
        <tr>
          <th
            scope="col"
            className="sticky start-0 top-0 z-20 border-line-strong border-b bg-slip py-1 pe-3 text-start font-normal text-ash"
          >
            Order before
          </th>
          {book.services.map(({ id, name }) => (
            <th key={id} scope="col" className="sticky top-0 z-10 min-w-24 border-line-strong border-b bg-slip px-2 py-1 text-start">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {inSight.shown.map(({ index, start }, nth) => {
          const zone = book.zones[index];
          if (!zone) return null;
          return (
            <Fragment key={zone.id}>
              <Gap height={inSight.before(start, nth)} />
              <tr ref={inSight.rows.measureElement} data-index={index}>
                <th scope="row" className="sticky start-0 z-10 border-line border-b bg-slip py-1.5 pe-3 text-start font-medium">
                  {zone.name}
                </th>
                {book.services.map((service) => {
                  const { text, tone } = cellWords(byLane.get(`${zone.id}/${service.id}`), words, now);
                  return (
                    <td key={service.id} className={`border-line border-b px-2 py-1.5 ${tone}`}>
                      {text}
                    </td>
                  );
                })}
              </tr>
            </Fragment>
          );
        })}
        <Gap height={inSight.after} />
      </tbody>
    </table>
  );
}

/** Until when a buyer in each zone may order by each service to have it by a day. */
export function LastOrders() {
  const { book } = useDraft();
  const format = useFormat();
  const { loads } = useLoads();
  const [search, setAddress] = useAddress();
  const today = todayIn(book.shop.timeZone);
  const wanted = search.get('by');
  const by = isDate(wanted) ? wanted : nextEve(today);
  const goods = book.goodsGroups.find(({ id }) => id === search.get('goods'));
  const origin = book.locations.find(({ id }) => id === search.get('from'))?.id ?? null;
  const set = (key: string, value: string) => setAddress({ [key]: value });
  const orders = useMemo(
    () =>
      lastOrders(book, by, {
        ...PLAIN_GOODS,
        origin,
        extra: goods?.extraPackingDays ?? 0,
        leavesOn: goods?.leavesOn ?? [],
        loads,
      }),
    [book, by, origin, goods, loads],
  );
  const words: DateWords = { locale: book.shop.locale, today };
  const now = Date.now();
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(asText(book, orders, by, words, now));
      toast('The last orders are on the clipboard');
    } catch {
      toast('The browser did not let the text onto the clipboard');
    }
  };
  const undated = book.services.flatMap((service) => {
    const order = orders.find((one) => one.service === service.id && 'why' in one && one.why !== 'never' && one.why !== 'carrierTells');
    return order && 'why' in order && order.why !== 'never' && order.why !== 'carrierTells' ? [{ service, why: order.why }] : [];
  });
  return (
    <section aria-label="Last orders">
      <p className="mb-2 hidden font-serif text-lg print:block">Last orders to have it by {format.day(by)}</p>
      <div className="mb-3 flex flex-wrap items-end gap-3 print:hidden">
        <label className="text-sm">
          To have it by
          <input
            type="date"
            className="mt-0.5 block h-8 rounded-md border border-line-strong bg-paper px-2 text-base"
            value={by}
            min="2017-01-01"
            max="2037-12-31"
            onChange={(event) => set('by', event.target.value)}
          />
        </label>
        <div className="text-sm">
          <span aria-hidden className="block">
            Goods
          </span>
          <Select
            label="Goods ordered"
            className="mt-0.5 w-56!"
            value={goods?.id ?? ''}
            onChange={(event) => set('goods', event.target.value)}
          >
            <option value="">Goods that wait for nothing</option>
            {book.goodsGroups.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </div>
        {book.locations.length > 1 && (
          <div className="text-sm">
            <span aria-hidden className="block">
              From
            </span>
            <Select
              label="Location they leave from"
              className="mt-0.5 w-52!"
              value={origin ?? book.locations[0]?.id ?? ''}
              onChange={(event) => set('from', event.target.value)}
            >
              {book.locations.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          </div>
        )}
        <Button onClick={() => void copy()}>Copy as text</Button>
        <Button onClick={() => print()}>Print…</Button>
      </div>
      <OrdersTable orders={orders} words={words} now={now} />
      <p className="mt-2 text-sm text-ash">
        Ordered before that moment it has arrived on the day at the latest. Times are by the clock of where it leaves from.
      </p>
      {undated.map(({ service, why }) => (
        <p key={service.id} className="mt-1 text-sm text-ochre">
          {service.name}: {undatedWords(why)}
        </p>
      ))}
    </section>
  );
}
