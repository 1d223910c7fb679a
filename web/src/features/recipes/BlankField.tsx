import type { Answers, BlankKind, BlankValues, CarrierChoice, PlannedZone } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { useId } from 'react';
import { Link } from 'react-router';
import { carrierQueries } from '../../api/carrierApi.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Echo } from '../../ui/Echo.tsx';
import { Select } from '../../ui/Select.tsx';
import { TickMany } from '../../ui/TickMany.tsx';
import { useFormat } from '../../words/useWords.ts';
import { countryOfZone } from '../../words/zoneGroups.ts';
import { blankReader, type TypedKind } from './readBlank.ts';

/** How wide what is typed is, in letters. */
const WIDTH: Readonly<Record<TypedKind, string>> = {
  name: 'w-40',
  money: 'w-24',
  weight: 'w-24',
  distance: 'w-24',
  count: 'w-16',
  share: 'w-20',
  hours: 'w-24',
  time: 'w-28',
  coupon: 'w-28',
  season: 'w-48',
};

/** What stands in an empty blank: the unit, or an example of the form. */
function useHints(named: string): Readonly<Record<TypedKind, string>> {
  const { shop } = useDraft().book;
  const format = useFormat();
  const metric = shop.units === 'metric';
  return {
    name: named,
    money: shop.currency,
    weight: metric ? 'kg' : 'lb',
    distance: metric ? 'km' : 'miles',
    count: 'how many',
    share: '%',
    hours: 'hours',
    time: format.time('14:00'),
    coupon: 'code',
    season: '1 Nov to 24 Dec',
  };
}

interface BlankProps {
  readonly label: string;
  readonly fault: string | undefined;
}

/** A blank that is typed, in the line of its sentence. */
export function TypedBlank({
  label,
  kind,
  named,
  value,
  fault,
  onType,
}: BlankProps & { kind: TypedKind; named: string; value: string; onType: (text: string) => void }) {
  const { shop } = useDraft().book;
  const id = useId();
  const hints = useHints(named);
  const read = value.trim() === '' ? null : blankReader(kind, shop)(value);
  const twoWays = read?.ok ? read.twoWays : undefined;
  return (
    <span className="inline-block align-top">
      <input
        aria-label={label}
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : id}
        value={value}
        placeholder={hints[kind]}
        autoComplete="off"
        onChange={(event) => onType(event.target.value)}
        className={clsx(
          'h-8 rounded-md border px-2 font-sans text-base placeholder:text-ash',
          WIDTH[kind],
          fault === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft',
        )}
      />
      {twoWays && fault === undefined && <Echo twoWays={twoWays} onInstead={onType} />}
      {fault !== undefined && (
        <span id={id} role="alert" className="block max-w-56 font-sans text-xs text-fault">
          {fault}
        </span>
      )}
    </span>
  );
}

/** A blank for which one thing is chosen, in the line of its sentence. */
function ChosenOne({
  label,
  value,
  choices,
  fault,
  onChoose,
}: BlankProps & { value: string; choices: readonly (readonly [value: string, name: string])[]; onChoose: (value: string) => void }) {
  return (
    <span className="inline-block align-top font-sans">
      <Select
        label={label}
        className={clsx('w-auto! max-w-64', fault !== undefined && 'border-fault! bg-fault-soft!')}
        value={value}
        aria-invalid={fault !== undefined}
        onChange={(event) => onChoose(event.target.value)}
      >
        <option value="" disabled>
          choose
        </option>
        {choices.map(([one, name]) => (
          <option key={one} value={one}>
            {name}
          </option>
        ))}
      </Select>
      {fault !== undefined && (
        <span role="alert" className="block text-xs text-fault">
          {fault}
        </span>
      )}
    </span>
  );
}

const keyOf = ({ account, code }: CarrierChoice) => `${account} ${code}`;

/** Services of the carriers the shop has an account with. */
function CarriageBlank({ value, onAnswer, ...rest }: BlankProps & { value: CarrierChoice | undefined; onAnswer: OnAnswer }) {
  const { data } = useQuery(carrierQueries.state);
  const choices = (data?.accounts ?? []).flatMap(({ id, name, services }) =>
    services.map((service) => ({ choice: { account: id, carrier: name, code: service.code }, name: `${service.name} by ${name}` })),
  );
  if (data && choices.length === 0)
    return (
      <Link to="/shop/carriers" className="text-clay underline">
        a carrier you have no account with yet
      </Link>
    );
  return (
    <ChosenOne
      {...rest}
      value={value ? keyOf(value) : ''}
      choices={choices.map(({ choice, name }) => [keyOf(choice), name])}
      onChoose={(key) => onAnswer(choices.find(({ choice }) => keyOf(choice) === key)?.choice)}
    />
  );
}

type OnAnswer = (value: BlankValues[BlankKind] | undefined) => void;

interface ChosenProps extends BlankProps {
  readonly kind: Exclude<BlankKind, TypedKind>;
  readonly value: Answers[string];
  readonly zones: readonly PlannedZone[];
  readonly onAnswer: OnAnswer;
}

const ANY_GOODS = '*';

/** A blank for which something of the book is chosen. */
export function ChosenBlank({ kind, value, zones, onAnswer, ...rest }: ChosenProps) {
  const { book } = useDraft();
  const named = (list: readonly { id: string; name: string }[]) => list.map(({ id, name }) => [id, name] as const);
  switch (kind) {
    case 'zone':
      return (
        <ChosenOne
          {...rest}
          value={(value as PlannedZone | undefined)?.id ?? ''}
          choices={named(zones)}
          onChoose={(id) => onAnswer(zones.find((zone) => zone.id === id))}
        />
      );
    case 'service':
      return <ChosenOne {...rest} value={(value as string | undefined) ?? ''} choices={named(book.services)} onChoose={onAnswer} />;
    case 'group':
      return <ChosenOne {...rest} value={(value as string | undefined) ?? ''} choices={named(book.goodsGroups)} onChoose={onAnswer} />;
    case 'goods':
      return (
        <ChosenOne
          {...rest}
          value={value === null ? ANY_GOODS : ((value as string | undefined) ?? '')}
          choices={[[ANY_GOODS, 'all goods'], ...named(book.goodsGroups)]}
          onChoose={(id) => onAnswer(id === ANY_GOODS ? null : id)}
        />
      );
    case 'carriage':
      return <CarriageBlank {...rest} value={value as CarrierChoice | undefined} onAnswer={onAnswer} />;
    case 'zones':
    case 'services':
      return <ManyBlank {...rest} kind={kind} value={value} zones={zones} onAnswer={onAnswer} />;
  }
}

/** Zones or services to tick, below the sentence. */
function ManyBlank({ label, fault, kind, value, zones, onAnswer }: ChosenProps) {
  const { book } = useDraft();
  const list =
    kind === 'services'
      ? book.services
      : zones.map(({ id, name }) => {
          const held = book.zones.find((zone) => zone.id === id);
          return { id, name, ...(held && { group: countryOfZone(held, book.shop.locale) }) };
        });
  const ids = ((value ?? []) as readonly (string | PlannedZone)[]).map((one) => (typeof one === 'string' ? one : one.id));
  return (
    <fieldset className="mt-3 border-line border-t pt-2 font-sans">
      <legend className="sr-only">{label}</legend>
      <p aria-hidden className="mb-1 text-sm text-ash">
        {label}
      </p>
      <TickMany
        what={kind}
        list={list}
        chosen={new Set(ids)}
        onChange={(next) => onAnswer(kind === 'services' ? [...next] : zones.filter(({ id }) => next.includes(id)))}
      />
      {fault !== undefined && (
        <p role="alert" className="text-xs text-fault">
          {fault}
        </p>
      )}
    </fieldset>
  );
}
