import { type KeyboardEvent, type MouseEvent, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { isTyping } from '../../ui/useShortcut.ts';
import type { SheetRow } from './sheetRows.ts';
import { placeOf } from './useSheetKeys.ts';

export interface LaneKey {
  readonly zone: string;
  readonly service: string;
}

const laneIn = (target: EventTarget): string | undefined =>
  target instanceof HTMLElement ? target.closest<HTMLElement>('[data-lane]')?.dataset.lane : undefined;

const split = (key: string): LaneKey => {
  const [zone = '', service = ''] = key.split('/');
  return { zone, service };
};

/** Lanes chosen on the sheet to be changed together: Ctrl or Shift with a click, or the space bar. */
export function useChosenLanes(rows: readonly SheetRow[]) {
  const { zones, services } = useDraft().book;
  const [keys, setKeys] = useState<ReadonlySet<string>>(new Set());
  const [last, setLast] = useState<string | null>(null);
  const exists = (key: string) => {
    const { zone, service } = split(key);
    const place = zones.find(({ id }) => id === zone);
    return place !== undefined && Object.hasOwn(place.lanes, service);
  };

  const toggle = (key: string) => {
    const next = new Set(keys);
    if (!next.delete(key)) next.add(key);
    setKeys(next);
    setLast(key);
  };
  /** Every lane in the rectangle between two cells. */
  const span = (from: string, to: string) => {
    const [a, b] = [split(from), split(to)];
    const between = (list: readonly { id: string }[], one: string, other: string) => {
      const [first, second] = [list.findIndex(({ id }) => id === one), list.findIndex(({ id }) => id === other)];
      return list.slice(Math.min(first, second), Math.max(first, second) + 1);
    };
    const found = between(zones, a.zone, b.zone).flatMap(({ id: zone }) =>
      between(services, a.service, b.service).map(({ id }) => `${zone}/${id}`),
    );
    setKeys(new Set([...keys, ...found.filter(exists)]));
  };

  /** The cells below or beside a head, those that are offered; undefined elsewhere. */
  const ofHead = (target: EventTarget): string[] | undefined => {
    const [row, column] = placeOf(target) ?? [1, 1];
    if (row > 0 && column > 0) return undefined;
    const line = rows[row - 1];
    const held =
      row === 0 ? rows.flatMap((one) => (one.kind === 'zone' ? [one.zone.id] : [])) : line?.kind === 'zone' ? [line.zone.id] : [];
    const across = column === 0 ? services : services.slice(column - 1, column);
    return held.flatMap((zone) => across.map(({ id }) => `${zone}/${id}`)).filter(exists);
  };
  /** All of them are chosen, or none where they are. */
  const toggleAll = (some: readonly string[]) => {
    const next = new Set(keys);
    const all = some.every((key) => next.has(key));
    for (const key of some)
      if (all) next.delete(key);
      else next.add(key);
    setKeys(next);
  };

  const onClickCapture = (event: MouseEvent<HTMLElement>) => {
    const isCell = event.target instanceof HTMLElement && event.target.closest('td, th') !== null;
    if (!isCell || !(event.ctrlKey || event.metaKey || event.shiftKey)) return;
    event.preventDefault();
    event.stopPropagation();
    const head = ofHead(event.target);
    if (head) return toggleAll(head);
    const key = laneIn(event.target);
    // Where nothing is offered there is nothing to choose, and no menu was asked for.
    if (key === undefined) return;
    if (event.shiftKey && last !== null) span(last, key);
    else toggle(key);
  };
  const onSpace = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.key !== ' ' || isTyping(event.target)) return;
    const [head, key] = [ofHead(event.target), laneIn(event.target)];
    if (head === undefined && key === undefined) return;
    event.preventDefault();
    if (head) toggleAll(head);
    else if (key !== undefined) toggle(key);
  };
  return { keys, lanes: [...keys].filter(exists).map(split), clear: () => setKeys(new Set()), onClickCapture, onSpace };
}
