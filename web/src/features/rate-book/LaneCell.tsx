import type { Card } from '@ostrakon/core';
import clsx from 'clsx';
import { memo, useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { FindingLink, markWords } from '../../proof/FindingLink.tsx';
import type { SheetMark } from '../../proof/sheetMarks.ts';
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
  /** The price alone, in as little room as it takes. */
  compact: boolean;
  /** In a column that offers nothing in sight: said without emphasis. */
  quiet?: boolean;
  /** What was found of it. */
  finding?: SheetMark | undefined;
  /** For the tiny step line. */
  card?: Card;
}

/** How each tone looks: the words a cell begins with, and those below. */
const MAIN: Record<CellWords['tone'], string> = {
  price: 'font-semibold',
  refer: 'font-semibold',
  live: 'font-semibold text-night italic',
  standIn: 'font-semibold text-ochre underline decoration-dotted',
  free: 'font-semibold text-glaze',
  loss: 'font-semibold text-fault',
  withheld: 'text-sm text-ash',
};
const BELOW: Partial<Record<CellWords['tone'], string>> = { live: 'text-night', standIn: 'text-ochre' };

/** The faces on which the second line is as much a figure as the first. */
const SAYS_MORE: Record<Face, boolean> = { rates: true, cart: false, margin: true, promise: true, live: true };

/** A figure stays with its unit where a cell is too narrow for one line. */
const together = (words: string) => words.replace(/(\d) (?=kg|g|lb|oz)/g, '$1\u00a0');

/** The second line of a cell: what decides. */
function Below({ compact, face, detail, short = detail, tone }: Pick<LaneCellProps, 'compact' | 'face' | 'detail' | 'short' | 'tone'>) {
  if (compact && !SAYS_MORE[face]) return null;
  const small = compact || face === 'rates';
  return (
    <span className={clsx(compact ? 'block truncate' : 'line-clamp-2', BELOW[tone] ?? 'text-ash', small ? 'text-xs leading-4' : 'text-sm')}>
      {together(compact ? short : detail)}
    </span>
  );
}

const groundOf = (hatched: boolean, marked: boolean) => (hatched ? 'hatched bg-ash-soft' : marked ? 'bg-clay-soft' : 'bg-bone');

/** A lane on the sheet: opens the lane; flashes once when its price changes. */
export const LaneCell = memo(function LaneCell({
  lane,
  chosen,
  name,
  face,
  compact,
  main,
  detail,
  short,
  tone,
  changed: differs = false,
  card,
  quiet = false,
  finding,
  row,
  column,
  tabIndex,
  marked,
}: LaneCellProps) {
  const [zone = '', service = ''] = lane.split('/');
  const said = `${face} ${main}`;
  const before = useRef(said);
  // What is still being asked is nothing to point at; the answer is.
  const changed = before.current !== said && before.current.startsWith(`${face} `) && main !== 'asking…';
  useEffect(() => {
    before.current = said;
  }, [said]);
  return (
    <td
      aria-colindex={column + 1}
      className={clsx(
        'relative h-px border-line border-b border-s p-0 align-top',
        groundOf(tone === 'withheld' && !quiet, marked),
        chosen && 'outline-2 outline-clay -outline-offset-2',
      )}
    >
      <Link
        to={`/book/${lane}`}
        data-lane={lane}
        aria-describedby={chosen ? 'chosen-lane' : undefined}
        data-cell={`${row},${column}`}
        tabIndex={tabIndex}
        aria-label={`${name}: ${main}${detail === '' ? '' : `, ${detail}`}${finding ? `; ${markWords(finding)}` : ''}`}
        title={compact ? `${name}\n${main}\n${detail}`.trim() : undefined}
        className="block h-full hover:bg-clay-tint/40"
      >
        <span
          key={said}
          className={clsx(
            compact ? 'relative flex h-full min-h-[47px] flex-col justify-center px-1.5 py-0.5 text-end' : 'block min-h-[53px] px-2 py-1.5',
            changed && 'requoted',
          )}
        >
          <span
            className={clsx(
              'line-clamp-2',
              MAIN[tone],
              compact && face === 'rates' && 'text-xs whitespace-nowrap',
              differs && 'text-clay! font-semibold underline',
            )}
          >
            {together(compact && face === 'rates' ? main.replace(' to ', '\u2013') : main)}
          </span>
          <Below compact={compact} face={face} detail={detail} tone={tone} {...(short !== undefined && { short })} />
          {card && <StepSpark card={card} />}
        </span>
      </Link>
      {finding && <FindingLink mark={finding} zone={zone} service={service} of={name} className="absolute start-0 top-0 print:hidden" />}
    </td>
  );
});
