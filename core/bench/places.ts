// Zone look-up with 50,000 postal rules: compiling, and one look-up.
import { findZone, indexPlaces } from '../src/places/placeIndex.ts';
import { checkPostalList } from '../src/places/postalList.ts';
import { orderOf } from '../src/places/postalRule.ts';

/** 40,000 codes, 5,000 prefixes and 5,000 ranges over ten zones. */
function rules(zone: number, salt: number): string {
  const pad = (value: number, digits: number) => String(value).padStart(digits, '0');
  const codes = Array.from({ length: 4000 }, (_, at) => pad((zone * 4000 + at) * 2 + (salt % 2), 5));
  const prefixes = Array.from({ length: 500 }, (_, at) => `${pad(zone * 500 + at, 4)}*`);
  const ranges = Array.from(
    { length: 500 },
    (_, at) => `${pad(50_000 + zone * 5000 + at * 10, 5)}-${pad(50_000 + zone * 5000 + at * 10 + 8, 5)}`,
  );
  return [...codes, ...prefixes, ...ranges].join('\n');
}
const zonesOf = (salt: number) =>
  Array.from({ length: 10 }, (_, zone) => [{ kind: 'postal' as const, country: 'US', rules: rules(zone, salt) }]);

const compiling = Array.from({ length: 9 }, (_, round) => {
  // Other rules each time: lists seen before are not built again.
  const zones = zonesOf(round).map(([place]) => [{ ...place, rules: `${place?.rules}\n9${round}*` } as NonNullable<typeof place>]);
  const began = performance.now();
  indexPlaces(zones);
  return performance.now() - began;
}).sort((a, b) => a - b);

const index = indexPlaces(zonesOf(0));
const asked = Array.from({ length: 100_000 }, (_, at) => ({ country: 'US', postalCode: String((at * 7919) % 100_000).padStart(5, '0') }));
let found = 0;
const looking = Array.from({ length: 7 }, () => {
  const began = performance.now();
  for (const to of asked) if (findZone(index, to)) found += 1;
  return ((performance.now() - began) / asked.length) * 1000;
}).sort((a, b) => a - b);

const pasted = Array.from({ length: 50_000 }, (_, at) => String(10_000 + at)).join('\n');
const began = performance.now();
const { good } = checkPostalList(pasted, 'US');
const checking = performance.now() - began;
if (orderOf('10000') !== 10_000 || found === 0 || good.length !== 50_000) throw new Error('nothing was found');
console.log('\n50,000 postal rules in ten zones');
console.log(
  `Compiling: ${compiling[4]?.toFixed(0)} ms. One look-up: ${looking[3]?.toFixed(2)} µs. Checking a pasted list of 50,000: ${checking.toFixed(0)} ms.`,
);
