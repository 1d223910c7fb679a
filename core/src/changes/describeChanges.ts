import { canonicalJson } from '../json/canonicalJson.ts';
import type { Id } from '../names/naming.ts';
import type { Location } from '../rate-book/location.ts';
import { EDITIONS_ANSWER_DAYS, laneOf, type RateBook, type Service, type Shop, type Zone } from '../rate-book/rateBook.ts';
import { type Change, reordered, same } from './change.ts';
import { goodsRuleChanges } from './goodsRuleChanges.ts';
import { laneChanges, ruleChanges } from './laneChanges.ts';

function without<T>(list: readonly T[], others: readonly T[]): T[] {
  const held = new Set(others.map((entry) => canonicalJson(entry)));
  return list.filter((entry) => !held.has(canonicalJson(entry)));
}

function shopChanges(before: Shop, after: Shop): Change[] {
  const facts = (['name', 'currency', 'units', 'locale', 'timeZone'] as const).filter((fact) => before[fact] !== after[fact]);
  const texts = (['noOption', 'refer'] as const).filter((text) => before.texts[text] !== after.texts[text]);
  const added = without(after.served, before.served);
  const removed = without(before.served, after.served);
  return [
    ...facts.map((fact): Change => ({ code: 'shopFact', fact, before: before[fact], after: after[fact] })),
    ...(added.length + removed.length > 0 ? [{ code: 'served', added, removed } as const] : []),
    ...(same(before.pricing, after.pricing) ? [] : [{ code: 'pricing', before: before.pricing, after: after.pricing } as const]),
    ...(same(before.severalAddresses, after.severalAddresses)
      ? []
      : [{ code: 'severalAddresses', after: after.severalAddresses } as const]),
    ...(before.editionsAnswer === after.editionsAnswer
      ? []
      : [{ code: 'editionsAnswer', days: after.editionsAnswer ?? EDITIONS_ANSWER_DAYS } as const]),
    ...(before.showDates === after.showDates ? [] : [{ code: 'datesShown', shown: after.showDates } as const]),
    ...(same(before.closed, after.closed) ? [] : [{ code: 'shopClosed', after: after.closed } as const]),
    ...(same(before.holidays, after.holidays) ? [] : [{ code: 'holidaysListed', after: after.holidays } as const]),
    ...texts.map((text): Change => ({ code: 'text', text, after: after.texts[text] })),
    ...(before.texts.policy === after.texts.policy ? [] : [{ code: 'policySet', after: after.texts.policy ?? null } as const]),
    ...(before.mail === after.mail ? [] : [{ code: 'mailSet', after: after.mail ?? null } as const]),
  ];
}

function languageChanges({ languages: before = [] }: RateBook, { languages: after = [] }: RateBook): Change[] {
  const textsOf = (list: typeof before, locale: string) => list.find((one) => one.locale === locale)?.texts ?? [];
  const names = (list: typeof before, others: typeof before) =>
    list.flatMap(({ locale }) => (others.some((one) => one.locale === locale) ? [] : [locale]));
  const [added, removed] = [names(after, before), names(before, after)];
  const translated = after.flatMap(({ locale, texts }): Change[] => {
    const old = textsOf(before, locale);
    const said = without(texts, old).length;
    const dropped = old.filter(({ of }) => !texts.some((one) => one.of === of)).length;
    return said + dropped === 0 ? [] : [{ code: 'translated', locale, texts: said + dropped }];
  });
  return [...(added.length + removed.length === 0 ? [] : [{ code: 'languagesChanged', added, removed } as const]), ...translated];
}

function zoneChanges(before: Zone, after: Zone, { services, goodsGroups }: RateBook): Change[] {
  const groupName = (id: Id) => goodsGroups.find((group) => group.id === id)?.name ?? id;
  const taxed: Change[] =
    before.taxRate === after.taxRate ? [] : [{ code: 'zoneTaxed', zone: after.name, before: before.taxRate, after: after.taxRate }];
  const labelled: Change[] = before.label === after.label ? [] : [{ code: 'zoneLabelled', zone: after.name, after: after.label }];
  const renamed: Change[] = before.name === after.name ? [] : [{ code: 'zoneRenamed', before: before.name, after: after.name }];
  const added = without(after.places, before.places);
  const removed = without(before.places, after.places);
  const places: Change[] = added.length + removed.length > 0 ? [{ code: 'placesChanged', zone: after.name, added, removed }] : [];
  const lanes = services.flatMap((service) =>
    laneChanges([laneOf(before, service.id), laneOf(after, service.id)], { by: service, zone: after.name }, groupName),
  );
  return [...renamed, ...places, ...taxed, ...labelled, ...lanes];
}

function serviceChanges(before: Service, after: Service): Change[] {
  const renamed: Change[] = before.name === after.name ? [] : [{ code: 'serviceRenamed', before: before.name, after: after.name }];
  const carried = ({ carriage, terms }: Service) => ({ carriage, terms });
  const plain = ({
    days: _days,
    round: _round,
    counter: _counter,
    carriage: _carriage,
    terms: _terms,
    texts: _texts,
    ...service
  }: Service) => ({
    ...service,
    name: '',
  });
  const described = !same(plain(before), plain(after));
  const times = (['days', 'round', 'counter'] as const).filter((what) => !same(before[what], after[what]));
  return [
    ...renamed,
    ...(described ? [{ code: 'serviceDescribed', service: after.name, before, after } as const] : []),
    ...(same(carried(before), carried(after)) ? [] : [{ code: 'serviceCarried', service: after.name, before, after } as const]),
    ...(same(before.texts ?? [], after.texts ?? []) ? [] : [{ code: 'serviceTold', service: after.name, before, after } as const]),
    ...times.map((what): Change => ({ code: 'serviceTimes', service: after.name, what, before, after })),
  ];
}

/** A location without its calendar, of which changes are told apart. */
const placed = ({ dispatch: _dispatch, ...location }: Location) => location;

function dispatchChanges(before: RateBook, after: RateBook): Change[] {
  return after.locations.flatMap(({ id, name, dispatch }): Change[] => {
    const was = before.locations.find((location) => location.id === id)?.dispatch ?? null;
    return same(was, dispatch) ? [] : [{ code: 'dispatchSet', location: name, before: was, after: dispatch }];
  });
}

type Listed = { readonly id: Id; readonly name: string };

function listChanges(
  code: 'packagingChanged' | 'locationsChanged' | 'goodsGroupsChanged',
  before: readonly Listed[],
  after: readonly Listed[],
): Change[] {
  const names = (list: readonly Listed[]) => list.map((entry) => entry.name);
  const missing = (list: readonly Listed[], others: readonly Listed[]) => list.filter(({ id }) => !others.some((other) => other.id === id));
  const added = names(missing(after, before));
  const removed = names(missing(before, after));
  const changed = names(after.filter((entry) => before.some((old) => old.id === entry.id && !same(old, entry))));
  const moved = reordered(before, after);
  return added.length + removed.length + changed.length > 0 || moved ? [{ code, added, removed, changed, reordered: moved }] : [];
}

function packingChanges(before: RateBook['packing'], after: RateBook['packing']): Change[] {
  const named = (packing: RateBook['packing']) => packing.packaging.find(({ id }) => id === packing.usual)?.name ?? null;
  return [
    ...listChanges('packagingChanged', before.packaging, after.packaging),
    ...(before.usual === after.usual ? [] : [{ code: 'usualPackaging', after: named(after) } as const]),
    ...(same(before.volume, after.volume) ? [] : [{ code: 'volumeRule', before: before.volume, after: after.volume } as const]),
  ];
}

/** What changed from one rate book to another, in the order of the newer one. */
export function describeChanges(before: RateBook, after: RateBook): Change[] {
  const oldService = new Map(before.services.map((service) => [service.id, service]));
  const oldZone = new Map(before.zones.map((zone) => [zone.id, zone]));
  const gone = <T extends { id: Id }>(old: readonly T[], now: readonly T[]) =>
    old.filter((entry) => !now.some((one) => one.id === entry.id));
  const empty = (zone: Zone): Zone => ({ ...zone, lanes: {} });
  return [
    ...shopChanges(before.shop, after.shop),
    ...languageChanges(before, after),
    ...listChanges('goodsGroupsChanged', before.goodsGroups, after.goodsGroups),
    ...goodsRuleChanges(before, after),
    ...listChanges('locationsChanged', before.locations.map(placed), after.locations.map(placed)),
    ...dispatchChanges(before, after),
    ...packingChanges(before.packing, after.packing),
    ...gone(before.services, after.services).map((service): Change => ({ code: 'serviceRemoved', service: service.name })),
    ...after.services.flatMap((service): Change[] => {
      const old = oldService.get(service.id);
      return old ? serviceChanges(old, service) : [{ code: 'serviceAdded', service: service.name }];
    }),
    ...(reordered(before.services, after.services)
      ? [{ code: 'servicesReordered', names: after.services.map((service) => service.name) } as const]
      : []),
    ...ruleChanges(before, after),
    ...gone(before.zones, after.zones).map((zone): Change => ({ code: 'zoneRemoved', zone: zone.name })),
    ...after.zones.flatMap((zone): Change[] => {
      const old = oldZone.get(zone.id);
      const added: Change[] = old ? [] : [{ code: 'zoneAdded', zone: zone.name }];
      return [...added, ...zoneChanges(old ?? empty(zone), zone, after)];
    }),
    ...(reordered(before.zones, after.zones) ? [{ code: 'zonesReordered', names: after.zones.map((zone) => zone.name) } as const] : []),
  ];
}
