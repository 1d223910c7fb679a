import { Carriage, type ClosedDays, LiveTerms, Markup, PLAIN_CARRIAGE, PLAIN_TERMS, type Service, type Unanswered } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { carrierApi, carrierQueries } from '../../carriers/carrierApi.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { readMoney, readPercent } from '../../ui/readers.ts';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';
import type { Read } from '../../ui/useTypedField.ts';
import { markupWords } from '../../words/carrierWords.ts';
import { useFormat } from '../../words/useWords.ts';

const orNull =
  <T,>(read: (text: string) => Read<T>) =>
  (text: string): Read<T | null> =>
    text.trim() === '' ? { ok: true, value: null } : read(text);

function MarkupFields({
  terms,
  set,
}: {
  terms: LiveTerms;
  set: (more: Partial<LiveTerms>) => ReturnType<ReturnType<typeof checkedChange>>;
}) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const { markup } = terms;
  const change = checkedChange(Markup, markup, (next) => set({ markup: next }));
  const money = readMoney(shop);
  const amount = (label: string, value: number | null, commit: (next: number | null) => ReturnType<typeof change>, placeholder: string) => (
    <span className="text-sm">
      <span className="block text-xs text-ash">{label}</span>
      <TypedField<number | null>
        label={label}
        className="w-24"
        inputClass="text-right"
        placeholder={placeholder}
        shown={value === null ? '' : format.plain(value)}
        read={orNull(money)}
        commit={commit}
      />
    </span>
  );
  return (
    <section aria-label="Markup">
      <h2 className="font-serif text-lg font-semibold">Price</h2>
      <p className="text-sm text-ash">What the carrier asks, plus {markupWords(markup, format)}.</p>
      <div className="mt-2 flex flex-wrap items-start gap-3">
        <span className="text-sm">
          <span className="block text-xs text-ash">Share on top</span>
          <TypedField<number>
            label="Share on top"
            className="w-24"
            inputClass="text-right"
            shown={format.percent(markup.basisPoints)}
            read={readPercent(100_000)}
            commit={(basisPoints) => change({ basisPoints })}
          />
        </span>
        {amount('Amount on top', markup.amount, (next) => change({ amount: next ?? 0 }), '0.00')}
        {amount('Together at least', markup.least, (least) => change({ least }), 'any')}
        {amount('Together at most', markup.most, (most) => change({ most }), 'any')}
        <span className="text-sm">
          <span className="block text-xs text-ash">Price ends</span>
          <Select
            label="Price ends"
            className="w-52!"
            value={terms.ending ?? ''}
            onChange={(event) =>
              set({ ending: event.target.value === '' ? null : (event.target.value as NonNullable<LiveTerms['ending']>) })
            }
          >
            <option value="">as all prices of the shop</option>
            <option value="none">as it is worked out</option>
            <option value="up99">up to the next .99</option>
            <option value="nearest05">at the nearest 0.05</option>
            <option value="nearestWhole">at the nearest whole</option>
          </Select>
        </span>
      </div>
      <label className="mt-2 flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          className="accent-clay"
          checked={terms.beforeTax}
          onChange={(event) => set({ beforeTax: event.target.checked })}
        />
        The carrier’s prices are without tax: where the shop’s prices include it, add it
      </label>
    </section>
  );
}

function UnansweredFields({ service, terms, set }: { service: Service; terms: LiveTerms; set: (more: Partial<LiveTerms>) => unknown }) {
  const { services } = useDraft().book;
  const { unanswered } = terms;
  const others = services.filter(({ id }) => id !== service.id);
  const [first] = others;
  const choose = (kind: Unanswered['kind']) => {
    if (kind !== 'service') set({ unanswered: { kind } });
    else if (first) set({ unanswered: { kind, service: first.id } });
  };
  return (
    <section aria-label="Without an answer">
      <h2 className="font-serif text-lg font-semibold">While the carrier does not answer</h2>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Segments
          label="While the carrier does not answer"
          value={unanswered.kind}
          choices={[
            ['withhold', 'Withhold it'],
            ['card', 'Use each lane’s own card'],
            ...(first ? [['service', 'Charge what another service does'] as const] : []),
          ]}
          onChange={choose}
        />
        {unanswered.kind === 'service' && (
          <Select
            label="The other service"
            className="w-56!"
            value={unanswered.service}
            onChange={(event) => set({ unanswered: { kind: 'service', service: event.target.value } })}
          >
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        )}
      </div>
      <p className="mt-1 text-sm text-ash">
        {unanswered.kind === 'card' && 'Set the cards on the lanes of this service. '}
        What the carrier declines outright stays withheld, with its reason.
      </p>
    </section>
  );
}

function OwnPackaging({ carriage, set }: { carriage: Carriage; set: (more: Partial<Carriage>) => unknown }) {
  const { packaging } = useDraft().book.packing;
  const chosen = carriage.packaging;
  const toggle = (id: string, on: boolean) => {
    const next = packaging.map((one) => one.id).filter((one) => (one === id ? on : (chosen?.includes(one) ?? false)));
    if (next.length > 0) set({ packaging: next });
  };
  return (
    <section aria-label="Packaging">
      <h2 className="font-serif text-lg font-semibold">Packed into</h2>
      <Segments
        label="Packed into"
        value={chosen === null ? 'all' : 'some'}
        choices={[
          ['all', 'All packaging in use'],
          ['some', 'Only some of it'],
        ]}
        onChange={(which) => set({ packaging: which === 'all' ? null : packaging.filter(({ inUse }) => inUse).map(({ id }) => id) })}
      />
      {chosen !== null && (
        <div className="mt-1 flex flex-wrap gap-x-4">
          {packaging.map(({ id, name }) => (
            <label key={id} className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                className="accent-clay"
                checked={chosen.includes(id)}
                onChange={(event) => toggle(id, event.target.checked)}
              />
              {name}
            </label>
          ))}
        </div>
      )}
    </section>
  );
}

/** Closed days as the carrier gives them, this year and the next, put with those of the service. */
function TakeClosedDays({ service, carriage }: { service: Service; carriage: Carriage }) {
  const session = useDraftSession();
  const [busy, setBusy] = useState(false);
  const take = async () => {
    setBusy(true);
    try {
      const year = new Date().getFullYear();
      const lists = await Promise.all([year, year + 1].map((one) => carrierApi.closedDays(carriage.account, one)));
      const byName = new Map<string, ClosedDays['days']>();
      for (const { name, days } of lists.flat()) byName.set(name, [...(byName.get(name) ?? []), ...days]);
      const taken = [...byName].map(([name, days]) => ({ name, days }));
      const kept = service.days.closed.filter(({ name }) => !byName.has(name));
      const outcome = session.dispatch({
        name: 'setServiceDays',
        args: { service: service.id, days: { ...service.days, closed: [...kept, ...taken] } },
      });
      if (outcome.ok)
        toast(`Took ${taken.length} closed days of ${carriage.carrier}`, { action: { label: 'Undo', onClick: () => void session.undo() } });
      else toast.error(`${outcome.message}.`);
    } catch (error) {
      toast.error((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <Button disabled={busy} onClick={() => void take()}>
      {busy ? 'Asking…' : `Take the closed days of ${carriage.carrier}`}
    </Button>
  );
}

/** Who carries a service, what is added to the carrier's price, and what holds without an answer. */
export function CarriageForm({ service }: { service: Service }) {
  const session = useDraftSession();
  const { data } = useQuery(carrierQueries.state);
  const live = service.kind === 'carrier';
  const { carriage } = service;
  const terms = service.terms ?? PLAIN_TERMS;
  const send = (nextCarriage: Carriage | null, nextTerms: LiveTerms | null) =>
    session.dispatch({ name: 'setCarriage', args: { service: service.id, carriage: nextCarriage, terms: nextTerms } });
  const set = checkedChange(LiveTerms, terms, (next) => send(carriage, next));
  const setCarriage = checkedChange(Carriage, carriage ?? { ...PLAIN_CARRIAGE, account: '', carrier: '', service: '' }, (next) =>
    send(next, service.terms),
  );
  const choices = (data?.accounts ?? []).flatMap(({ id, name, services }) =>
    services
      .filter(({ gone, code }) => !gone || code === carriage?.service)
      .map(({ code, name: of }) => ({ key: `${id}/${code}`, account: id, carrier: name, code, of })),
  );
  const key = carriage ? `${carriage.account}/${carriage.service}` : '';
  const known = choices.some((one) => one.key === key);
  const choose = (wanted: string) => {
    const one = choices.find((entry) => entry.key === wanted);
    if (one) send({ ...(carriage ?? PLAIN_CARRIAGE), account: one.account, carrier: one.carrier, service: one.code }, service.terms);
    else if (!live) send(null, service.terms);
  };
  return (
    <div className="mb-6 space-y-5">
      <section aria-label="Carried by">
        <h2 className="font-serif text-lg font-semibold">Carried by</h2>
        <p className="text-sm text-ash">
          {live
            ? 'Each order is priced by asking this carrier.'
            : 'Prices are the shop’s own; the carrier is asked what each order costs, for your eyes only.'}
        </p>
        <div className="mt-1 flex flex-wrap items-center gap-3">
          <Select label="Carried by" className="w-72!" value={key} onChange={(event) => choose(event.target.value)}>
            {!live && <option value="">Nobody in particular</option>}
            {carriage && !known && (
              <option value={key}>
                {carriage.carrier}, {carriage.service}
              </option>
            )}
            {choices.map((one) => (
              <option key={one.key} value={one.key}>
                {one.carrier}, {one.of}
              </option>
            ))}
          </Select>
          {carriage && (
            <>
              <label className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="accent-clay"
                  checked={carriage.residential}
                  onChange={(event) => setCarriage({ residential: event.target.checked })}
                />
                To homes
              </label>
              <label className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="accent-clay"
                  checked={carriage.declareValue}
                  onChange={(event) => setCarriage({ declareValue: event.target.checked })}
                />
                Declare the value of the goods
              </label>
            </>
          )}
          <Link to="/shop/carriers" className="text-sm text-clay underline">
            Carriers
          </Link>
        </div>
      </section>
      {carriage && live && (
        <>
          <MarkupFields terms={terms} set={set} />
          <UnansweredFields service={service} terms={terms} set={set} />
          <section aria-label="Whose days">
            <h2 className="font-serif text-lg font-semibold">When it arrives</h2>
            <Segments
              label="Days on the way"
              value={terms.days}
              choices={[
                ['carrier', 'Days as the carrier says'],
                ['own', 'Days as set below'],
              ]}
              onChange={(days) => set({ days })}
            />
            <p className="mt-1 text-sm text-ash">Your own dispatch comes before either: cut-offs, packing days and closed days.</p>
            <div className="mt-2">
              <TakeClosedDays service={service} carriage={carriage} />
            </div>
          </section>
        </>
      )}
      {carriage && <OwnPackaging carriage={carriage} set={setCarriage} />}
    </div>
  );
}
