import { CURRENCY_CODES, homeCountry, LANGUAGES, type Shop } from '@ostrakon/core';
import { useId, useState } from 'react';
import { TimeZoneChooser } from '../../calendars/TimeZoneChooser.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { LookChoice } from './LookChoice.tsx';
import { PricingSettings } from './PricingSettings.tsx';

type Facts = Pick<Shop, 'name' | 'currency' | 'units' | 'locale' | 'timeZone'>;

function useFacts() {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  return (more: Partial<Facts>) => {
    const { name, currency, units, locale, timeZone } = shop;
    return session.dispatch({ name: 'setShop', args: { name, currency, units, locale, timeZone, ...more } });
  };
}

function Message({ text, label, about }: { text: 'noOption' | 'refer'; label: string; about: string }) {
  const { shop } = useDraft().book;
  const session = useDraftSession();
  return (
    <div>
      <span className="block font-semibold">{label}</span>
      <span className="mb-1 block text-sm text-ash">{about}</span>
      <TypedField
        label={label}
        shown={shop.texts[text]}
        read={(typed) => ({ ok: true, value: typed })}
        commit={(typed) => session.dispatch({ name: 'setTexts', args: { ...shop.texts, [text]: typed } })}
      />
    </div>
  );
}

/** Facts of the shop that prices and texts rest on. */
export function ShopScreen() {
  const { book } = useDraft();
  const { shop } = book;
  const change = useFacts();
  const id = useId();
  const [fault, setFault] = useState<string | null>(null);
  const [untold, setUntold] = useState<string | null>(null);
  const currencies = new Intl.DisplayNames('en', { type: 'currency' });
  const locales = new Intl.DisplayNames('en', { type: 'language' });
  return (
    <div className="max-w-4xl space-y-6 p-4">
      <h1 className="font-serif text-xl font-semibold">Shop</h1>
      <section aria-label="Facts" className="grid grid-cols-2 gap-4">
        <div>
          <span className="mb-1 block text-sm text-ash">Name</span>
          <TypedField
            label="Name of the shop"
            shown={shop.name}
            read={(name) => ({ ok: true, value: name })}
            commit={(name) => change({ name })}
          />
        </div>
        <div>
          <label htmlFor={`${id}-currency`} className="mb-1 block text-sm text-ash">
            Currency
          </label>
          <Select
            id={`${id}-currency`}
            label="Currency"
            value={shop.currency}
            onChange={(event) => {
              const outcome = change({ currency: event.target.value });
              setFault(outcome.ok ? null : outcome.message);
            }}
          >
            {CURRENCY_CODES.map((code) => (
              <option key={code} value={code}>
                {code} · {currencies.of(code)}
              </option>
            ))}
          </Select>
          {fault !== null && (
            <p role="alert" className="mt-0.5 text-xs text-fault">
              {fault}.
            </p>
          )}
        </div>
        <div>
          <span className="mb-1 block text-sm text-ash">Units shown, and meant by a bare number</span>
          <Segments
            label="Units"
            value={shop.units}
            choices={[
              ['metric', 'kg, cm'],
              ['imperial', 'lb, in'],
            ]}
            onChange={(units) => change({ units })}
          />
        </div>
        <div>
          <label htmlFor={`${id}-locale`} className="mb-1 block text-sm text-ash">
            Numbers and names as in
          </label>
          <Select
            id={`${id}-locale`}
            label="Numbers and names as in"
            value={shop.locale}
            onChange={(event) => {
              const outcome = change({ locale: event.target.value });
              setUntold(outcome.ok ? null : outcome.message);
            }}
          >
            {[...new Set([...LANGUAGES, shop.locale])].map((locale) => (
              <option key={locale} value={locale}>
                {locales.of(locale)}
              </option>
            ))}
          </Select>
          {untold !== null && (
            <p role="alert" className="mt-0.5 text-xs text-fault">
              {untold}: remove it among the words for buyers first.
            </p>
          )}
        </div>
        <div>
          <label htmlFor={`${id}-zone`} className="mb-1 block text-sm text-ash">
            Time zone of dates and weekdays
          </label>
          <TimeZoneChooser
            id={`${id}-zone`}
            label="Time zone"
            value={shop.timeZone}
            country={homeCountry(book)}
            onChange={(timeZone) => change({ timeZone })}
          />
        </div>
      </section>
      <PricingSettings />
      <section aria-label="Messages" className="space-y-4">
        <h2 className="font-serif text-lg font-semibold">What buyers read</h2>
        <Message
          text="noOption"
          label="Where nothing is offered"
          about="Outside the served countries, in no zone, or when no service can be offered."
        />
        <Message text="refer" label="Where the buyer should ask" about="In place of a price, on tiers set to “ask us”." />
      </section>
      <LookChoice />
    </div>
  );
}
