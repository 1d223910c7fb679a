import { type Card, CountMeasure, dimensionOf, MEASURES, type Measure, parseUnit, unitText } from '@ostrakon/core';
import type { ReactNode } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { readMoney, readPercent } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read, Taken } from '../../ui/useTypedField.ts';
import { measureWords } from '../../words/quoteWords.ts';
import { typedProblemWords } from '../../words/typedProblem.ts';
import { useFormat } from '../../words/useWords.ts';
import { useLane } from './useLane.ts';

type Of<K extends Card['kind']> = Extract<Card, { kind: K }>;

function useSetCard(): { preview: (card: Card | null) => Taken; commit: (card: Card) => Taken } {
  const { cardAt } = useLane();
  const session = useDraftSession();
  const command = (card: Card) => ({ name: 'setCard', args: { ...cardAt, card } }) as const;
  return { preview: (card) => session.preview(card && command(card)), commit: (card) => session.dispatch(command(card)) };
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[1fr_9rem] items-start gap-2 py-1">
      <span aria-hidden className="py-1.5">
        {label}
      </span>
      {children}
    </div>
  );
}

function Field<T>({
  label,
  shown,
  read,
  card,
  inputClass = 'text-end',
}: {
  label: string;
  shown: string;
  read: (text: string) => Read<T>;
  card: (value: T) => Card;
  inputClass?: string;
}) {
  const { preview, commit } = useSetCard();
  return (
    <Row label={label}>
      <TypedField
        label={label}
        inputClass={inputClass}
        shown={shown}
        read={read}
        preview={(value) => preview(value === null ? null : card(value))}
        commit={(value) => commit(card(value))}
      />
    </Row>
  );
}

function MeasureChoice({
  label,
  value,
  measures,
  onChange,
}: {
  label: string;
  value: Measure;
  measures: readonly Measure[];
  onChange: (measure: Measure) => void;
}) {
  return (
    <Row label={label}>
      <Select label={label} value={value} onChange={(event) => onChange(event.target.value as Measure)}>
        {measures.map((measure) => (
          <option key={measure} value={measure}>
            {measureWords[measure]}
          </option>
        ))}
      </Select>
    </Row>
  );
}

const box = 'rounded-lg border border-line-strong bg-paper px-3 py-2';

/** One price for the first item, another for each further one. */
export function FirstAndFurther({ card }: { card: Of<'firstAndFurther'> }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const { commit } = useSetCard();
  const one = card.measure === 'parcels' ? 'parcel' : 'item';
  return (
    <div className={box}>
      <MeasureChoice
        label="What is counted"
        value={card.measure}
        measures={CountMeasure.options}
        onChange={(measure) => commit({ ...card, measure: measure as typeof card.measure })}
      />
      <Field label={`First ${one}`} shown={format.plain(card.first)} read={readMoney(shop)} card={(first) => ({ ...card, first })} />
      <Field
        label={`Each further ${one}`}
        shown={format.plain(card.further)}
        read={readMoney(shop)}
        card={(further) => ({ ...card, further })}
      />
    </div>
  );
}

/** A first unit of a measure, when another measure is chosen. */
function firstUnit(measure: Measure, metric: boolean): string | number {
  const units = {
    mass: metric ? '1 kg' : '1 lb',
    money: 1000,
    count: 1,
    length: metric ? '10 cm' : '4 in',
    distance: metric ? '1 km' : '1 mi',
  } as const;
  return units[dimensionOf(measure)];
}

/** A base, and so much for each started unit of a measure. */
export function StartedUnits({ card }: { card: Of<'startedUnits'> }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const { commit } = useSetCard();
  const { measure, unit } = card.per;
  const readUnit = (text: string): Read<string | number> => {
    const parsed = parseUnit(text, measure, shop);
    return parsed.ok ? parsed : { ok: false, message: typedProblemWords(parsed.problem) };
  };
  return (
    <div className={box}>
      <Field label="Base" shown={format.plain(card.base)} read={readMoney(shop)} card={(base) => ({ ...card, base })} />
      <Field label="For each started unit" shown={format.plain(card.each)} read={readMoney(shop)} card={(each) => ({ ...card, each })} />
      <Field
        label="A unit is"
        shown={unitText(unit, measure, shop)}
        read={readUnit}
        card={(next) => ({ ...card, per: { measure, unit: next } })}
      />
      <MeasureChoice
        label="Of"
        value={measure}
        measures={MEASURES}
        onChange={(next) =>
          commit({
            ...card,
            per: { measure: next, unit: dimensionOf(next) === dimensionOf(measure) ? unit : firstUnit(next, shop.units === 'metric') },
          })
        }
      />
    </div>
  );
}

/** A share of the goods value. */
export function PercentOfGoods({ card }: { card: Of<'percent'> }) {
  const format = useFormat();
  const { commit } = useSetCard();
  return (
    <div className={box}>
      <Field
        label="Share"
        shown={format.percent(card.basisPoints)}
        read={readPercent(format, 100_000)}
        card={(basisPoints) => ({ ...card, basisPoints })}
      />
      <MeasureChoice
        label="Of"
        value={card.of}
        measures={['valueAfterDiscounts', 'valueBeforeDiscounts']}
        onChange={(of) => commit({ ...card, of: of as typeof card.of })}
      />
    </div>
  );
}
