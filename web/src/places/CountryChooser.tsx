import { listCountries, regionName } from '@ostrakon/core';
import { useCallback } from 'react';
import { Chooser } from '../ui/Chooser.tsx';
import type { Choice } from '../ui/choices.ts';
import { countryFoundBy } from '../words/useWords.ts';

/** Countries by name in a language, found as people call them: those among which is chosen, the served ones first where they are named. */
export function useCountryChoices(locale: string, served?: readonly string[], among?: readonly string[]): () => readonly Choice[] {
  return useCallback(() => {
    const reached = served && new Set(served);
    return (among ?? listCountries())
      .map((value) => ({
        value,
        name: regionName(value, locale),
        by: countryFoundBy(value, locale),
        ...(reached && { group: reached.has(value) ? 'Served' : 'Not served' }),
      }))
      .sort((a, b) => Number(reached?.has(b.value) ?? 0) - Number(reached?.has(a.value) ?? 0) || a.name.localeCompare(b.name, locale));
  }, [locale, served, among]);
}

/** A country, by typing: there are 249. */
export function CountryChooser({
  label,
  value,
  locale,
  served,
  among,
  className,
  id,
  onChange,
}: {
  label: string;
  value: string;
  locale: string;
  /** Countries that are served: they are shown first. */
  served?: readonly string[];
  /** Those to choose from; all where it is absent. */
  among?: readonly string[] | undefined;
  className?: string;
  id?: string;
  onChange: (country: string) => void;
}) {
  const choices = useCountryChoices(locale, served, among);
  return (
    <Chooser
      label={label}
      value={value}
      shown={value === '' ? 'Choose a country' : regionName(value, locale)}
      hint="A country, in any language"
      choices={choices}
      onChange={onChange}
      {...(className !== undefined && { className })}
      {...(id !== undefined && { id })}
    />
  );
}
