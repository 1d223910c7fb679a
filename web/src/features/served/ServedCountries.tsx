import { countryGroupName, groupMembers, listCountries } from '@ostrakon/core';
import { useMemo, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { isFoundBy, plainName } from '../../words/plainName.ts';
import { countryFoundBy, useFormat } from '../../words/useWords.ts';

const CONTINENTS = ['002', '019', '142', '150', '009', 'EU'] as const;

/** Where the shop sells at all, and which served countries lie in no zone. */
export function ServedCountries() {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const [typed, setTyped] = useState('');
  const { served } = book.shop;
  const on = useMemo(() => new Set(served), [served]);
  const set = (countries: readonly string[]) => session.dispatch({ name: 'setServed', args: { countries: [...countries] } });
  const countries = useMemo(
    () =>
      listCountries()
        .map((code) => [code, format.region(code)] as const)
        .sort((a, b) => a[1].localeCompare(b[1])),
    [format],
  );
  const wanted = plainName(typed);
  const { locale } = book.shop;
  const shown = wanted === '' ? countries : countries.filter(([code]) => isFoundBy(countryFoundBy(code, locale), wanted));
  const toggleGroup = (group: string) => {
    const members = groupMembers(group);
    const all = members.every((code) => on.has(code));
    set(all ? served.filter((code) => !members.includes(code)) : [...served, ...members]);
  };
  return (
    <section aria-label="Served countries">
      <h2 className="font-serif text-lg font-semibold">Served countries</h2>
      <p className="text-sm text-ash">
        {served.length} of {countries.length} are served.
      </p>
      <div className="my-2 flex flex-wrap gap-2">
        <SearchField label="Find a country" value={typed} onType={setTyped} className="w-48" />
        {CONTINENTS.map((group) => (
          <Button
            key={group}
            aria-pressed={groupMembers(group).every((code) => on.has(code))}
            className="aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-slip"
            onClick={() => toggleGroup(group)}
          >
            {countryGroupName(group)}
          </Button>
        ))}
      </div>
      <ul className="grid max-h-64 grid-cols-3 gap-x-4 overflow-auto rounded-lg border border-line-strong bg-paper p-3">
        {shown.map(([code, name]) => (
          <li key={code}>
            <label className="flex items-center gap-2 py-1">
              <input
                type="checkbox"
                className="size-4 accent-clay"
                checked={on.has(code)}
                onChange={() => set(on.has(code) ? served.filter((one) => one !== code) : [...served, code])}
              />
              <span className="truncate">{name}</span>
            </label>
          </li>
        ))}
        {shown.length === 0 && <li className="text-ash">No country of that name.</li>}
      </ul>
    </section>
  );
}
