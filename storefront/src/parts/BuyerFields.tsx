import type { Quote } from '@ostrakon/client';
import { type Buyer, type Destination, nowhere, withoutAddress } from '../basket.ts';
import { useFront } from '../FrontProvider.tsx';
import { AddressFields } from './AddressFields.tsx';

export type Field = keyof Buyer;
export const FIELDS: readonly (readonly [Field, 'text' | 'email', string])[] = [
  ['name', 'text', 'shipping name'],
  ['mail', 'email', 'email'],
  ['street', 'text', 'shipping street-address'],
  ['town', 'text', 'shipping address-level2'],
];

/** Who buys, and the rest of the address. */
export function BuyerFields({ faults }: { faults: Partial<Record<Field, string>> }) {
  const { basket, words, change } = useFront();
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {FIELDS.map(([field, type, autoComplete]) => (
        <div key={field}>
          <label className="mb-1 block text-sm text-dim" htmlFor={`buyer-${field}`}>
            {words[field]}
          </label>
          <input
            id={`buyer-${field}`}
            type={type}
            name={field}
            className="field"
            autoComplete={autoComplete}
            value={basket.buyer[field]}
            aria-invalid={faults[field] !== undefined}
            aria-describedby={faults[field] === undefined ? undefined : `fault-${field}`}
            onChange={(event) => change((held) => ({ ...held, buyer: { ...held.buyer, [field]: event.target.value } }))}
          />
          {faults[field] !== undefined && (
            <span id={`fault-${field}`} className="mt-1 block text-sm text-fault">
              {faults[field]}
            </span>
          )}
        </div>
      ))}
    </div>
  );
}

/** Where it goes: as far as delivery depends on it. */
export function Addresses({ quote }: { quote: Quote | null }) {
  const { basket, shop, words, change } = useFront();
  const set = (at: number) => (next: Destination) =>
    change((held) => ({ ...held, addresses: held.addresses.map((one, nth) => (nth === at ? next : one)) }));
  const askedOf = (at: number) =>
    Object.fromEntries((quote?.address ?? []).flatMap(({ to, field, text }) => (to === at ? [[field, text]] : [])));
  const mayMore = shop.severalAddresses.allowed && basket.addresses.length < 6;
  return (
    <div className="space-y-4">
      {basket.addresses.map((destination, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: addresses go by their number
        <div key={at} className="space-y-2">
          {basket.addresses.length > 1 && (
            <div className="flex items-center justify-between">
              <h2 className="font-semibold">{at === 0 ? words.firstAddress : words.nthAddress(at + 1)}</h2>
              {at > 0 && (
                <button type="button" className="link" onClick={() => change((held) => withoutAddress(held, at))}>
                  {words.noElsewhere}
                </button>
              )}
            </div>
          )}
          <AddressFields nth={at} destination={destination} onChange={set(at)} asked={askedOf(at)} />
        </div>
      ))}
      {mayMore && (
        <button
          type="button"
          className="link"
          onClick={() => change((held) => ({ ...held, addresses: [...held.addresses, nowhere(held.addresses[0]?.country ?? shop.home)] }))}
        >
          {words.elsewhere}
        </button>
      )}
    </div>
  );
}
