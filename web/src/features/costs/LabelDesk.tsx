import { askedParcels, askKey, type CarrierAccount, type RateAsk } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { carrierQueries } from '../../api/carrierApi.ts';
import { useBench } from '../../bench/BenchProvider.tsx';
import { rateDesk } from '../../carriers/rateDesk.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { silenceWords } from '../../words/carrierWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { PrintLabel } from './PrintLabel.tsx';
import { type Packed, usePacked } from './usePacked.ts';

interface Column {
  readonly key: string;
  /** The place of its account among the questions of a row. */
  readonly at: number;
  readonly account: string;
  readonly carrier: string;
  readonly code: string;
  readonly name: string;
}

function columnsOf(accounts: readonly CarrierAccount[]): Column[] {
  return accounts.flatMap(({ id, name: carrier, services }, at) =>
    services.filter(({ gone }) => !gone).map(({ code, name }) => ({ key: `${id}/${code}`, at, account: id, carrier, code, name })),
  );
}

function PriceCell({
  ask,
  column: { code, carrier, name },
  into,
  checked,
  onChoose,
}: {
  ask: RateAsk | null;
  column: Column;
  into: string;
  checked: boolean;
  onChoose: () => void;
}) {
  const { heard } = useBench();
  const format = useFormat();
  const answer = ask && heard.answers.get(askKey(ask));
  const rate = answer?.status === 'rates' ? answer.rates.find(({ service }) => service === code) : undefined;
  if (!rate) {
    const why = answer?.status === 'silent' ? silenceWords[answer.why] : answer?.declined.find(({ service }) => service === code)?.message;
    return <span className="inline-block max-w-36 text-xs text-ash">{answer ? (why ?? 'no price for this') : 'being asked…'}</span>;
  }
  return (
    <label className="inline-flex min-h-6 cursor-pointer items-center gap-1.5">
      <input
        type="radio"
        name="label"
        className="accent-clay"
        aria-label={`${into} by ${carrier} ${name}`}
        checked={checked}
        onChange={onChoose}
      />
      {format.plain(rate.amount)}
    </label>
  );
}

/** The questions to every account, for each way to pack. */
function useAsks(
  packed: readonly Packed[],
  origin: string | null,
  accounts: readonly CarrierAccount[],
): readonly (readonly (RateAsk | null)[])[] {
  const { request } = useBench();
  const { locations, shop } = useDraft().book;
  const from = locations.find(({ id }) => id === origin);
  const asks = packed.map(({ parcels }) =>
    accounts.map(({ id }): RateAsk | null => {
      if (!from) return null;
      const { country, subdivision, postalCode } = from;
      const { point: _point, ...to } = request.destination;
      return {
        account: id,
        from: { country, ...(subdivision !== null && { subdivision }), ...(postalCode !== null && { postalCode }) },
        to,
        residential: true,
        parcels: askedParcels(parcels),
        currency: shop.currency,
        declaredValue: null,
      };
    }),
  );
  useEffect(() => {
    rateDesk.want(new Map(asks.flat().flatMap((ask) => (ask ? [[askKey(ask), ask] as const] : []))));
  });
  return asks;
}

function unfitWords(goods: string | undefined, why: 'tooLarge' | 'tooHeavy'): string {
  const name = goods ?? 'what is on the bench';
  return why === 'tooHeavy' ? `Cannot be used: ${name} is heavier than it carries.` : `Cannot be used: ${name} does not fit into it.`;
}

/** The bench's cart packed and priced by every carrier: what another carton would cost, and a label to look at. */
export function LabelDesk() {
  const { state, request } = useBench();
  const format = useFormat();
  const { data } = useQuery(carrierQueries.state);
  const { packed, unfit, origin } = usePacked();
  const [chosen, setChosen] = useState<{ row: number; key: string } | null>(null);
  const accounts = data?.accounts ?? [];
  const asks = useAsks(packed, origin, accounts);
  const columns = columnsOf(accounts);
  const shipped = state.cart.lines.length > 0;
  const askOf = (row: number, at: number) => asks[row]?.[at] ?? null;
  const column = columns.find(({ key }) => key === chosen?.key);
  const ask = chosen && column ? askOf(chosen.row, column.at) : null;
  return (
    <div className="p-4">
      <h1 className="font-serif text-xl font-semibold">Label test</h1>
      <p className="mb-3 text-sm text-ash">The cart on the bench, packed into one carton or another, as every carrier would bill it.</p>
      {(!shipped || packed.length === 0) && <p>Put goods that are sent on the bench.</p>}
      {data && columns.length === 0 && (
        <p>
          No carrier’s services are known.{' '}
          <Link to="/shop/carriers" className="text-clay underline">
            Carriers
          </Link>
        </p>
      )}
      {packed.length > 0 && columns.length > 0 && (
        <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
          <table className="w-full text-sm">
            <caption className="sr-only">What each carton costs by each carrier service</caption>
            <thead>
              <tr>
                <th scope="col" className="px-3 py-2 text-start align-bottom font-normal text-ash">
                  Packed into; costs in {format.currency}
                </th>
                {columns.map(({ key, carrier, name }) => (
                  <th key={key} scope="col" className="px-2 py-2 text-end align-bottom font-normal">
                    <span className="block text-xs text-ash">{carrier}</span>
                    <span className="font-semibold">{name}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {packed.map(({ packaging, parcels }, row) => {
                const count = parcels.reduce((sum, parcel) => sum + parcel.count, 0);
                const weight = parcels.reduce((sum, parcel) => sum + parcel.packedWeight * parcel.count, 0);
                return (
                  <tr key={packaging?.id ?? ''} className="border-line border-t">
                    <th scope="row" className="px-3 py-1.5 text-start font-normal">
                      <span className="font-semibold">{packaging?.name ?? 'As the shop packs it'}</span>
                      <span className="block text-xs whitespace-nowrap text-ash">
                        {format.count(count, 'parcel')}, {format.mass(weight)}
                      </span>
                    </th>
                    {columns.map((column) => (
                      <td key={column.key} className="px-2 py-1.5 text-end">
                        <PriceCell
                          ask={askOf(row, column.at)}
                          column={column}
                          into={packaging?.name ?? 'As the shop packs it'}
                          checked={chosen?.row === row && chosen.key === column.key}
                          onChoose={() => setChosen({ row, key: column.key })}
                        />
                      </td>
                    ))}
                  </tr>
                );
              })}
              {unfit.map(({ packaging, line, why }) => (
                <tr key={packaging.id} className="border-line border-t">
                  <th scope="row" className="px-3 py-1.5 text-start font-semibold">
                    {packaging.name}
                  </th>
                  <td colSpan={columns.length} className="px-2 py-1.5 text-ash">
                    {unfitWords(line === null ? undefined : request.lines[line]?.name, why)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {ask && column && (
        <PrintLabel
          key={`${chosen?.row} ${column.key}`}
          choice={{ ask, carrier: column.carrier, service: column.code, name: column.name }}
          origin={origin}
        />
      )}
    </div>
  );
}
