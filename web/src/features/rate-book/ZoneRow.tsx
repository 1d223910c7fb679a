import { type Lane, laneOf, type Offer, type Service, type Withheld, type Zone } from '@ostrakon/core';
import type { Format } from '../../words/format.ts';
import { placeWords } from '../../words/quoteWords.ts';
import { LaneCell } from './LaneCell.tsx';
import { StartCell } from './StartCell.tsx';
import { againstLiveWords, type CellWords, cartWords, type Face, marginWords, promiseWords, ratesWords } from './sheetCell.ts';
import { useDragOrder } from './useDragOrder.ts';
import type { AnswerOf } from './useLiveAnswers.ts';
import { ZoneHead } from './ZoneHead.tsx';

function placesSummary({ places }: Zone, format: Format, subdivision: (code: string) => string): string {
  const held = places.filter((place) => !place.excluded);
  const [first] = held;
  if (!first) return 'no places yet';
  const short = held
    .slice(0, 3)
    .map((place) => (place.kind === 'subdivision' ? place.subdivision.slice(3) : placeWords(place, format, subdivision)));
  return short.join(', ') + (held.length > 3 ? ` and ${held.length - 3} more` : '');
}

export interface SheetLook {
  readonly face: Face;
  readonly services: readonly Service[];
  readonly format: Format;
  readonly locale: string;
  readonly subdivision: (code: string) => string;
  readonly tabIndex: (row: number, column: number) => number;
  /** Lanes chosen to be changed together. */
  readonly chosen: ReadonlySet<string>;
  readonly live: AnswerOf | null;
  /** Lanes that sell below cost by the latest survey. */
  readonly marks: ReadonlySet<string>;
}

interface ZoneRowProps {
  zone: Zone;
  /** 1 for the nearest. */
  row: number;
  answers: readonly (Offer | Withheld)[];
  /** The bench's address falls in this zone. */
  marked: boolean;
  look: SheetLook;
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
export function ZoneRow({ zone, row, answers, marked, look }: ZoneRowProps) {
  const { face, services, format, subdivision, tabIndex, chosen, marks } = look;
  const { element, handle, state } = useDragOrder<HTMLTableRowElement>({ kind: 'zone', id: zone.id });
  const dot = marked ? 'border-clay bg-clay' : 'border-ash bg-bone';
  return (
    <tr
      ref={element}
      className={`h-[54px] ${state === 'dragged' ? 'opacity-60' : state === 'over' ? 'outline-2 -outline-offset-2 outline-clay' : ''}`}
    >
      <th scope="row" className={`border-line border-b p-0 text-left align-top font-normal ${marked ? 'bg-clay-soft' : 'bg-slip'}`}>
        <div className="flex items-start gap-1.5 py-1 pr-0.5 pl-2">
          <span
            ref={handle}
            title="Drag to reorder"
            aria-hidden
            className={`mt-1 size-2.5 shrink-0 cursor-grab rounded-full border ${dot}`}
          />
          <ZoneHead zone={zone} summary={placesSummary(zone, format, subdivision)} row={row} tabIndex={tabIndex(row, 0)} />
        </div>
      </th>
      {services.map((service, index) => {
        const lane = laneOf(zone, service.id);
        const answer = answers[index];
        const place = { row, column: index + 1, tabIndex: tabIndex(row, index + 1), marked };
        if (!lane || !answer) return <StartCell key={service.id} zone={zone} service={service} {...place} />;
        const words = wordsOf(look, { zone, service, lane, answer });
        return (
          <LaneCell
            key={service.id}
            lane={`${zone.id}/${service.id}`}
            chosen={chosen.has(`${zone.id}/${service.id}`)}
            name={`${service.name} to ${zone.name}`}
            face={face}
            {...words}
            loses={marks.has(`${zone.id}/${service.id}`)}
            {...(face === 'rates' && service.kind !== 'carrier' && { card: lane.card })}
            {...place}
          />
        );
      })}
      <td className={`border-line border-b border-l ${marked ? 'bg-clay-soft' : ''}`} />
    </tr>
  );
}
