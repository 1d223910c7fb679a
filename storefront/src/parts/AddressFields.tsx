import { useId } from 'react';
import type { Destination } from '../basket.ts';
import { useFront } from '../FrontProvider.tsx';
import { fitsShape } from '../postalCode.ts';
import { useCountry } from '../useCountry.ts';

interface Props {
  destination: Destination;
  onChange: (next: Destination) => void;
  /** What the shop asks for, by field. */
  asked: Readonly<Partial<Record<'subdivision' | 'postalCode', string>>>;
  /** Which of several addresses this is. */
  nth: number;
}

/** Country, region and postal code: what delivery depends on. */
export function AddressFields({ destination, onChange, asked, nth }: Props) {
  const { shop, words, format } = useFront();
  const known = useCountry(destination.country);
  const id = useId();
  const names = new Intl.DisplayNames(format.language, { type: 'region' });
  const countries = shop.countries
    .map((code) => ({ code, name: names.of(code) ?? code }))
    .sort((a, b) => a.name.localeCompare(b.name, format.language));
  // Somebody whose country is not served is told so, not left without a way to say where they are.
  const all = countries.some(({ code }) => code === destination.country)
    ? countries
    : [...countries, { code: destination.country, name: names.of(destination.country) ?? destination.country }];
  const wrong =
    known?.postal && destination.postalCode.trim() !== '' && !fitsShape(destination.postalCode, known.postal.pattern)
      ? words.notPostal(known.postal.example)
      : null;
  const codeFault = wrong ?? asked.postalCode ?? null;
  const section = nth === 0 ? 'shipping' : `section-${nth + 1} shipping`;
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <label className="block">
        <span className="mb-1 block text-sm text-dim">{words.country}</span>
        <select
          className="field"
          autoComplete={`${section} country`}
          value={destination.country}
          onChange={(event) => onChange({ country: event.target.value, subdivision: '', postalCode: '' })}
        >
          {all.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {known?.postal !== null && (
        <div>
          <label className="mb-1 block text-sm text-dim" htmlFor={`${id}code`}>
            {words.postalCode}
          </label>
          <input
            id={`${id}code`}
            className="field uppercase placeholder:normal-case"
            autoComplete={`${section} postal-code`}
            placeholder={known?.postal?.example}
            value={destination.postalCode}
            aria-invalid={codeFault !== null}
            aria-describedby={codeFault === null ? undefined : `${id}fault`}
            onChange={(event) =>
              onChange({ country: destination.country, subdivision: destination.subdivision, postalCode: event.target.value })
            }
          />
          {codeFault !== null && (
            <p id={`${id}fault`} className="mt-1 text-sm text-fault">
              {codeFault}
            </p>
          )}
        </div>
      )}
      {known !== null && known.regions.length > 0 && (
        <div>
          <label className="mb-1 block text-sm text-dim" htmlFor={`${id}region`}>
            {words.region}
          </label>
          <select
            id={`${id}region`}
            className="field"
            autoComplete={`${section} address-level1`}
            value={destination.subdivision}
            aria-invalid={asked.subdivision !== undefined}
            onChange={(event) =>
              onChange({ country: destination.country, postalCode: destination.postalCode, subdivision: event.target.value })
            }
          >
            <option value="">{words.regionByCode}</option>
            {known.regions.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </select>
          {asked.subdivision !== undefined && <span className="mt-1 block text-sm text-fault">{asked.subdivision}</span>}
        </div>
      )}
    </div>
  );
}
