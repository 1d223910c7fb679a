import type { Change, FreeFrom, Limit, Service, TierChange, VolumeRule } from '@ostrakon/core';
import type { Format } from './format.ts';
import { laneSentence, limitWords, resultWords } from './laneSentence.ts';
import { placeWords } from './quoteWords.ts';

const facts = { name: 'name', currency: 'currency', units: 'units', locale: 'language' } as const;
const texts = { noOption: 'where nothing is offered', refer: 'where the buyer should ask' } as const;

export const kindWords: Record<Service['kind'], string> = { card: 'parcel or freight', round: 'own van', counter: 'pickup' };

function tierWords(change: TierChange, bound: (upTo: string | number) => string, format: Format): string {
  const where = change.upTo === undefined ? 'above the last tier' : `up to ${bound(change.upTo)}`;
  const was = change.before && resultWords(change.before, format);
  const is = change.after && resultWords(change.after, format);
  if (was === undefined) return `${where} is new at ${is}`;
  return is === undefined ? `${where} (${was}) is gone` : `${where} was ${was}, is now ${is}`;
}

const limitsText = (limits: readonly Limit[], format: Format) =>
  limits.length === 0 ? 'no limits' : format.list(limits.map((limit) => limitWords(limit, format)));

const freeText = (free: FreeFrom | null, format: Format) =>
  free === null
    ? 'never free'
    : `free from ${format.money(free.from)} ${free.measure === 'valueAfterDiscounts' ? 'after' : 'before'} discounts`;

const shorten = (names: readonly string[]) => (names.length > 6 ? [...names.slice(0, 5), `${names.length - 5} more`] : names);

function shopWords(change: Extract<Change, { code: 'shopFact' | 'served' | 'text' }>, format: Format): string {
  switch (change.code) {
    case 'shopFact':
      return `The shop’s ${facts[change.fact]} was ${change.before}, is now ${change.after}.`;
    case 'served': {
      const named = (codes: readonly string[]) => format.list(shorten(codes.map(format.region)));
      const added = change.added.length > 0 ? `The shop now delivers to ${named(change.added)}.` : '';
      const removed = change.removed.length > 0 ? `The shop no longer delivers to ${named(change.removed)}.` : '';
      return `${added} ${removed}`.trim();
    }
    case 'text':
      return `The message ${texts[change.text]} is now “${change.after}”`;
  }
}

const listed = { packagingChanged: 'Packaging', locationsChanged: 'Locations', goodsGroupsChanged: 'Goods groups' } as const;

type ListChange = Extract<Change, { code: keyof typeof listed }>;

function listWords(change: ListChange, format: Format): string {
  const named = (names: readonly string[], what: string) => (names.length > 0 ? [`${format.list(shorten(names))} ${what}`] : []);
  const several = (names: readonly string[], one: string, many: string) => (names.length === 1 ? one : many);
  const parts = [
    ...named(change.added, several(change.added, 'is new', 'are new')),
    ...named(change.removed, several(change.removed, 'is gone', 'are gone')),
    ...named(change.changed, several(change.changed, 'has changed', 'have changed')),
    ...(change.reordered ? ['the order is another'] : []),
  ];
  return `${listed[change.code]}: ${parts.join('; ')}.`;
}

/** How a volume is billed: "5000 cm³ to the kilogram, up to whole 0.5 kg". */
export function volumeWords({ divisor, per, roundUpTo }: VolumeRule): string {
  const head = per === 'cm3PerKg' ? `${divisor} cm³ to the kilogram` : `${divisor} in³ to the pound`;
  return roundUpTo === null ? head : `${head}, rounded up to steps of ${roundUpTo}`;
}

/** One difference to the live edition, as a sentence. */
export function changeWords(change: Change, format: Format, subdivision: (code: string) => string): string {
  switch (change.code) {
    case 'shopFact':
    case 'served':
    case 'text':
      return shopWords(change, format);
    case 'zoneAdded':
      return `Zone ${change.zone} is new.`;
    case 'zoneRemoved':
      return `Zone ${change.zone} is gone.`;
    case 'zoneRenamed':
      return `Zone ${change.before} is now called ${change.after}.`;
    case 'zonesReordered':
      return `Zones are now in this order: ${change.names.join(', ')}.`;
    case 'servicesReordered':
      return `Services are now in this order: ${change.names.join(', ')}.`;
    case 'placesChanged': {
      const named = (places: typeof change.added) => format.list(shorten(places.map((place) => placeWords(place, format, subdivision))));
      const added = change.added.length > 0 ? ` gained ${named(change.added)}` : '';
      const removed = change.removed.length > 0 ? ` lost ${named(change.removed)}` : '';
      return `Zone ${change.zone}${added}${added && removed ? ' and' : ''}${removed}.`;
    }
    case 'packagingChanged':
    case 'locationsChanged':
    case 'goodsGroupsChanged':
      return listWords(change, format);
    case 'usualPackaging':
      return change.after === null ? 'No packaging is the usual one any more.' : `${change.after} is now the usual packaging.`;
    case 'volumeRule':
      return `Volumetric weight was worked out by ${volumeWords(change.before)}; it now is by ${volumeWords(change.after)}.`;
    case 'serviceAdded':
      return `Service ${change.service} is new.`;
    case 'serviceRemoved':
      return `Service ${change.service} is gone.`;
    case 'serviceRenamed':
      return `Service ${change.before} is now called ${change.after}.`;
    case 'serviceDescribed':
      return `${change.service} is ${kindWords[change.after.kind]} with the note “${change.after.note}”.`;
    case 'laneAdded':
      return `${change.service} is now offered to ${change.zone}.`;
    case 'laneRemoved':
      return `${change.service} is no longer offered to ${change.zone}.`;
    case 'cardReplaced': {
      const runs = laneSentence({ card: change.after, kept: [], limits: [], freeFrom: null }, format);
      return `${change.service} to ${change.zone} has another kind of price. ${runs.map((run) => run.text).join('')}`;
    }
    case 'tiersChanged': {
      const bound = (upTo: string | number) => (change.card.kind === 'flat' ? String(upTo) : format.bound(change.card.measure, upTo));
      if (change.card.kind === 'flat') {
        const [tier] = change.tiers;
        const show = (result: typeof change.card.result | undefined) => (result ? resultWords(result, format) : 'nothing');
        return `${change.service} to ${change.zone}: was ${tier?.before ? resultWords(tier.before, format) : 'nothing'}, is now ${show(change.card.result)}.`;
      }
      return `${change.service} to ${change.zone}: ${change.tiers.map((tier) => tierWords(tier, bound, format)).join('; ')}.`;
    }
    case 'limitsChanged':
      return `${change.service} to ${change.zone}: was offered with ${limitsText(change.before, format)}, now with ${limitsText(change.after, format)}.`;
    case 'freeFromChanged':
      return `${change.service} to ${change.zone}: was ${freeText(change.before, format)}, is now ${freeText(change.after, format)}.`;
  }
}
