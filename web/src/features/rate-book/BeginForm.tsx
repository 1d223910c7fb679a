import {
  type Beginning,
  beginShop,
  CURRENCY_CODES,
  currencyOfCountry,
  emptyBook,
  homeCountry,
  languageOfCountry,
  regionName,
  suggestedTimeZone,
  unitsOfCountry,
} from '@ostrakon/core';
import { X } from 'lucide-react';
import { useCallback, useId, useMemo, useState } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { TimeZoneChooser } from '../../calendars/TimeZoneChooser.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { CountryChooser, useCountryChoices } from '../../places/CountryChooser.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { Chooser } from '../../ui/Chooser.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';

/** What a country suggests: its money, measures, language and clock. */
function habitsOf(country: string, before: Beginning): Beginning {
  return {
    ...before,
    country,
    currency: currencyOfCountry(country) ?? before.currency,
    units: unitsOfCountry(country),
    locale: languageOfCountry(country) ?? before.locale,
    timeZone: suggestedTimeZone(country, Intl.DateTimeFormat().resolvedOptions().timeZone),
    others: typeof before.others === 'string' ? before.others : before.others.filter((one) => one !== country),
  };
}

/** The countries besides its own that the shop delivers to, one added after the other. */
function Others({ typed, onChange }: { typed: Beginning; onChange: (others: readonly string[]) => void }) {
  const every = useCountryChoices(typed.locale);
  const { others } = typed;
  const chosen = typeof others === 'string' ? [] : others;
  const choices = useCallback(
    () => every().filter(({ value }) => value !== typed.country && !chosen.includes(value)),
    [every, typed.country, chosen],
  );
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1.5">
      {chosen.map((code) => (
        <span key={code} className="inline-flex items-center gap-1 rounded-md bg-ash-soft py-0.5 ps-2 text-sm">
          {regionName(code, typed.locale)}
          <SignButton
            className="size-6!"
            label={`Not to ${regionName(code, typed.locale)}`}
            onClick={() => onChange(chosen.filter((one) => one !== code))}
          >
            <X size={12} aria-hidden />
          </SignButton>
        </span>
      ))}
      <Chooser
        label="Add a country"
        className="w-52!"
        value=""
        shown="Add a country"
        hint="A country"
        choices={choices}
        onChange={(code) => onChange([...chosen, code])}
      />
    </div>
  );
}

const WHERE = [
  ['none', 'Its own country'],
  ['some', 'Some countries'],
  ['all', 'Everywhere'],
] as const;

type Faults = Partial<Record<'name' | 'country' | 'postalCode' | 'timeZone', string>>;

/** What must be said before a shop can begin. */
function missingIn({ name, country, timeZone }: Beginning): Faults {
  return {
    ...(name.trim() === '' && { name: 'Write the name of the shop.' }),
    ...(country === '' && { country: 'Choose the country the shop is in.' }),
    ...(country !== '' && timeZone === '' && { timeZone: 'The country has several. Choose one.' }),
  };
}

/** The one beginning of an empty shop: what all that comes later rests on. */
export function BeginForm() {
  const { book } = useDraft();
  const { shop } = book;
  const session = useDraftSession();
  const id = useId();
  const [typed, setTyped] = useState<Beginning>(() => ({
    // A shop that was named before is not asked again.
    name: shop.name === emptyBook().shop.name ? '' : shop.name,
    country: book.locations[0]?.country ?? '',
    city: '',
    postalCode: '',
    currency: shop.currency,
    units: shop.units,
    locale: shop.locale,
    timeZone: shop.timeZone,
    others: 'none',
  }));
  const [faults, setFaults] = useState<Faults>({});
  const set = (more: Partial<Beginning>) => setTyped({ ...typed, ...more });
  const currencies = useMemo(() => new Intl.DisplayNames('en', { type: 'currency' }), []);
  const { send } = useBench();
  const begin = () => {
    const missing = missingIn(typed);
    if (Object.keys(missing).length > 0) return setFaults(missing);
    const commands = beginShop(book, { ...typed, name: typed.name.trim() });
    const taken = session.dispatch({ name: 'together', args: { commands } });
    if (!taken.ok)
      return setFaults(taken.path.includes('postalCode') ? { postalCode: `${taken.message}.` } : { name: `${taken.message}.` });
    send({ kind: 'setDestination', destination: { country: typed.country } });
  };
  const where = typeof typed.others === 'string' ? typed.others : 'some';
  return (
    <form
      aria-label="Begin your shop"
      className="max-w-3xl rounded-lg border border-line-strong bg-paper p-4"
      onSubmit={(event) => {
        event.preventDefault();
        begin();
      }}
    >
      <h2 className="font-serif text-lg font-semibold">Begin with your shop</h2>
      <p className="mb-3 text-sm text-ash">
        All of it can be changed later. What follows takes it over: money, measures, clock and addresses.
      </p>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2.5">
        <LabelledInput label="Name of the shop" value={typed.name} fault={faults.name} onType={(name) => set({ name })} />
        <div>
          <span className="text-sm" id={`${id}-country`}>
            Country it sends from
          </span>
          <CountryChooser
            label="Country it sends from"
            className="mt-0.5"
            value={typed.country}
            locale={typed.locale}
            onChange={(country) => {
              setTyped(habitsOf(country, typed));
              setFaults({});
            }}
          />
          {faults.country !== undefined && (
            <p role="alert" className="mt-0.5 text-xs text-fault">
              {faults.country}
            </p>
          )}
        </div>
        <LabelledInput label="Town, if you like" value={typed.city} onType={(city) => set({ city })} />
        <LabelledInput
          label="Postal code, if you like"
          value={typed.postalCode}
          fault={faults.postalCode}
          onType={(postalCode) => set({ postalCode })}
        />
        <div>
          <label htmlFor={`${id}-currency`} className="text-sm">
            Currency
          </label>
          <Select
            id={`${id}-currency`}
            label="Currency"
            className="mt-0.5"
            value={typed.currency}
            onChange={(event) => set({ currency: event.target.value })}
          >
            {CURRENCY_CODES.map((code) => (
              <option key={code} value={code}>
                {code} · {currencies.of(code)}
              </option>
            ))}
          </Select>
        </div>
        <div>
          <label htmlFor={`${id}-zone`} className="text-sm">
            Time zone
          </label>
          <span className="mt-0.5 block" />
          <TimeZoneChooser
            id={`${id}-zone`}
            label="Time zone"
            value={typed.timeZone}
            country={typed.country || homeCountry({ shop, locations: [] })}
            onChange={(timeZone) => set({ timeZone })}
          />
          {faults.timeZone !== undefined && (
            <p role="alert" className="mt-0.5 text-xs text-fault">
              {faults.timeZone}
            </p>
          )}
        </div>
        <div>
          <span className="mb-0.5 block text-sm">Weights and sizes</span>
          <Segments
            label="Weights and sizes"
            value={typed.units}
            choices={[
              ['metric', 'kg, cm'],
              ['imperial', 'lb, in'],
            ]}
            onChange={(units) => set({ units })}
          />
        </div>
        <div>
          <span className="mb-0.5 block text-sm">It delivers to</span>
          <Segments
            label="It delivers to"
            value={where}
            choices={WHERE}
            onChange={(next) => set({ others: next === 'some' ? [] : next })}
          />
          {where === 'some' && <Others typed={typed} onChange={(others) => set({ others })} />}
        </div>
      </div>
      <div className="mt-4 flex justify-end">
        <Button look="main" type="submit">
          Begin
        </Button>
      </div>
    </form>
  );
}
