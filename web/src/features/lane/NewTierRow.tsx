import type { TieredCard } from '@ostrakon/core';
import { type KeyboardEvent, useId, useRef, useState } from 'react';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { hasTier, isFrom, nextBound, withTier } from './cardRows.ts';
import { useCellReaders } from './useCellReaders.ts';
import { useLane } from './useLane.ts';

/** The empty row at the end: a bound and a price typed here become a tier in its right place. */
export function NewTierRow({ card, index, onAdded }: { card: TieredCard; index: number; onAdded: (column: number) => void }) {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const readers = useCellReaders(card.measure);
  const row = useRef<HTMLTableRowElement>(null);
  const faultId = useId();
  const [typed, setTyped] = useState({ bound: '', result: '' });
  const [fault, setFault] = useState<{ cell: 'bound' | 'result'; message: string } | null>(null);

  const next = readers.shownBound(nextBound(card));
  const type = (name: 'bound' | 'result', text: string) =>
    // A price typed first goes on from the last tier, where it can be seen and changed.
    setTyped({ ...typed, [name]: text, ...(name === 'result' && typed.bound === '' && text !== '' && { bound: next }) });
  const add = (): boolean => {
    if (typed.bound.trim() === '' && typed.result.trim() === '') {
      setFault(null);
      return false;
    }
    const bound = readers.bound(typed.bound);
    if (!bound.ok) return refuse('bound', bound.message);
    if (hasTier(card, bound.value))
      return refuse('bound', `There is a tier ${isFrom(card) ? 'from' : 'up to'} ${readers.shownBound(bound.value)} already.`);
    const result = readers.result(typed.result);
    if (!result.ok) return refuse('result', result.message);
    const outcome = session.dispatch({ name: 'setCard', args: { ...cardAt, card: withTier(card, bound.value, result.value) } });
    if (!outcome.ok) return refuse('bound', `${outcome.message}.`);
    setTyped({ bound: '', result: '' });
    setFault(null);
    return true;
  };
  const refuse = (cell: 'bound' | 'result', message: string): boolean => {
    setFault({ cell, message });
    return false;
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    if (add()) setTimeout(() => onAdded(0));
  };
  const cell = (name: 'bound' | 'result', column: number, label: string, hint: string) => (
    <input
      aria-label={label}
      data-at={`${index},${column}`}
      placeholder={hint}
      autoComplete="off"
      value={typed[name]}
      aria-invalid={fault?.cell === name}
      aria-describedby={fault?.cell === name ? faultId : undefined}
      onChange={(event) => type(name, event.target.value)}
      onKeyDown={onKeyDown}
      className={`h-8 w-full border border-transparent bg-transparent px-2 placeholder:text-ash focus:border-clay aria-invalid:border-fault aria-invalid:bg-fault-soft ${column === 1 ? 'text-end' : ''}`}
    />
  );
  return (
    <tr
      ref={row}
      onBlur={(event) => {
        if (!row.current?.contains(event.relatedTarget)) add();
      }}
    >
      <td className="p-0 align-top">
        {cell('bound', 0, 'Bound of a new tier', `add a tier, ${isFrom(card) ? 'from' : 'up to'} ${next}`)}
        {fault !== null && (
          <span id={faultId} role="alert" className="block px-2 pb-1 text-xs text-fault">
            {fault.message}
          </span>
        )}
      </td>
      <td className="p-0 align-top">{cell('result', 1, 'Price of a new tier', 'price')}</td>
      <td />
    </tr>
  );
}
