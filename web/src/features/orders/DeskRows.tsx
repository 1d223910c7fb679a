// biome-ignore-all lint/a11y/useSemanticElements: rows out of sight are not drawn, which a table element cannot do
// biome-ignore-all lint/a11y/useFocusableInteractive: one row of the grid takes the focus at a time
// biome-ignore-all lint/a11y/useKeyWithClickEvents: keys are heard by the grid
import { regionName } from '@ostrakon/core';
import type { DeskGroup, DeskRow, GiveBack, TogetherSet } from '@ostrakon/core/contract';
import clsx from 'clsx';
import { StickyNote } from 'lucide-react';
import { Button } from '../../ui/Button.tsx';
import { Menu } from '../../ui/Menu.tsx';
import { useDesk } from './Desk.tsx';
import { dayOf, dueWords, goesAbroad, leavingWords, stateWords } from './orderWords.ts';

const PRESS = { late: 'text-fault', soon: 'text-fault', today: 'text-ochre', later: 'text-night' } as const;

const STATE_LOOK: Readonly<Record<string, string>> = {
  new: 'border-line-strong',
  packing: 'border-ochre bg-ochre-soft text-ochre',
  packed: 'border-glaze bg-glaze-soft text-glaze',
  ready: 'border-glaze bg-glaze-soft text-glaze',
  late: 'border-fault bg-fault-soft text-fault',
};

/** What everything under it leaves by, and how much that is. */
export function GroupHead({ row, group }: { row: DeskRow; group: DeskGroup | undefined }) {
  const { now, format, facts, nameOf } = useDesk();
  const { text, press } = dueWords(row, now, facts);
  const location = facts.locations.find(({ id }) => id === row.origin);
  return (
    <div className="flex items-baseline gap-3 border-line-strong border-t bg-bone px-3 py-1.5 text-sm">
      <span className={clsx('w-20 shrink-0 font-semibold', PRESS[press])}>{text}</span>
      <span className="font-semibold">{leavingWords(row, nameOf(row.service), dayOf(now, facts.timeZone), format)}</span>
      <span className="ms-auto text-ash">
        {group && `${format.count(group.orders, 'order')}, ${format.count(group.parcels, 'parcel')}, ${format.mass(group.weight)}`}
        {location && facts.locations.length > 1 && ` from ${location.name}`}
      </span>
    </div>
  );
}

interface RowProps {
  row: DeskRow;
  index: number;
  chosen: boolean;
  open: boolean;
  focus: boolean;
  onChoose: () => void;
  onOpen: () => void;
}

/** One consignment: number, who and where, what, how heavy, how far it is. */
export function RowOfDesk({ row, index, chosen, open, focus, onChoose, onOpen }: RowProps) {
  const { facts, format } = useDesk();
  const state = stateWords(row);
  const part = row.parts > 1 ? `, part ${row.part + 1} of ${row.parts}` : '';
  return (
    <div
      role="row"
      aria-rowindex={index + 1}
      aria-selected={chosen}
      tabIndex={focus ? 0 : -1}
      data-row={index}
      onClick={onOpen}
      className={clsx(
        'grid cursor-default grid-cols-[1.75rem_4rem_minmax(7rem,1fr)_minmax(6rem,1.2fr)_5.5rem_6.25rem] items-center gap-2 border-line border-t px-3 py-1 -outline-offset-2 max-[1100px]:grid-cols-[1.75rem_3.5rem_minmax(6rem,1fr)_minmax(4rem,1fr)_6.25rem]',
        open ? 'bg-clay-tint' : chosen ? 'bg-clay-soft' : row.together === null ? 'bg-paper hover:bg-bone' : 'bg-night-soft',
      )}
    >
      <span role="gridcell">
        <input
          type="checkbox"
          tabIndex={-1}
          checked={chosen}
          aria-label={`Choose order ${row.order}${part}`}
          onClick={(event) => event.stopPropagation()}
          onChange={onChoose}
          className="block size-4 accent-clay"
        />
      </span>
      <span role="gridcell" className="text-ash">
        {row.order}
        {row.parts > 1 && <span className="text-xs">/{row.part + 1}</span>}
      </span>
      <span role="gridcell" className="truncate">
        <span className="font-semibold">{row.name ?? 'Buyer forgotten'}</span> {row.town}
        {goesAbroad(row, facts) && `, ${regionName(row.country, facts.locale)}`}
      </span>
      <span role="gridcell" className="truncate text-sm" title={row.goods}>
        {row.goods}
      </span>
      <span role="gridcell" className="text-end text-sm whitespace-nowrap max-[1100px]:hidden">
        {row.parcels === 0 && row.together !== null ? 'in another' : format.mass(row.weight)}
      </span>
      <span role="gridcell" className="flex items-center justify-end gap-1">
        {row.noted && <StickyNote size={14} className="text-ochre" aria-label="has a note" />}
        <span className={clsx('rounded-full border px-2 text-sm whitespace-nowrap', STATE_LOOK[state] ?? 'border-line-strong text-ash')}>
          {state}
        </span>
      </span>
    </div>
  );
}

/** Orders of one buyer that could travel as one, and what that would save. */
export function TogetherOffer({
  set,
  onTogether,
  onKeepApart,
}: {
  set: TogetherSet;
  onTogether: (giveBack: GiveBack) => void;
  onKeepApart: () => void;
}) {
  const { format } = useDesk();
  const asOne = set.beyondOne === null || set.beyondOne === set.paidTwice ? 0 : set.beyondOne;
  return (
    <div
      role="row"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-line border-t bg-night-soft px-3 py-1.5 ps-[2.9rem] text-sm"
    >
      <span role="gridcell" className="min-w-0 flex-1">
        <span className="font-semibold text-night">{format.list(set.of.map(({ order }) => String(order)))} can travel together.</span> One
        buyer, one address: {format.count(set.parcels, 'parcel')}, {format.mass(set.weight)}
        {set.saves !== null && set.saves > 0 ? `, ${format.money(set.saves)} less to carry.` : '.'}
      </span>
      <span role="gridcell" className="flex items-center gap-3">
        {set.paidTwice === 0 && asOne === 0 ? (
          <Button onClick={() => onTogether('nothing')}>Pack together</Button>
        ) : (
          <Menu
            trigger={<Button>Pack together…</Button>}
            groups={() => [
              {
                entries: [
                  { label: 'Both prices stay charged', about: 'Nothing is given back', act: () => onTogether('nothing') },
                  {
                    label: `Give back ${format.money(set.paidTwice)}`,
                    about: 'What the second paid for its delivery; kept with the order',
                    act: () => onTogether('further'),
                  },
                  ...(asOne > 0
                    ? [
                        {
                          label: `Give back ${format.money(asOne)}`,
                          about: 'What one order of all of it would not have cost',
                          act: () => onTogether('beyondOne'),
                        },
                      ]
                    : []),
                ],
              },
            ]}
          />
        )}
        <Button look="quiet" onClick={onKeepApart}>
          Keep apart
        </Button>
      </span>
    </div>
  );
}
