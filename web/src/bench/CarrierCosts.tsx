import { type CarrierSide, marginOf, type Offer } from '@ostrakon/core';
import { useDraft } from '../draft/DraftProvider.tsx';
import { silenceWords } from '../words/carrierWords.ts';
import type { Format } from '../words/format.ts';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { useChosen } from './useChosen.ts';

type Priced = Extract<Offer, { status: 'priced' }>;
type Rated = Extract<CarrierSide, { kind: 'rate' }>;

const GRAM = 1_000_000;

function BilledParcels({ side, format }: { side: Rated; format: Format }) {
  return (
    <ul className="text-ash">
      {side.parcels.map(({ count, weight, volumetric, billed, amount }, at) => {
        const why = volumetric !== null && volumetric > weight ? ', by its volume' : '';
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: parcels of one answer never change places
          <li key={at}>
            {count} × {format.mass(weight * GRAM)}, billed as {format.mass(billed * GRAM)}
            {why}: {format.money(amount)}
          </li>
        );
      })}
    </ul>
  );
}

function Cost({ side, format }: { side: CarrierSide; format: Format }) {
  const { heard } = useBench();
  if (side.kind === 'declined') {
    return (
      <p className="text-ochre">
        {side.carrier} declined: {side.message}
      </p>
    );
  }
  if (side.kind === 'silent') {
    return (
      <p className={side.why === 'waiting' ? 'text-ash' : 'text-ochre'}>
        {side.carrier} {silenceWords[side.why]}
        {side.detail === undefined ? '' : ` (${side.detail})`}, so what it costs is not known.
      </p>
    );
  }
  const time = heard.times.get(side.account);
  const took = time?.from === 'tariff' ? 'from its price list' : time ? `answered in ${Math.max(1, Math.round(time.ms))} ms` : '';
  return (
    <>
      <p className="flex justify-between gap-2">
        <span>
          {side.carrier}, {side.name}
        </span>
        <span>{format.money(side.amount)}</span>
      </p>
      <ul className="ps-3 text-ash">
        {side.rows.length > 1 &&
          side.rows.map((row) => (
            <li key={row.name} className="flex justify-between gap-2">
              <span>{row.name}</span>
              <span>{format.money(row.amount)}</span>
            </li>
          ))}
      </ul>
      <BilledParcels side={side} format={format} />
      {took !== '' && <p className="text-xs text-ash">{took}</p>}
    </>
  );
}

/** Prices that stand in for a carrier that does not answer. */
function StandIns({ options, format }: { options: readonly Offer[]; format: Format }) {
  const { services } = useDraft().book;
  const name = (id: string) => services.find((one) => one.id === id)?.name ?? id;
  const standing = options.flatMap((offer) => (offer.status === 'priced' && offer.standIn ? [offer] : []));
  if (standing.length === 0) return null;
  return (
    <div role="status" className="mb-2 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
      <ul className="space-y-0.5">
        {standing.map(({ service, standIn, carriers, price }) => {
          const side = carriers?.find(({ kind }) => kind === 'silent');
          const why = side?.kind === 'silent' ? `${side.carrier} ${silenceWords[side.why]}` : 'Its carrier is silent';
          const by = standIn?.kind === 'service' ? `the price of ${name(standIn.service)}` : 'the prices kept for that';
          return (
            <li key={service}>
              {name(service)}: {why}; {by} holds, {format.price(price)}.
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** The carriers of the zone the bench's address falls in. */
function useCarriersHere() {
  const { services, zones } = useDraft().book;
  const { zone } = useBench();
  const lanes = zones.find(({ id }) => id === zone)?.lanes ?? {};
  const here = services.flatMap(({ id, carriage, kind }) =>
    carriage && Object.hasOwn(lanes, id) && (kind === 'card' || kind === 'carrier') ? [[carriage.account, carriage.carrier] as const] : [],
  );
  return [...new Map(here)];
}

function Outage() {
  const { down, setDown } = useBench();
  const carriers = useCarriersHere();
  if (carriers.length === 0) return null;
  return (
    <fieldset className="mt-2 text-sm">
      <legend className="text-ash">On this bench, as if it did not answer:</legend>
      <div className="flex flex-wrap gap-x-3">
        {carriers.map(([account, carrier]) => (
          <label key={account} className="flex min-h-6 items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-clay"
              checked={down.has(account)}
              onChange={(event) => setDown(account, event.target.checked)}
            />
            {carrier}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function Margin({ offer, format }: { offer: Priced; format: Format }) {
  const found = marginOf(offer);
  if (!found) return null;
  const tax = offer.tax?.amount ?? 0;
  const loss = found.margin < 0;
  return (
    <dl className="mt-1 grid grid-cols-[1fr_auto] border-line border-t pt-1">
      <dt>{tax > 0 ? 'Price without tax' : 'Price'}</dt>
      <dd className="text-end">{format.money(offer.price - tax)}</dd>
      <dt>Carriage</dt>
      <dd className="text-end">−{format.money(found.carriage)}</dd>
      {found.packaging > 0 && (
        <>
          <dt>Packaging</dt>
          <dd className="text-end">−{format.money(found.packaging)}</dd>
        </>
      )}
      <dt className="font-semibold">{loss ? 'Loss' : 'Margin'}</dt>
      <dd className={`text-end font-semibold ${loss ? 'text-fault' : 'text-glaze'}`}>{format.money(found.margin)}</dd>
    </dl>
  );
}

/** What carriage of the chosen option costs the shop, and what is left: for the owner only. */
export function CarrierCosts() {
  const { quote } = useBench();
  const { services } = useDraft().book;
  const chosen = useChosen();
  const format = useFormat();
  const carriers = useCarriersHere();
  const sides = chosen?.status === 'priced' ? (chosen.carriers ?? []) : [];
  if (carriers.length === 0) return null;
  return (
    <section aria-label="What it costs us" className="border-line border-t px-4 py-3 text-sm">
      <h3 className="mb-1.5 font-semibold text-ash">
        What it costs us{chosen ? `: ${services.find(({ id }) => id === chosen.service)?.name}` : ''}
      </h3>
      <StandIns options={quote.options} format={format} />
      {chosen?.status === 'priced' && sides.length === 0 && <p className="text-ash">No carrier is named for this service.</p>}
      {sides.map((side, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: one for each consignment, in their order
        <Cost key={at} side={side} format={format} />
      ))}
      {chosen?.status === 'priced' && <Margin offer={chosen} format={format} />}
      <Outage />
    </section>
  );
}
