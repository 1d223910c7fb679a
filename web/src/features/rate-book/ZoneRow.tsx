import { type Lane, laneOf, type Offer, type Service, type Withheld, type Zone } from '@ostrakon/core';
import type { SheetMark } from '../../proof/sheetMarks.ts';
import { spread } from '../../ui/useRowsInSight.tsx';
import type { Format } from '../../words/format.ts';
import { placeWords } from '../../words/quoteWords.ts';
import { LaneCell } from './LaneCell.tsx';
import { PriceInCell } from './PriceInCell.tsx';
import { StartCell } from './StartCell.tsx';
import { againstLiveWords, type CellWords, cartWords, type Face, marginWords, promiseWords, ratesWords } from './sheetCell.ts';
import type { CellAt } from './useCellPrices.ts';
import { useDragOrder } from './useDragOrder.ts';
import type { AnswerOf } from './useLiveAnswers.ts';
import { ZoneHead } from './ZoneHead.tsx';

function placesSummary({ places }: Zone, format: Format, subdivision: (code: string) => string): string {
  const held = places.filter((place) => !place.excluded);
  const [first] = held;
  if (!first) return 'no places yet';
  const short = held.slice(0, 3).map((place) => {
    if (place.kind === 'subdivision') return place.subdivision.slice(3);
    if (place.kind === 'postal') return format.count(place.rules.split('\n').length, 'postal line');
    return placeWords(place, format, subdivision);
  });
  return short.join(', ') + (held.length > 3 ? ` and ${held.length - 3} more` : '');
}

export interface SheetLook {
  readonly face: Face;
  readonly services: readonly Service[];
  readonly serviceIds: readonly string[];
  /** Those of them that are in sight, by place. */
  readonly columns: readonly number[];
  readonly format: Format;
  readonly locale: string;
  readonly subdivision: (code: string) => string;
  readonly tabIndex: (row: number, column: number) => number;
  /** Lanes chosen to be changed together. */
  readonly chosen: ReadonlySet<string>;
  readonly compact: boolean;
  /** The cell a price is being typed in. */
  readonly typing: CellAt | null;
  readonly onTyped: (at: CellAt, steps: readonly [down: number, right: number] | null) => void;
  readonly live: AnswerOf | null;
  /** Services that no zone in sight is offered for this cart. */
  readonly quiet: ReadonlySet<string>;
  /** What was found, by place. */
  readonly marks: ReadonlyMap<string, SheetMark>;
}

interface ZoneRowProps {
  zone: Zone;
  /** 1 for the nearest. */
  row: number;
  answers: readonly (Offer | Withheld)[];
  /** The bench's address falls in this zone. */
  marked: boolean;
  look: SheetLook;
  /** Told the row, to know how high it is. */
  measured: (element: Element | null) => void;
}

interface OneLane {
  readonly zone: Zone;
  readonly service: Service;
  readonly lane: Lane;
  readonly answer: Offer | Withheld;
}

/** What a cell says on the face that is shown. */
function wordsOf({ face, format, locale, live }: SheetLook, { zone, service, lane, answer }: OneLane): CellWords {
  switch (face) {
    case 'rates':
      return ratesWords(lane, format, service);
    case 'margin':
      return marginWords(answer, format);
    case 'promise':
      return promiseWords(answer, locale, format);
    case 'live':
      return live ? againstLiveWords(answer, live(zone.id, service.id), format) : cartWords(answer, format);
    case 'cart':
      return cartWords(answer, format);
  }
}

/** A zone across all services. What a cell says is worked out here, so that a cell is drawn anew only when it says something else. */
export function ZoneRow({ zone, row, answers, marked, look, measured }: ZoneRowProps) {
  const { face, services, serviceIds, columns, format, subdivision, tabIndex, chosen, marks } = look;
  const { element, handle, state } = useDragOrder<HTMLTableRowElement>({ kind: 'zone', id: zone.id });
  const dot = marked ? 'border-clay bg-clay' : 'border-ash bg-bone';
  return (
    <tr
      ref={(row) => {
        element.current = row;
        measured(row);
      }}
      data-index={row - 1}
      aria-rowindex={row + 1}
      className={`${look.compact ? 'h-[48px]' : 'h-[54px]'} ${state === 'dragged' ? 'opacity-60' : state === 'over' ? 'outline-2 -outline-offset-2 outline-clay' : ''}`}
    >
      <th
        scope="row"
        className={`sticky start-0 z-10 border-line border-e border-b p-0 text-start align-top font-normal ${marked ? 'bg-clay-soft' : 'bg-slip'}`}
      >
        <div className="flex items-start gap-1.5 py-1 pe-0.5 ps-2">
          <span
            ref={handle}
            title="Drag to reorder"
            aria-hidden
            className={`mt-1 size-2.5 shrink-0 cursor-grab rounded-full border ${dot}`}
          />
          <ZoneHead
            compact={look.compact}
            zone={zone}
            summary={placesSummary(zone, format, subdivision)}
            row={row}
            tabIndex={tabIndex(row, 0)}
            finding={marks.get(`${zone.id}/`)}
          />
        </div>
      </th>
      {spread(columns, serviceIds, (index) => {
        const service = services[index];
        const lane = service && laneOf(zone, service.id);
        const answer = answers[index];
        const place = { row, column: index + 1, tabIndex: tabIndex(row, index + 1), marked };
        if (!service) return null;
        if (look.typing?.[0] === row && look.typing[1] === index + 1)
          return <PriceInCell zone={zone} service={service} {...place} onDone={(steps) => look.onTyped([row, index + 1], steps)} />;
        if (!lane || !answer) return <StartCell zone={zone} service={service} compact={look.compact} {...place} />;
        const words = wordsOf(look, { zone, service, lane, answer });
        return (
          <LaneCell
            lane={`${zone.id}/${service.id}`}
            chosen={chosen.has(`${zone.id}/${service.id}`)}
            name={`${service.name} to ${zone.name}`}
            face={face}
            compact={look.compact}
            {...words}
            quiet={look.quiet.has(service.id)}
            finding={marks.get(`${zone.id}/${service.id}`)}
            {...(face === 'rates' && service.kind !== 'carrier' && { card: lane.card })}
            {...place}
          />
        );
      })}
      <td className={`border-line border-b border-s ${marked ? 'bg-clay-soft' : ''}`} />
    </tr>
  );
}
