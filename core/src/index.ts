export { type Change, describeChanges, type TierChange } from './changes/describeChanges.ts';
export { CommandProblem } from './commands/commandProblem.ts';
export { applyCommand, Command, type CommandName } from './commands/commands.ts';
export { applyPatch, type PatchOperation, runCommand } from './commands/patch.ts';
export {
  ChangeAnswer,
  ChangeRequest,
  DraftState,
  EditionList,
  EditionSummary,
  HistoryEnds,
  LiveState,
  Problem,
  ProductList,
  PublishRequest,
  StepRequest,
  Trial,
  TrialList,
} from './contract/api.ts';
export { CartInput, type CartInputLine, isProductLine, type Resolved, resolveCart } from './contract/cartInput.ts';
export { Product } from './contract/product.ts';
export { type PublicOption, PublicQuote, toPublicQuote } from './contract/publicQuote.ts';
export { canonicalJson } from './json/canonicalJson.ts';
export { formatLength, parseLength } from './measures/length.ts';
export { formatMass, MassText, massToMicrograms, parseMass, type UnitsOfShop } from './measures/mass.ts';
export { type Dimension, dimensionOf, MEASURES, type Measure, type Measures, type MeasureVector, toVector } from './measures/measure.ts';
export { formatNumber } from './measures/numberFormat.ts';
export type { TypedProblem } from './measures/parseDecimal.ts';
export { formatPercent, parsePercent } from './measures/percent.ts';
export { CURRENCY_CODES, type Currency, minorDigits } from './money/currency.ts';
export { formatMoney, GREATEST_AMOUNT, Minor, minorToDecimal, parseMoney, type Typed } from './money/money.ts';
export { divideRounded, type RoundingRule, shareOf } from './money/rounding.ts';
export { splitByWeights } from './money/splitByWeights.ts';
export { type CountryCode, listCountries, listSubdivisions, regionName } from './places/countries.ts';
export { countryGroupName, groupMembers, listCountryGroups } from './places/countryGroups.ts';
export { Destination, Place } from './places/place.ts';
export { normalizePostal } from './places/postal.ts';
export { type CompiledBook, type CompiledZone, compile, pricesInto } from './quote/compile.ts';
export { NO_LANE, REFER, WITHHELD } from './quote/compiledLane.ts';
export { type MeasuredCart, measureCart } from './quote/measureCart.ts';
export { locate, quote, quoteZone } from './quote/quote.ts';
export type { LedgerRow, MoreForFree, Offer, PlaceAnswer, Quote, Reason, Remark, Withheld } from './quote/quoteTypes.ts';
export { CartLine, type Discount, QuoteRequest } from './quote/request.ts';
export {
  boundToBase,
  Card,
  type CardKind,
  cardMeasure,
  firstCard,
  MOST_TIERS,
  type TieredCard,
  type TierResult,
} from './rate-book/card.ts';
export { inputSchemas } from './rate-book/jsonSchema.ts';
export { type FreeFrom, type Lane, Limit, Limits } from './rate-book/lane.ts';
export {
  emptyBook,
  type Id,
  laneOf,
  RATE_BOOK_FORMAT,
  RateBook,
  type Service,
  type ServiceKind,
  type Shop,
  type ShopTexts,
  type Zone,
} from './rate-book/rateBook.ts';
export { readRateBook } from './rate-book/readRateBook.ts';
