import fc from 'fast-check';
import suite from 'json-patch-test-suite/spec_tests.json' with { type: 'json' };
import more from 'json-patch-test-suite/tests.json' with { type: 'json' };
import { describe, expect, test } from 'vitest';
import { PLAIN_TERMS } from '../carriers/carriage.ts';
import { describeChanges } from '../changes/describeChanges.ts';
import { PLAIN_GROUP } from '../goods/goodsGroup.ts';
import { canonicalJson } from '../json/canonicalJson.ts';
import { RateBook } from '../rate-book/rateBook.ts';
import { PLAIN_ROUND } from '../rounds/round.ts';
import { amount, bookOf, byValue, byWeight, flat, free } from '../testing/bookOf.ts';
import { at, book, box, depot, dispatch } from '../testing/commandBook.ts';
import { everyCommand as all, card, carriage } from '../testing/everyCommand.ts';
import { applyCommand, Command } from './commands.ts';
import { applyPatch, type PatchOperation, sameDocument } from './patch.ts';
import { runCommand } from './runCommand.ts';

describe('every command', () => {
  test.each(all.map((command) => [command.name, command] as const))(
    '%s changes the draft, leaves its input alone, stays valid, undoes to the byte',
    (_name, command) => {
      const bytes = JSON.stringify(book);
      const outcome = runCommand(book, Command.parse(command));
      expect(JSON.stringify(book)).toBe(bytes);
      expect(canonicalJson(outcome.book)).not.toBe(canonicalJson(book));
      expect(RateBook.parse(outcome.book)).toEqual(outcome.book);
      expect(canonicalJson(applyPatch(outcome.book, outcome.inverse))).toBe(canonicalJson(book));
      expect(canonicalJson(applyPatch(book, outcome.patch))).toBe(canonicalJson(outcome.book));
    },
  );

  test('copied together, each comes from the book as it was: two change places in one step, raised on the way', () => {
    const here = { zone: 'near', service: 'ground' };
    const there = { zone: 'far', service: 'ground' };
    const before = applyCommand(applyCommand(book, { name: 'setCard', args: { ...here, card: flat(1000) } }), {
      name: 'setCard',
      args: { ...there, card: flat(2000) },
    });
    const by = { kind: 'percent', basisPoints: 1000 } as const;
    const after = applyCommand(before, {
      name: 'copyLanes',
      args: {
        pairs: [
          { from: here, to: there, by },
          { from: there, to: here },
        ],
        parts: ['card'],
      },
    });
    const cardAt = (zone: string) => after.zones.find(({ id }) => id === zone)?.lanes.ground?.card;
    expect([cardAt('near'), cardAt('far')]).toEqual([flat(2000), flat(1100)]);
    expect(() =>
      applyCommand(book, { name: 'copyLanes', args: { pairs: [{ from: { zone: 'near', service: 'none' }, to: here }], parts: ['card'] } }),
    ).toThrow();
  });

  test('done twice in a row, a setting changes nothing the second time', () => {
    for (const command of all.filter(({ name }) => /^(set|rename|describe|switch|copy|move)/.test(name))) {
      const once = applyCommand(book, command);
      expect(applyCommand(once, command), command.name).toBe(once);
    }
  });

  test('any row of commands is undone to the bytes it began with', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...all]), (row) => {
        const inverses = [];
        let now = book;
        for (const command of row) {
          try {
            const outcome = runCommand(now, command);
            inverses.push(outcome.inverse);
            now = outcome.book;
          } catch (problem) {
            expect(problem).toMatchObject({ name: 'CommandProblem' });
          }
        }
        expect(RateBook.safeParse(now).success).toBe(true);
        for (const inverse of inverses.reverse()) now = applyPatch(now, inverse);
        expect(canonicalJson(now)).toBe(canonicalJson(book));
      }),
    );
  });

  test.each<[string, Command]>([
    ['zoneNotFound', { name: 'renameZone', args: { zone: 'constructor', name: 'X' } }],
    ['serviceNotFound', { name: 'removeService', args: { service: 'none' } }],
    ['laneNotFound', { name: 'setCard', args: { zone: 'far', service: 'van', card } }],
    ['laneExists', { name: 'startLane', args: { ...at, card } }],
    ['idInUse', { name: 'addZone', args: { id: 'near', name: 'Again', places: [] } }],
    [
      'otherMinorUnit',
      { name: 'setShop', args: { name: 'Yen', currency: 'JPY', units: 'metric', locale: 'ja-JP', timeZone: 'America/Halifax' } },
    ],
    ['outOfOrder', { name: 'moveZone', args: { zone: 'near', to: 2 } }],
  ])('%s', (code, command) => {
    expect(() => applyCommand(book, command)).toThrow(expect.objectContaining({ code }));
  });

  test.each([
    ['unknown name', { name: 'explode', args: {} }],
    ['unknown field', { name: 'renameZone', args: { zone: 'near', name: 'X', extra: 1 } }],
    [
      'tiers out of order',
      {
        name: 'setCard',
        args: {
          ...at,
          card: byWeight([
            ['2 kg', free],
            ['2000 g', free],
          ]),
        },
      },
    ],
    [
      'a malformed weight',
      {
        name: 'setCard',
        args: {
          ...at,
          card: byWeight([
            ['heavy', free],
            ['2 kg', free],
          ]),
        },
      },
    ],
    ['a malformed limit', { name: 'setLimits', args: { ...at, limits: [{ measure: 'itemsWeight', from: 'x', upTo: '2 kg' }] } }],
    ['a negative price', { name: 'setCard', args: { ...at, card: flat(-1) } }],
    ['a range that ends before it begins', { name: 'setLimits', args: { ...at, limits: [{ measure: 'itemCount', from: 3, upTo: 2 }] } }],
    [
      'one measure limited twice',
      {
        name: 'setLimits',
        args: {
          ...at,
          limits: [
            { measure: 'itemCount', from: 3 },
            { measure: 'itemCount', upTo: 9 },
          ],
        },
      },
    ],
    ['an unknown country', { name: 'setServed', args: { countries: ['ZZ'] } }],
  ])('%s is refused at the door', (_name, command) => {
    expect(Command.safeParse(command).success).toBe(false);
  });
});

test('switching the kind of card and back brings back what was there', () => {
  expect(() => applyCommand(book, { name: 'switchCard', args: { ...at, kind: 'valueTiers' } })).toThrow('begin with figure');
  const edited = applyCommand(book, { name: 'setCard', args: { ...at, card: byValue([[4999, amount(100)]], free) } });
  const back = applyCommand(edited, { name: 'switchCard', args: { ...at, kind: 'weightTiers' } });
  expect(back.zones[0]?.lanes.ground?.card).toEqual(book.zones[0]?.lanes.ground?.card);
  const again = applyCommand(back, { name: 'switchCard', args: { ...at, kind: 'valueTiers' } });
  expect(again.zones[0]?.lanes.ground?.card).toEqual(byValue([[4999, amount(100)]], free));
});

test('changes are told as facts, tier by tier', () => {
  let draft = applyCommand(book, { name: 'setCard', args: { ...at, card } });
  draft = applyCommand(draft, { name: 'renameZone', args: { zone: 'far', name: 'Farther' } });
  draft = applyCommand(draft, { name: 'moveZone', args: { zone: 'far', to: 0 } });
  expect(describeChanges(book, draft)).toEqual([
    { code: 'zoneRenamed', before: 'Zone far', after: 'Farther' },
    {
      code: 'tiersChanged',
      service: 'Service ground',
      zone: 'Zone near',
      card,
      tiers: [
        { upTo: '2 kg', before: amount(990), after: amount(1100) },
        { upTo: '5 kg', after: amount(1400) },
      ],
    },
    { code: 'zonesReordered', names: ['Farther', 'Zone near'] },
  ]);
  expect(describeChanges(book, structuredClone(book))).toEqual([]);
});

// Source: RFC 6902 appendix A and the working group's test suite (npm json-patch-test-suite 1.1.0).
describe('JSON Patch', () => {
  type Case = { doc: unknown; patch: PatchOperation[]; expected?: unknown; error?: string; disabled?: boolean; comment?: string };
  const cases = ([...suite, ...more] as Case[]).filter((one) => !one.disabled && one.patch);
  const faulty = cases.filter((one) => one.error !== undefined);
  const good = cases.filter((one) => one.expected !== undefined);
  test(`${good.length} good and ${faulty.length} faulty cases of the suite`, () => {
    expect([good.length, faulty.length]).toEqual([62, 23]);
    for (const { doc, patch, comment, error } of faulty) expect(() => applyPatch(doc, patch), comment ?? error ?? '').toThrow();
    for (const { doc, patch, expected, comment } of good) {
      const before = JSON.stringify(doc);
      const after = applyPatch(doc, patch);
      expect(after, comment ?? '').toEqual(expected);
      expect(JSON.stringify(doc), comment ?? '').toBe(before);
      expect(sameDocument(after, expected), comment ?? '').toBe(true);
      expect(sameDocument(after, doc), comment ?? '').toBe(canonicalJson(after) === canonicalJson(doc));
    }
  });
  test('what a patch does not touch keeps its identity', () => {
    const { book: renamed, patch } = runCommand(book, { name: 'renameZone', args: { zone: book.zones[1]!.id, name: 'Elsewhere' } });
    const patched = applyPatch(book, patch);
    expect(sameDocument(patched, renamed)).toBe(true);
    expect(patched.zones.map((zone, at) => zone === book.zones[at])).toEqual(book.zones.map((_, at) => at !== 1));
    expect(patched.services).toBe(book.services);
  });
  test('a prototype cannot be reached', () => {
    expect(() => applyPatch({}, [{ op: 'add', path: '/__proto__/x', value: 1 }])).toThrow();
    expect(({} as Record<string, unknown>).x).toBeUndefined();
  });
});

describe('packaging, locations and goods groups', () => {
  const circled: RateBook = RateBook.parse({
    ...book,
    zones: book.zones.map((zone, at) =>
      at === 0 ? { ...zone, places: [...zone.places, { kind: 'circle', location: 'depot', beyond: null, within: '12 km' }] } : zone,
    ),
  });

  test.each<[string, RateBook, Command, string]>([
    ['a location a circle stands around', circled, { name: 'removeLocation', args: { location: 'depot' } }, 'locationInUse'],
    [
      'a location a round is measured from',
      applyCommand(book, { name: 'setRound', args: { service: 'van', round: { ...PLAIN_ROUND, centre: 'second' } } }),
      { name: 'removeLocation', args: { location: 'second' } },
      'locationInUse',
    ],
    [
      'a round measured from nowhere',
      book,
      { name: 'setRound', args: { service: 'van', round: { ...PLAIN_ROUND, centre: 'moon' } } },
      'locationNotFound',
    ],
    [
      'cut-offs of a service nobody knows',
      book,
      {
        name: 'setDispatch',
        args: { location: 'depot', dispatch: { ...dispatch, ownCutOffs: [{ service: 'post', cutOffs: dispatch.cutOffs }] } },
      },
      'serviceNotFound',
    ],
    [
      'days on the way of no lane',
      book,
      { name: 'setTransitOfLanes', args: { lanes: [{ zone: 'far', service: 'van', transit: null }] } },
      'laneNotFound',
    ],
    ['a location nobody knows', book, { name: 'removeLocation', args: { location: 'moon' } }, 'locationNotFound'],
    ['a location id twice', book, { name: 'addLocation', args: depot }, 'idInUse'],
    ['packaging nobody knows', book, { name: 'setPackaging', args: { ...box, id: 'sack' } }, 'packagingNotFound'],
    ['usual packaging nobody knows', book, { name: 'setUsualPackaging', args: { packaging: 'sack' } }, 'packagingNotFound'],
    ['packaging moved past the end', book, { name: 'movePackaging', args: { packaging: 'box', to: 2 } }, 'outOfOrder'],
    ['a group nobody knows', book, { name: 'removeGoodsGroup', args: { group: 'clay' } }, 'goodsGroupNotFound'],
    ['a group id twice', book, { name: 'addGoodsGroup', args: { id: 'glaze', name: 'Again', mark: 'clay', ...PLAIN_GROUP } }, 'idInUse'],
    ['a country into a zone nobody knows', book, { name: 'moveRegion', args: { region: 'FR', zone: 'moon' } }, 'zoneNotFound'],
  ])('%s is refused', (_name, before, command, code) => {
    expect(() => applyCommand(before, command)).toThrow(expect.objectContaining({ code }));
  });

  test('own cut-offs go with their service, and come with its copy', () => {
    const own = (after: RateBook) => after.locations[0]!.dispatch!.ownCutOffs.map(({ service }) => service);
    expect(own(book)).toEqual(['ground']);
    expect(own(applyCommand(book, { name: 'removeService', args: { service: 'ground' } }))).toEqual([]);
    expect(own(applyCommand(book, { name: 'duplicateService', args: { service: 'ground', id: 'copy', name: 'Copy' } }))).toEqual([
      'ground',
      'copy',
    ]);
  });

  test.each([
    ['outside smaller than inside', { ...box, outside: { ...box.outside, height: '19 cm' } }, 'outside'],
    ['an oval tube', { ...box, kind: 'tube' }, 'inside'],
    ['a side of nothing', { ...box, inside: { ...box.inside, width: '0 cm' } }, 'inside'],
    ['a tare without its unit', { ...box, tare: '300' }, 'tare'],
    ['a load below nothing', { ...box, mostLoad: '-1 kg' }, 'mostLoad'],
  ])('%s is refused at its field', (_name, args, field) => {
    const parsed = Command.safeParse({ name: 'setPackaging', args });
    expect(parsed.error?.issues.map(({ path }) => path[1])).toContain(field);
  });

  test('what is removed leaves nothing pointing at it', () => {
    const { packing } = applyCommand(book, { name: 'removePackaging', args: { packaging: 'box' } });
    expect([packing.usual, packing.packaging.map(({ id }) => id)]).toEqual([null, ['mailer']]);
    const { locations } = applyCommand(book, { name: 'removeGoodsGroup', args: { group: 'glaze' } });
    expect(locations[0]?.ships).toEqual({ groups: [], others: true });
    expect(applyCommand(book, { name: 'setUsualPackaging', args: { packaging: 'box' } })).toBe(book);
  });
});

describe('a country or province moved in one step', () => {
  const europe = bookOf([
    {
      id: 'near',
      places: [
        { kind: 'country', country: 'FR' },
        { kind: 'subdivision', subdivision: 'CA-NS' },
      ],
      lanes: {},
    },
    {
      id: 'group',
      places: [
        { kind: 'countryGroup', group: '150' },
        { kind: 'country', country: 'CA' },
      ],
      lanes: {},
    },
  ]);
  const moved = (region: string, zone: string | null, from: RateBook = europe) =>
    applyCommand(from, { name: 'moveRegion', args: { region, zone } }).zones.map(({ places }) =>
      places.map(
        (place) =>
          `${place.excluded ? 'not ' : ''}${'country' in place ? place.country : 'subdivision' in place ? place.subdivision : 'group'}`,
      ),
    );

  test('into a zone: named there, taken out of the others, which need not leave it out', () => {
    expect(moved('DE', 'near')).toEqual([
      ['FR', 'CA-NS', 'DE'],
      ['group', 'CA'],
    ]);
    expect(moved('FR', 'group')).toEqual([['CA-NS'], ['group', 'CA', 'FR']]);
    expect(moved('CA-NS', 'group')).toEqual([['FR'], ['group', 'CA', 'CA-NS']]);
    expect(moved('CA-NB', 'near')).toEqual([
      ['FR', 'CA-NS', 'CA-NB'],
      ['group', 'CA'],
    ]);
  });
  test('out of every zone: left out by name where a group or its country brings it', () => {
    expect(moved('FR', null)).toEqual([['CA-NS'], ['group', 'CA', 'not FR']]);
    expect(moved('CA-NS', null)).toEqual([['FR'], ['group', 'CA', 'not CA-NS']]);
    expect(moved('JP', null)).toEqual([
      ['FR', 'CA-NS'],
      ['group', 'CA'],
    ]);
  });
  test('and back again: what was left out is let in', () => {
    const without = applyCommand(europe, { name: 'moveRegion', args: { region: 'DE', zone: null } });
    expect(moved('DE', 'group', without)).toEqual([
      ['FR', 'CA-NS'],
      ['group', 'CA', 'DE'],
    ]);
    expect(applyCommand(europe, { name: 'moveRegion', args: { region: 'FR', zone: 'near' } })).toBe(europe);
  });
});

test('what stood in for a carrier, or was its packaging, is gone: the lane’s own card, and all packaging, are left', () => {
  const carried = applyCommand(book, {
    name: 'setCarriage',
    args: {
      service: 'van',
      carriage: { ...carriage, packaging: ['box'] },
      terms: { ...PLAIN_TERMS, unanswered: { kind: 'service', service: 'ground' } },
    },
  });
  const van = (changed: typeof book) => changed.services.find(({ id }) => id === 'van')!;
  expect(van(applyCommand(carried, { name: 'removeService', args: { service: 'ground' } })).terms?.unanswered).toEqual({ kind: 'card' });
  expect(van(applyCommand(carried, { name: 'removePackaging', args: { packaging: 'box' } })).carriage?.packaging).toBeNull();
  const live = applyCommand(carried, {
    name: 'describeService',
    args: { service: 'van', kind: 'carrier', internalName: '', mixing: { kind: 'add' }, note: '' },
  });
  expect(van(live).kind).toBe('carrier');
  expect(van(applyCommand(live, { name: 'setCarriage', args: { service: 'van', carriage: null, terms: null } })).kind).toBe('card');
  const bare = {
    name: 'describeService',
    args: { service: 'van', kind: 'carrier', internalName: '', mixing: { kind: 'add' }, note: '' },
  } as const;
  expect(() => applyCommand(book, bare)).toThrow(/No carrier is chosen/);
});
