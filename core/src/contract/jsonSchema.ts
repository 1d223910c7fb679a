import { z } from 'zod';
import { Carriage, LiveTerms } from '../carriers/carriage.ts';
import { PriceList, Tariff } from '../carriers/tariff.ts';
import { Counter, HoursException, OpeningHours } from '../counters/counter.ts';
import { CutOffs, DayLoad, DispatchCalendar, ServiceDays } from '../dispatch/dispatchCalendar.ts';
import { GoodsGroup } from '../goods/goodsGroup.ts';
import { LeavesOn } from '../goods/leavesOn.ts';
import { OwnCharge, ProductFacts } from '../goods/product.ts';
import { DistanceText } from '../measures/distance.ts';
import { LengthText } from '../measures/length.ts';
import { MassText } from '../measures/mass.ts';
import { BasisPoints, MarkupPoints } from '../measures/percent.ts';
import { Currency } from '../money/currency.ts';
import { Minor } from '../money/money.ts';
import { Id, Name } from '../names/naming.ts';
import { VolumeRule } from '../packing/billable.ts';
import { Packaging, Size } from '../packing/packaging.ts';
import { CountryCode, SubdivisionCode } from '../places/countries.ts';
import { CountryGroupCode } from '../places/countryGroups.ts';
import { Destination, Place } from '../places/place.ts';
import { Point } from '../places/point.ts';
import { PostalCode } from '../places/postal.ts';
import { PostalRules } from '../places/postalList.ts';
import { CartInput, ProductLine } from '../quote/cartInput.ts';
import { CartLine, Discount, QuoteRequest } from '../quote/request.ts';
import { Allowance, Effect } from '../rate-book/allowance.ts';
import { Card, CountTiers, DistanceTiers, SizeTiers, TwoWayCard, ValueTiers, WeightTiers } from '../rate-book/card.ts';
import { Charge, ChargeAmount } from '../rate-book/charge.ts';
import { Conditions, FreeFrom, GroupCard, Lane } from '../rate-book/lane.ts';
import { Limit } from '../rate-book/limits.ts';
import { Location } from '../rate-book/location.ts';
import {
  HolidaysOf,
  Mixing,
  Packing,
  Pricing,
  RATE_BOOK_FORMAT,
  RateBook,
  Service,
  SeveralAddresses,
  Shop,
  ShopTexts,
  Zone,
} from '../rate-book/rateBook.ts';
import { PlainResult } from '../rate-book/result.ts';
import { Coupon, GoodsSet, Scope } from '../rate-book/scope.ts';
import { Release } from '../releases/release.ts';
import { Round, RoundWindow } from '../rounds/round.ts';
import { Survey } from '../surveys/survey.ts';
import { DateWindow, Instant, Weekday } from '../time/calendar.ts';
import { ClosedDays } from '../time/closedDays.ts';
import { TimeOfDay } from '../time/timeOfDay.ts';
import { TimeZone } from '../time/timeZone.ts';
import { Expectation } from '../trials/expectation.ts';
import { Trial } from '../trials/trial.ts';
import { TrialFile } from '../trials/trialFile.ts';
import { TrialMoment } from '../trials/trialMoment.ts';
import { BuyerReason, PublicReason } from './buyerReason.ts';
import {
  OwnerQuote,
  QuoteConsignment,
  QuoteMeasure,
  QuoteMeasures,
  QuoteOffer,
  QuoteParcel,
  QuotePlace,
  QuotePromise,
  QuoteRate,
  QuoteReason,
  QuoteRemark,
  QuoteRow,
  QuoteStretch,
  QuoteWithheld,
} from './ownerQuote.ts';
import { PublicAsk, PublicOption, PublicPromise, PublicQuote, PublicWithheld } from './publicQuote.ts';
import { FIELD_WORDS, PART_WORDS } from './schemaWords.ts';
import { ShopFile } from './shopFile.ts';

type Schema = z.core.JSONSchema.BaseSchema;

/** Parts of documents by the names that stand under `$defs`. */
export const CONTRACT_PARTS = {
  ...{ Carriage, LiveTerms, PriceList, Tariff, Counter, HoursException, OpeningHours, CutOffs, DayLoad, DispatchCalendar, ServiceDays },
  ...{
    GoodsGroup,
    LeavesOn,
    OwnCharge,
    Product: ProductFacts,
    DistanceText,
    LengthText,
    MassText,
    BasisPoints,
    MarkupPoints,
    Currency,
    Minor,
    Id,
    Name,
  },
  ...{ VolumeRule, Packaging, Size, CountryCode, SubdivisionCode, CountryGroupCode, Destination, Place, Point, PostalCode, PostalRules },
  ...{ ProductLine, CartLine, Discount, Allowance, Effect, Card, Charge, ChargeAmount, Conditions, FreeFrom, GroupCard, Lane, Limit },
  ...{ Location, HolidaysOf, Mixing, Packing, Pricing, Service, SeveralAddresses, Shop, ShopTexts, Zone, PlainResult, Coupon, GoodsSet },
  ...{
    Scope,
    Release,
    Round,
    RoundWindow,
    Survey,
    DateWindow,
    Instant,
    Weekday,
    ClosedDays,
    TimeOfDay,
    TimeZone,
    Trial,
    TrialMoment,
    Expectation,
  },
  ...{ QuoteConsignment, QuoteMeasures, QuoteOffer, QuoteParcel, QuotePromise, QuoteReason, QuoteRemark, QuoteRow, QuoteWithheld },
  /** Results differ by what their units are of. */
  ...{ WeightResult: WeightTiers.shape.above, ValueResult: ValueTiers.shape.above, CountResult: CountTiers.shape.above },
  ...{ SizeResult: SizeTiers.shape.above, DistanceResult: DistanceTiers.shape.above },
  ...{ TwoWayResult: TwoWayCard.shape.results.element.element, QuotePlace, QuoteMeasure, QuoteRate, QuoteStretch, RateBook },
  ...{ BuyerReason, PublicReason, PublicOption, PublicPromise, PublicWithheld },
} satisfies Record<string, z.ZodType>;

/** The documents that are read and written, by the name of their schema. */
const DOCUMENTS = {
  rateBook: [RateBook, `rate-book-${RATE_BOOK_FORMAT}`, 'RateBook', 'input'],
  quoteRequest: [QuoteRequest, 'quote-request', 'QuoteRequest', 'input'],
  quote: [OwnerQuote, 'quote', 'Quote', 'output'],
  publicRequest: [CartInput.safeExtend(PublicAsk.shape), 'public-request', 'PublicRequest', 'input'],
  publicQuote: [PublicQuote, 'public-quote', 'PublicQuote', 'output'],
  shop: [ShopFile, 'shop', 'ShopFile', 'input'],
  trials: [TrialFile, 'trials', 'TrialFile', 'input'],
} as const;

export type DocumentName = keyof typeof DOCUMENTS;

/** Calls `tell` with every field of a schema and its name: the part it stands in, the kind where there are several, the field. */
function eachField(schema: unknown, within: string, tell: (name: string, field: Record<string, unknown>) => void): void {
  if (Array.isArray(schema)) {
    for (const one of schema) eachField(one, within, tell);
    return;
  }
  if (typeof schema !== 'object' || schema === null) return;
  const { properties, ...rest } = schema as { properties?: Record<string, Record<string, unknown>> } & Record<string, unknown>;
  const kind = properties?.kind?.const ?? properties?.status?.const;
  const here = typeof kind === 'string' ? `${within}.${kind}` : within;
  for (const [name, field] of Object.entries(properties ?? {})) {
    tell(`${here}.${name}`, field);
    eachField(field, `${here}.${name}`, tell);
  }
  for (const [key, value] of Object.entries(rest)) if (key !== '$defs') eachField(value, within, tell);
}

/** A schema under a name of its own, its parts under `$defs`, every field with what it means. */
function named([of, id, title, io]: (typeof DOCUMENTS)[DocumentName]): Schema {
  const parts = z.registry<{ id: string }>();
  for (const [name, part] of Object.entries(CONTRACT_PARTS)) if (part !== of && !parts.has(part)) parts.add(part, { id: name });
  const { $schema, $defs = {}, ...schema } = z.toJSONSchema(of, { io, metadata: parts, unrepresentable: 'any' });
  const describe = (within: string, one: Schema) =>
    eachField(one, within, (name, field) => {
      // What a field means where it stands, or everywhere.
      const words = FIELD_WORDS[name] ?? FIELD_WORDS[name.slice(name.lastIndexOf('.') + 1)];
      if (words !== undefined) field.description = words;
    });
  for (const [name, part] of Object.entries($defs)) {
    const words = PART_WORDS[name];
    if (words !== undefined) part.description = words;
    describe(name, part);
  }
  describe(title, schema);
  return {
    ...($schema !== undefined && { $schema }),
    $id: `urn:ostrakon:schema:${id}`,
    title,
    description: PART_WORDS[title],
    ...schema,
    $defs,
  } as Schema;
}

/** JSON Schema (2020-12) of the documents that are read and written, by name. */
export function documentSchemas(): Record<DocumentName, Schema> {
  const made = Object.entries(DOCUMENTS).map(([name, document]) => [name, named(document)]);
  return Object.fromEntries(made) as Record<DocumentName, Schema>;
}

/** Every field of the documents' schemas by its name, with what is said of it. */
export function documentFields(): Map<string, string | undefined> {
  const fields = new Map<string, string | undefined>();
  for (const { $defs = {}, title = '', ...schema } of Object.values(documentSchemas())) {
    for (const [part, one] of [...Object.entries($defs), [title, schema] as const])
      eachField(one, part, (name, { description }) => fields.set(name, description as string | undefined));
  }
  return fields;
}
