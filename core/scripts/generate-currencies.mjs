// Writes core/src/money/currencies.generated.ts: what each country pays with today and which measures with pounds and inches, of the
// Unicode CLDR, as carried by the npm package cldr-core. Run it after that package is updated, and commit what it writes.
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { version } = require('cldr-core/package.json');
const { region } = require('cldr-core/supplemental/currencyData.json').supplemental.currencyData;
const { measurementSystem } = require('cldr-core/supplemental/measurementData.json').supplemental.measurementData;

/** The currency in use: the one that came last of those that are tender and have not ended. */
const current = (list) => {
  const held = list.map((entry) => Object.entries(entry)[0]).filter(([, { _to, _tender }]) => _to === undefined && _tender !== 'false');
  return held.sort(([, a], [, b]) => (a._from < b._from ? 1 : -1))[0]?.[0];
};
const byCurrency = new Map();
for (const [country, list] of Object.entries(region).sort()) {
  const code = /^[A-Z]{2}$/.test(country) ? current(list) : undefined;
  if (code) byCurrency.set(code, [...(byCurrency.get(code) ?? []), country]);
}
const lines = [...byCurrency].sort(([a], [b]) => (a < b ? -1 : 1)).map(([code, countries]) => `${code}:${countries.join(' ')}`);
// Parcels of the United Kingdom are weighed in kilograms: common practice, no published source.
const pounds = Object.entries(measurementSystem)
  .filter(([code, system]) => system === 'US' && code !== '001')
  .map(([code]) => code);

writeFileSync(
  new URL('../src/money/currencies.generated.ts', import.meta.url),
  `// Written by scripts/generate-currencies.mjs. Source: Unicode CLDR ${version}, currencyData and measurementData, by the npm package cldr-core.

/** Currency, a colon, then the countries that pay with it; one currency a line. */
export const CURRENCY_LINES = \`${lines.join('\n')}\`;

/** Countries that weigh in pounds and measure in inches. */
export const POUND_COUNTRIES = '${pounds.sort().join(' ')}';
`,
);
