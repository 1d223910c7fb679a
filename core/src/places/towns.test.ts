import { postcodeValidator } from 'postcode-validator';
import { describe, expect, it } from 'vitest';
import { readPostalRule } from './postalRule.ts';
import { subdivisionOfPostal } from './postalStart.ts';
import { hasTowns, readTowns, townTable } from './towns.ts';

const townsOf = async (country: string) => readTowns(await townTable(country));

const codesOf = async (country: string, name: string) =>
  (await townsOf(country)).filter(({ names }) => names.includes(name)).map(({ rules }) => rules);

describe('towns and their postal codes', () => {
  it.each(['DE', 'FR', 'US'])('%s: each rule is one, and holds only codes of the country', async (country) => {
    let told = 0;
    const faults: string[] = [];
    for (const { names, rules } of await townsOf(country)) {
      for (const text of rules) {
        const read = readPostalRule(text);
        const rule = read.ok && read.rule.kind !== 'prefix' ? read.rule : undefined;
        const codes = rule === undefined ? [''] : rule.kind === 'code' ? [rule.code] : [rule.from, rule.upTo];
        // Shapes of codes: npm package postcode-validator.
        if (!names[0] || !codes.every((code) => postcodeValidator(code, country))) faults.push(`${names[0]} ${text}`);
        told += 1;
      }
    }
    expect(faults).toEqual([]);
    expect(told).toBeGreaterThan(15_000);
  });

  it('finds Munich by either name, Paris and Boston in its state', async () => {
    const [munich] = await codesOf('DE', 'München');
    expect(await codesOf('DE', 'Munich')).toEqual([munich]);
    // 80331 lies in Munich, Bavaria; 75001 in Paris: the address metadata.
    expect(munich).toContain('80331-80339');
    expect(subdivisionOfPostal('DE', '80331')).toBe('DE-BY');
    expect((await codesOf('FR', 'Paris')).flat()).toContain('75001-75020');
    expect((await codesOf('US', 'Boston')).flat().some((rule) => rule.startsWith('02108'))).toBe(true);
  });

  it('has none where open data do not say', async () => {
    expect(hasTowns('CA')).toBe(false);
    expect(await townsOf('CA')).toEqual([]);
    expect(await townsOf('toString')).toEqual([]);
  });
});
