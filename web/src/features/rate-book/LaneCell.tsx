import type { Card } from '@ostrakon/core';
import clsx from 'clsx';
import { memo, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { StepSpark } from './StepSpark.tsx';
import type { CellWords, Face } from './sheetCell.ts';

export interface CellPlace {
  readonly row: number;
  readonly column: number;
  readonly tabIndex: number;
  readonly marked: boolean;
}

interface LaneCellProps extends CellPlace, CellWords {
  /** "nova-scotia/ground". */
  lane: string;
  /** Chosen to be changed together with others. */
  chosen: boolean;
  /** "Ground parcel to Nova Scotia". */
  name: string;
  face: Face;
  /** Sells below cost somewhere, by the latest survey. */
  loses?: boolean;
  /** For the tiny step line. */
  card?: Card;
}

/** How each tone looks: the words a cell begins with, and those below. */
const MAIN: Record<CellWords['tone'], string> = {
  price: 'font-semibold',
  refer: 'font-semibold',
  live: 'font-semibold text-night',
  standIn: 'font-semibold',
  free: 'font-semibold text-glaze',
  loss: 'font-semibold text-fault',
  withheld: 'text-sm text-ash',
};
const BELOW: Partial<Record<CellWords['tone'], string>> = { live: 'text-night', standIn: 'text-ochre' };

/** A figure stays with its unit where a cell is too narrow for one line. */
const together = (words: string) => words.replace(/(\d) (?=kg|g|lb|oz)/g, '$1\u00a0');

/** A lane on the sheet: opens the lane; flashes once when its price changes. */
export const LaneCell = memo(function LaneCell({
  lane,
  chosen,
  name,
  face,
  main,
  detail,
  tone,
  changed: differs = false,
  card,
  loses = false,
  row,
  column,
  tabIndex,
  marked,
}: LaneCellProps) {
  const said = `${face} ${main}`;
  const before = useRef(said);
  // What is still being asked is nothing to point at; the answer is.
  const changed = before.current !== said && before.current.startsWith(`${face} `) && main !== 'asking…';
  useEffect(() => {
    before.current = said;
  }, [said]);
  const withheld = tone === 'withheld';
  const ground = withheld ? 'hatched bg-ash-soft' : marked ? 'bg-clay-soft' : 'bg-bone';
  return (
    <td className={clsx('border-line border-b border-l p-0 align-top', ground, chosen && 'outline-2 outline-clay -outline-offset-2')}>
      <Link
        to={`/book/${lane}`}
        data-lane={lane}
        aria-describedby={chosen ? 'chosen-lane' : undefined}
        data-cell={`${row},${column}`}
        tabIndex={tabIndex}
        aria-label={`${name}: ${main}${detail === '' ? '' : `, ${detail}`}${loses ? '; sells below cost' : ''}`}
        className="block min-h-[53px] hover:bg-clay-tint/40"
      >
        <span key={said} className={clsx('block min-h-[53px] px-2 py-1.5', changed && 'requoted')}>
          {loses && (
            <span title="Sells below cost, by the latest survey" aria-hidden className="float-right mt-1 ml-1 size-2 rotate-45 bg-fault" />
          )}
          <span className={clsx('line-clamp-2', MAIN[tone], differs && 'text-clay! font-semibold')}>{together(main)}</span>
          <span className={clsx('line-clamp-2', BELOW[tone] ?? 'text-ash', face === 'rates' ? 'text-xs leading-4' : 'text-sm')}>
            {together(detail)}
          </span>
          {card && <StepSpark card={card} />}
        </span>
      </Link>
    </td>
  );
});
