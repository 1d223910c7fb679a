// Writes core/src/time/weeks.generated.ts: days of rest and the first day of the week by country, of the Unicode CLDR, as
// carried by the npm package cldr-core. Run it after that package is updated, and commit what it writes.
import { writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { version } = require('cldr-core/package.json');
const { firstDay, weekendStart, weekendEnd } = require('cldr-core/supplemental/weekData.json').supplemental.weekData;

const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
const numberOf = (day) => DAYS.indexOf(day) + 1;
const countries = (table) => Object.keys(table).filter((code) => /^[A-Z]{2}$/.test(code));

function restOf(country) {
  const [from, until] = [numberOf(weekendStart[country] ?? weekendStart['001']), numberOf(weekendEnd[country] ?? weekendEnd['001'])];
  const days = [from];
  for (let day = from; day !== until; ) {
    day = (day % 7) + 1;
    days.push(day);
  }
  return days.join('');
}

/** `days:countries`, what holds in most places left out. */
function lines(of, usual, codes) {
  const held = new Map();
  for (const country of codes.sort()) {
    const days = of(country);
    if (days !== usual) held.set(days, [...(held.get(days) ?? []), country]);
  }
  return [...held].sort(([a], [b]) => (a < b ? -1 : 1)).map(([days, list]) => `${days}:${list.join(' ')}`);
}

const rest = lines(restOf, '67', [...new Set([...countries(weekendStart), ...countries(weekendEnd)])]);
const first = lines((country) => String(numberOf(firstDay[country])), '1', countries(firstDay));
const wrapped = (name, list) =>
  `export const ${name} = \`\n${list.map((line) => line.replaceAll(/(.{1,120}) (?=.{1,120})/g, (whole) => (whole.length > 100 ? `${whole.trimEnd()}\n` : whole))).join('\n')}\n\`;`;

writeFileSync(
  new URL('../src/time/weeks.generated.ts', import.meta.url),
  `// Written by scripts/generate-weeks.mjs. Source: Unicode CLDR ${version}, weekData, by the npm package cldr-core.

/** Days of rest, Monday 1 to Sunday 7, and the countries where they hold; elsewhere Saturday and Sunday. */
${wrapped('REST_LINES', rest)}

/** The first day of the week, and the countries where it is that; elsewhere Monday. */
${wrapped('FIRST_DAY_LINES', first)}
`,
);
