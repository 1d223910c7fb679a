import { type KeyboardEvent, type MouseEvent, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';

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
export function useChosenLanes() {
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

  const onClickCapture = (event: MouseEvent<HTMLElement>) => {
    const key = laneIn(event.target);
    if (key === undefined || !(event.ctrlKey || event.metaKey || event.shiftKey)) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.shiftKey && last !== null) span(last, key);
    else toggle(key);
  };
  const onSpace = (event: KeyboardEvent<HTMLElement>): void => {
    const key = event.key === ' ' ? laneIn(event.target) : undefined;
    if (key === undefined) return;
    event.preventDefault();
    toggle(key);
  };
  return { keys, lanes: [...keys].filter(exists).map(split), clear: () => setKeys(new Set()), onClickCapture, onSpace };
}
