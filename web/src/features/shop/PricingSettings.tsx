import { minorDigits, type Pricing } from '@ostrakon/core';
import { Link } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { orNone, readCount } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';

const choices = {
  ending: [
    ['none', 'as worked out'],
    ['up99', 'up to the next .99'],
    ['nearest05', 'to the nearest 0.05'],
    ['nearestWhole', 'to the nearest whole amount'],
  ],
  rounding: [
    ['halfUp', 'half a cent up'],
    ['halfEven', 'half a cent to the even cent'],
  ],
  tax: [
    ['none', 'not taxed'],
    ['included', 'taxed within the price'],
    ['added', 'taxed on top of the price'],
  ],
  order: [
    ['owner', 'in the order of the rate book'],
    ['cheapest', 'the cheapest first'],
    ['fastest', 'the fastest first'],
  ],
} as const satisfies { [K in keyof Pricing]: readonly (readonly [Pricing[K], string])[] };

const labels = {
  ending: 'Round prices',
  rounding: 'Round percentages',
  tax: 'Delivery is',
  order: 'Show options',
} as const satisfies Record<keyof Pricing, string>;

/** How every price is finished, how options stand, and orders to several addresses. */
export function PricingSettings() {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  const { pricing, severalAddresses } = shop;
  const cents = minorDigits(shop.currency) > 0;
  return (
    <section aria-label="Prices" className="space-y-4">
      <h2 className="font-serif text-lg font-semibold">Prices and options</h2>
      <div className="grid grid-cols-2 gap-4">
        {(Object.keys(labels) as (keyof Pricing)[])
          .filter((field) => field !== 'ending' || cents)
          .map((field) => (
            <div key={field}>
              <span className="mb-1 block text-sm text-ash">{labels[field]}</span>
              <Select
                label={labels[field]}
                value={pricing[field]}
                onChange={(event) => session.dispatch({ name: 'setPricing', args: { ...pricing, [field]: event.target.value } })}
              >
                {choices[field].map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </Select>
            </div>
          ))}
      </div>
      {pricing.tax !== 'none' && (
        <p className="text-sm text-ash">
          The rate stands with each zone: open a zone on{' '}
          <Link to="/book" className="text-clay underline">
            the sheet
          </Link>{' '}
          to set it.
        </p>
      )}
      <div className="flex items-start gap-4">
        <label className="flex items-center gap-1.5 py-1.5">
          <input
            type="checkbox"
            className="size-4 accent-clay"
            checked={severalAddresses.allowed}
            onChange={(event) =>
              session.dispatch({ name: 'setSeveralAddresses', args: { ...severalAddresses, allowed: event.target.checked } })
            }
          />
          An order may go to several addresses
        </label>
        {severalAddresses.allowed && (
          <span className="flex items-start gap-2">
            <span aria-hidden className="py-1.5 text-sm text-ash">
              items at most
            </span>
            <TypedField<number | undefined>
              label="Items of an order to several addresses"
              className="w-24"
              inputClass="text-end"
              placeholder="any"
              shown={severalAddresses.mostItems === null ? '' : String(severalAddresses.mostItems)}
              read={orNone(readCount(shop))}
              commit={(mostItems) =>
                session.dispatch({ name: 'setSeveralAddresses', args: { ...severalAddresses, mostItems: mostItems ?? null } })
              }
            />
          </span>
        )}
      </div>
    </section>
  );
}
