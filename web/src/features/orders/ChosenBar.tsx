import { isWaiting, marked, type OrderMark } from '@ostrakon/core';
import { type DeskFacts, type DeskRow, PrintedKind } from '@ostrakon/core/contract';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.tsx';
import { Menu } from '../../ui/Menu.tsx';
import { useDesk } from './Desk.tsx';
import { goesAbroad, MARK_WORDS } from './orderWords.ts';
import { TickList } from './TickList.tsx';
import { PAPER_NAMES, printPapers } from './usePrint.ts';

const Key = ({ children }: { children: ReactNode }) => (
  <kbd className="rounded border border-current px-1 font-sans text-xs opacity-80">{children}</kbd>
);

const MARKS: readonly (readonly [OrderMark, string])[] = [
  ['begin', 'B'],
  ['pack', 'K'],
  ['handOver', 'H'],
  ['collect', 'C'],
];

const HINTS: readonly (readonly [string, string])[] = [
  ['↑ ↓', 'walk'],
  ['Space', 'choose'],
  ['Enter', 'open'],
  ['K', 'packed'],
  ['H', 'handed over'],
  ['C', 'collected'],
  ['L', 'labels'],
  ['T', 'together'],
  ['Ctrl Z', 'step back'],
  ['/', 'search'],
];

/** What is to be collected has a list of its own, and so has what goes by a round; customs see what leaves the country. */
const FITS: Readonly<Partial<Record<PrintedKind, (row: DeskRow, facts: DeskFacts) => boolean>>> = {
  pickupList: ({ kind }) => kind === 'counter',
  roundSheet: ({ kind }) => kind === 'round',
  customs: goesAbroad,
};

/** What is done with the orders that are chosen; the keys of the desk while none is. */
export function ChosenBar({
  chosen,
  onMark,
  onTogether,
  onLabels,
  onLetGo,
}: {
  chosen: readonly DeskRow[];
  onMark: (mark: OrderMark) => void;
  onTogether: () => void;
  onLabels: () => void;
  onLetGo: () => void;
}) {
  const { facts, format } = useDesk();
  if (chosen.length === 0)
    return (
      <p className="mt-2 flex flex-wrap gap-x-3 gap-y-1 text-sm text-ash max-[900px]:hidden">
        {HINTS.map(([key, what]) => (
          <span key={key}>
            <kbd className="rounded border border-line-strong bg-paper px-1 font-sans text-xs">{key}</kbd> {what}
          </span>
        ))}
      </p>
    );
  const able = (mark: OrderMark) => chosen.some(({ state, kind }) => marked(state, mark, kind) !== null);
  return (
    <section aria-label="Chosen orders" className="mt-2 flex flex-wrap items-center gap-2 rounded-lg bg-hood px-4 py-2 text-hood-text">
      <span className="font-semibold">{format.count(chosen.length, 'order')} chosen</span>
      <span className="text-sm text-hood-dim">
        {format.count(
          chosen.reduce((sum, { parcels }) => sum + parcels, 0),
          'parcel',
        )}
        , {format.mass(chosen.reduce((sum, { weight }) => sum + weight, 0))}
      </span>
      <span className="ms-auto flex flex-wrap gap-2">
        {MARKS.filter(([mark]) => able(mark)).map(([mark, key]) => (
          <Button key={mark} look="dark" onClick={() => onMark(mark)}>
            {MARK_WORDS[mark]} <Key>{key}</Key>
          </Button>
        ))}
        {chosen.some(({ state, labels, parcels }) => isWaiting(state) && labels < parcels) && (
          <Button look="dark" onClick={onLabels}>
            Buy labels <Key>L</Key>
          </Button>
        )}
        {chosen.some(({ kind }) => kind === 'round') && <TickList of={chosen.filter(({ kind }) => kind === 'round').map(({ id }) => id)} />}
        <Menu
          trigger={<Button look="dark">Print…</Button>}
          groups={() => [
            {
              entries: PrintedKind.options
                .filter((kind) => chosen.some((row) => FITS[kind]?.(row, facts) ?? true))
                .map((kind) => ({
                  label: PAPER_NAMES[kind],
                  act: () =>
                    void printPapers(
                      kind,
                      chosen.map(({ id }) => id),
                    ),
                })),
            },
          ]}
        />
        {chosen.length > 1 && (
          <Button look="dark" onClick={onTogether}>
            Pack together <Key>T</Key>
          </Button>
        )}
        <Button look="dark" onClick={onLetGo}>
          Let go <Key>Esc</Key>
        </Button>
      </span>
    </section>
  );
}
