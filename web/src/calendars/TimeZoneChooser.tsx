import { countriesByTimeZone, offsetAt, regionName, timeZoneNames, timeZonesOf } from '@ostrakon/core';
import { useCallback } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { Chooser } from '../ui/Chooser.tsx';
import type { Choice } from '../ui/choices.ts';
import { foundBy } from '../words/plainName.ts';
import { countryFoundBy } from '../words/useWords.ts';

/** "UTC+3", "UTC−3:30". */
function offsetWords(minutes: number): string {
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), Math.abs(minutes) % 60];
  return `UTC${minutes < 0 ? '−' : '+'}${hours}${rest === 0 ? '' : `:${String(rest).padStart(2, '0')}`}`;
}

/** How offsets are typed: "+3", "UTC+3", "GMT+03:00". */
function offsetFoundBy(minutes: number): string[] {
  const [hours, rest] = [Math.floor(Math.abs(minutes) / 60), String(Math.abs(minutes) % 60).padStart(2, '0')];
  const sign = minutes < 0 ? '-' : '+';
  const ways = [`${sign}${hours}`, `${sign}${String(hours).padStart(2, '0')}:${rest}`, `${sign}${hours}:${rest}`];
  return ways.flatMap((way) => [way, `utc${way}`, `gmt${way}`]);
}

/** "New York", "Argentina, Ushuaia": a zone by its town, without the part of the world. */
export const townOf = (zone: string): string => zone.split('/').slice(1).join(', ').replaceAll('_', ' ') || zone;

/** Zones of the country come first, by their towns; all are found by town, country, offset and name. */
export function timeZoneChoices(country: string, locale: string, now: number): Choice[] {
  const countries = countriesByTimeZone();
  const near = new Set(timeZonesOf(country));
  const choice = (value: string): Choice => {
    const minutes = offsetAt(now, value);
    const inCountries = countries.get(value) ?? [];
    const names = inCountries.map((code) => regionName(code, locale));
    const detail = [...(names.length === 0 || names.length > 3 ? [] : [names.join(', ')]), offsetWords(minutes)].join(' · ');
    const by = `${foundBy([townOf(value), value, ...offsetFoundBy(minutes)])} |${inCountries.map((code) => countryFoundBy(code, locale)).join(' |')}`;
    return { value, name: townOf(value), detail, by, group: near.has(value) ? regionName(country, locale) : 'Elsewhere' };
  };
  const all = timeZoneNames().map(choice);
  return [...all.filter(({ value }) => near.has(value)), ...all.filter(({ value }) => !near.has(value))];
}

/** A time zone, or none yet (""), chosen by typing a town, a country, an offset or its name. */
export function TimeZoneChooser({
  label,
  value,
  onChange,
  country,
  id,
}: {
  label: string;
  value: string;
  onChange: (timeZone: string) => void;
  country: string;
  id?: string;
}) {
  const { locale } = useDraft().book.shop;
  const choices = useCallback(() => timeZoneChoices(country, locale, Date.now()), [country, locale]);
  return (
    <Chooser
      label={label}
      value={value}
      shown={value === '' ? 'Choose a time zone' : `${townOf(value)} (${offsetWords(offsetAt(Date.now(), value))})`}
      choices={choices}
      onChange={onChange}
      hint="A town, a country, +3…"
      {...(id !== undefined && { id })}
    />
  );
}
