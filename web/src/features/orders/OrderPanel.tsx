import { canStepBack, daysText, dayText, isWaiting, marksFor, type OrderMark, regionName } from '@ostrakon/core';
import type { DeskConsignment, DeskFacts, DeskOrder } from '@ostrakon/core/contract';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useLocation, useNavigate, useParams } from 'react-router';
import { problemWords } from '../../access/problemWords.ts';
import { useMe } from '../../access/useMe.ts';
import { Button, SignButton } from '../../ui/Button.tsx';
import { Menu } from '../../ui/Menu.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { toast } from '../../ui/toast.ts';
import { isTyping, useShortcut } from '../../ui/useShortcut.ts';
import { useDesk } from './Desk.tsx';
import { deskApi, deskQueries } from './deskApi.ts';
import { ForgetDialog } from './ForgetDialog.tsx';
import { OrderLabels } from './OrderLabels.tsx';
import { OrderParcels } from './OrderParcels.tsx';
import { dayOf, goesAbroad, MARK_WORDS, noteWords, stepWords } from './orderWords.ts';
import { useMarks } from './useMarks.ts';
import { printPapers } from './usePrint.ts';
import { Way } from './Way.tsx';
import { WhatIsLeft } from './WhatIsLeft.tsx';

function addressLine({ destination, buyer, others }: DeskOrder, to: number, home: DeskFacts): string {
  const { country, postalCode, subdivision } = to === 0 ? destination : (others[to - 1] ?? destination);
  const region = subdivision?.slice(3);
  const town = to === 0 && buyer ? `${buyer.town}${region === undefined ? '' : ` ${region}`}` : (region ?? '');
  const street = to === 0 && buyer ? `${buyer.street}, ` : '';
  return `${street}${[town, postalCode ?? ''].filter(Boolean).join(' ')}${country === home.country ? '' : `, ${regionName(country, home.locale)}`}`;
}

/** Whether what was promised can still be kept, in a few words. */
function Promised({ part }: { part: DeskConsignment }) {
  const { now, facts } = useDesk();
  const { first, last, leavesOn, state } = part;
  if (first === null || last === null) return <span className="text-ash">no arrival was told</span>;
  const today = dayOf(now, facts.timeZone);
  const days = daysText(first, last, facts.locale, today);
  const broken = isWaiting(state) && part.kind !== 'counter' && leavesOn !== null && leavesOn < today;
  return (
    <>
      {part.kind === 'counter' ? 'ready' : 'arrives'} {days}
      {broken && <span className="font-semibold text-fault"> · should have left {dayText(leavesOn, facts.locale, today)}</span>}
    </>
  );
}

function Marks({ part, onMark }: { part: DeskConsignment; onMark: (mark: OrderMark | 'back') => void }) {
  const next = marksFor(part.state, part.kind).filter((mark) => mark !== 'cancel');
  const [main, ...others] = [...next].reverse();
  return (
    <>
      {main && (
        <Button look="main" onClick={() => onMark(main)}>
          {MARK_WORDS[main]}
        </Button>
      )}
      {others.map((mark) => (
        <Button key={mark} onClick={() => onMark(mark)}>
          {MARK_WORDS[mark]}
        </Button>
      ))}
      {canStepBack(part.state) && <Button onClick={() => onMark('back')}>One step back</Button>}
    </>
  );
}

function Part({ order, part }: { order: DeskOrder; part: DeskConsignment }) {
  const { facts, format, nameOf } = useDesk();
  const { mark, readAnew } = useMarks();
  const me = useMe();
  const [forgetting, setForgetting] = useState(false);
  const goods = part.lines.reduce((sum, at) => sum + (order.sold[at]?.unitPrice ?? 0) * (order.sold[at]?.quantity ?? 0), 0);
  const others = [...new Set(part.things.map((thing) => thing.order))].filter((one) => one !== order.number);
  const apart = async () => {
    try {
      await deskApi.apart(part.id);
    } catch (failed) {
      toast.error(problemWords(failed));
    }
    await readAnew();
  };
  return (
    <>
      <div className="px-4 pb-3">
        <Way state={part.state} kind={part.kind} />
        <p>
          <span className="font-semibold">{nameOf(part.service)}</span>, <Promised part={part} />
        </p>
        <p className="text-sm text-ash">
          Ordered {format.moment(order.placedAt)} · goods {format.money(goods)}
          {order.edition !== null && ` · edition ${order.edition}`}
        </p>
        {order.notes.map((note) => (
          <p key={note.code} className="mt-1 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
            {noteWords(note, format)}
          </p>
        ))}
        {part.together !== null && (
          <p className="mt-1 flex items-center justify-between gap-2 rounded-md bg-night-soft px-2 py-1 text-sm text-night">
            <span>
              {part.parcels === 0
                ? `Travels in the parcels of another order of the same buyer.`
                : `Travels together with ${format.list(others.map(String))}.`}
            </span>
            {isWaiting(part.state) && (
              <Button look="quiet" onClick={() => void apart()}>
                Let travel apart
              </Button>
            )}
          </p>
        )}
      </div>
      <section aria-label="Goods" className="border-line border-t px-4 py-3">
        <h3 className="mb-1 font-semibold">Goods</h3>
        <ul className="text-sm">
          {part.lines.map((at) => {
            const line = order.sold[at];
            return line ? (
              <li key={at} className="flex justify-between gap-3">
                <span>
                  {format.number(line.quantity)} {line.name ?? 'goods without a name'}
                  {line.product !== undefined && <span className="text-ash"> {line.product}</span>}
                </span>
                <span className="tabular-nums">{format.money(line.unitPrice * line.quantity)}</span>
              </li>
            ) : null;
          })}
        </ul>
      </section>
      {part.parcels > 0 && <OrderParcels part={part} order={order.number} canRepack={part.together === null && isWaiting(part.state)} />}
      <OrderLabels part={part} />
      <WhatIsLeft part={part} />
      <div className="flex flex-wrap gap-2 border-line border-t px-4 py-3">
        <Marks part={part} onMark={(step) => void mark(step, [part])} />
        <Button onClick={() => void printPapers('slip', [part.id])}>Print slip</Button>
        {part.kind !== 'counter' && goesAbroad(part, facts) && (
          <Button onClick={() => void printPapers('customs', [part.id])}>Print customs form</Button>
        )}
        <Menu
          trigger={<Button>More…</Button>}
          groups={() => [
            {
              entries: [
                {
                  label: 'Call this order off',
                  grave: true,
                  disabled: !isWaiting(part.state) || part.together !== null,
                  act: () => void mark('cancel', [part]),
                },
                ...(me === null || me.role === 'owner'
                  ? [{ label: 'Forget who bought…', grave: true, disabled: order.buyer === null, act: () => setForgetting(true) }]
                  : []),
              ],
            },
          ]}
        />
      </div>
      <section aria-label="What happened" className="border-line border-t px-4 py-3">
        <h3 className="mb-1 font-semibold">What happened</h3>
        <ol className="text-sm">
          {part.steps.map((step) => (
            <li key={`${step.at} ${step.what} ${step.to}`} className="flex gap-3">
              <span className="w-36 shrink-0 text-ash">{format.moment(step.at)}</span>
              <span>{stepWords(step)}</span>
            </li>
          ))}
        </ol>
      </section>
      <ForgetDialog
        open={forgetting}
        number={order.number}
        onClose={() => setForgetting(false)}
        onForgotten={() => {
          setForgetting(false);
          void readAnew();
        }}
      />
    </>
  );
}

/** One order beside the list. */
export function OrderPanel() {
  const { number = '' } = useParams();
  const { search } = useLocation();
  const navigate = useNavigate();
  const { facts } = useDesk();
  const { data: order, error } = useQuery(deskQueries.order(Number(number)));
  const [chosen, setChosen] = useState('0');
  const panel = useRef<HTMLElement>(null);
  const close = () => navigate({ pathname: '/orders', search });
  useShortcut((event) => {
    if (event.key === 'Escape' && !event.defaultPrevented && !isTyping(event.target)) close();
  });
  useEffect(() => {
    if (number !== '') panel.current?.scrollTo(0, 0);
  }, [number]);
  const part = order?.consignments.find((one) => String(one.part) === chosen) ?? order?.consignments[0];
  return (
    <aside
      ref={panel}
      aria-label={`Order ${number}`}
      className="w-[410px] shrink-0 overflow-auto border-line-strong border-s bg-paper max-[900px]:absolute max-[900px]:inset-0 max-[900px]:z-20 max-[900px]:w-auto"
    >
      <div className="flex items-start justify-between gap-2 px-4 pt-4">
        <div className="min-w-0">
          <h2 className="font-serif text-lg font-semibold">
            {number}, {order ? (order.buyer?.name ?? 'buyer forgotten') : '…'}
          </h2>
          {order && part && <p className="text-sm text-ash">{addressLine(order, part.to, facts)}</p>}
          {order?.buyer && (
            <p className="text-sm text-ash">
              {order.buyer.mail}
              {order.buyer.telephone !== undefined && ` · ${order.buyer.telephone}`}
            </p>
          )}
        </div>
        <SignButton label="Close (Esc)" onClick={close}>
          <X size={16} aria-hidden />
        </SignButton>
      </div>
      {error && (
        <p role="alert" className="p-4 text-fault">
          {problemWords(error)}
        </p>
      )}
      {order && order.consignments.length > 1 && (
        <div className="px-4 pt-2">
          <Segments
            wrap
            label="Part of the order"
            value={String(part?.part ?? 0)}
            choices={order.consignments.map((one) => [String(one.part), `Part ${one.part + 1}`] as const)}
            onChange={setChosen}
          />
        </div>
      )}
      {order && part && <Part key={part.id} order={order} part={part} />}
    </aside>
  );
}
