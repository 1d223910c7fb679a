import { Carriage, LiveTerms, PLAIN_CARRIAGE, PLAIN_TERMS, type Service } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { carrierQueries } from '../../api/carrierApi.ts';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { MarkupFields, UnansweredFields } from './LiveTermsFields.tsx';
import { TakeClosedDays } from './TakeClosedDays.tsx';

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
            {!live && <option value="">no carrier named</option>}
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
