export {
  Carriage,
  CarrierServiceCode,
  LiveTerms,
  Markup,
  PLAIN_CARRIAGE,
  PLAIN_TERMS,
  Unanswered,
} from './carriers/carriage.ts';
export { type AnswerOptions, CarrierAnswers } from './carriers/carrierAnswers.ts';
export { BilledParcel, CarrierRate, RateAnswer, Silence } from './carriers/rateAnswer.ts';
export { AskedParcel, askedParcels, askKey, RateAddress, RateAsk } from './carriers/rateAsk.ts';
export {
  type ReadBands,
  type ReadPrices,
  readTariffPlaces,
  readTariffPrices,
  type TariffProblem,
  type TariffRowProblem,
} from './carriers/readTariff.ts';
export { PriceList, Tariff, tariffAnswer } from './carriers/tariff.ts';
export type { Change, TierChange } from './changes/change.ts';
export { describeChanges } from './changes/describeChanges.ts';
export type { BroughtForward, Conflict, Decision } from './commands/bringForward.ts';
export { CommandProblem } from './commands/commandProblem.ts';
export { applyCommand, Command, type CommandName, type SingleCommand } from './commands/commands.ts';
export {
  answered,
  type Checked,
  checkCommand,
  type DraftQueue,
  type Dropped,
  nextTry,
  noticed,
  type QueueChange,
  queueOf,
  restored,
  shownBook,
  shownHistory,
  type TryAnswer,
  unanswered,
  withCommand,
  withNewer,
  withTurn,
} from './commands/draftQueue.ts';
export { DraftStep, HistoryEnds, StepDone } from './commands/draftStep.ts';
export { LANE_PARTS, Raise, raisedCard } from './commands/laneCommands.ts';
export { applyPatch, Patch, type PatchOperation, sameDocument } from './commands/patch.ts';
export { runCommand } from './commands/runCommand.ts';
export {
  CalendarAddress,
  CommandsAnswer,
  DraftList,
  DraftState,
  DraftSummary,
  EditionDocument,
  EditionList,
  EditionSummary,
  Failing,
  GoodsAnswer,
  GoodsChange,
  GoodsImport,
  HolidayList,
  HolidayPlaces,
  HolidaysAnswer,
  LiveState,
  LoadList,
  MakeDraft,
  MOST_DRAFTS,
  MOST_STEPS,
  MoveRequest,
  NameDraft,
  PlanRequest,
  Problem,
  ProductEdit,
  PublishRequest,
  ReleaseRequest,
  StepsAnswer,
  StepsRequest,
  TrialList,
  TrialsAnswer,
} from './contract/api.ts';
export { BuyerReason } from './contract/buyerReason.ts';
export { toBuyerReason } from './contract/buyerReasons.ts';
export {
  AskRates,
  CarrierAccount,
  CarrierClosedDays,
  CarrierFault,
  CarrierPackagingList,
  CarrierState,
  EditAccount,
  KnownService,
  LabelAddress,
  LabelMade,
  LabelRequest,
  NewServices,
  OpenAccount,
  RatesAnswered,
  SurveyList,
  SurveyState,
} from './contract/carriers.ts';
export { documentPath } from './contract/documentPath.ts';
export { isPage, PAGES } from './contract/pages.ts';
export { ProblemCode } from './contract/problemCode.ts';
export { PublicAsk, PublicEdition, type PublicOption, PublicQuote, toPublicQuote } from './contract/publicQuote.ts';
export { BackupRequest, FileContents, KeptShop, KeptShops, SentFile, TakeFile } from './contract/sentFiles.ts';
export { ShopFile, shopFileForward } from './contract/shopFile.ts';
export { buyerWords, toldWords } from './contract/words/buyerWords.ts';
export { Counter, HoursException, OpeningHours } from './counters/counter.ts';
export type { CartKind } from './coverage/cartKind.ts';
export { type Circumstances, circumstancesOf } from './coverage/circumstances.ts';
export type { Axis, Cell, CellAnswer, Fixed, Picture, Stretch as AxisStretch } from './coverage/picture.ts';
export {
  type CutOffs,
  cutOffsOn,
  DayLoad,
  DispatchCalendar,
  daysOfCountry,
  LoadCount,
  PLAIN_DAYS,
  ServiceDays,
  Transit,
} from './dispatch/dispatchCalendar.ts';
export type { Effect as BookEffect, EffectRegion, EffectSources, MovedPlaces, OtherDifference } from './effect/effect.ts';
export type { Answered } from './effect/laneEffect.ts';
export { type RuleEffect, type RuleOf, ruleEffect } from './effect/ruleEffect.ts';
export { belowCost } from './findings/belowCost.ts';
export { type DateFinding, dateFindings } from './findings/dateFindings.ts';
export type { Bounds, CartsOf, Edge, Finding, FindingCode, FindingFacts, Severity, Step, Witness } from './findings/finding.ts';
export { SEVERITIES } from './findings/finding.ts';
export type { FindingSources, Findings, LookedAt } from './findings/findingsOf.ts';
export { type PlaceFinding, placeFindings, provincesToSend, untaxedZones } from './findings/placeFindings.ts';
export type { Repair } from './findings/repairs.ts';
export type { TriedRepair } from './findings/told.ts';
export { factsOf, meantNote, type ToldFinding, zonesOf } from './findings/toldFinding.ts';
export { type FittedLine, fitLine } from './fitting/fitLine.ts';
export { type Fit, type FitOrder, type FitTarget, type FittedTier, fitTiers, roundestWithin } from './fitting/fitTiers.ts';
export { fitTogether, MOST_SHARED_WEIGHTS, type SharedFit } from './fitting/fitTogether.ts';
export { FORMULA_START, needsQuotes } from './goods/formulaGuard.ts';
export { GOODS_FIELDS, type GoodsField, goodsColumns } from './goods/goodsColumns.ts';
export { GoodsGroup, MARKS, Mark, PLAIN_GROUP } from './goods/goodsGroup.ts';
export {
  type CellProblem,
  GoodsReader,
  goodsToRows,
  NUMBER_FIELDS,
  type ReadRow,
  type RowProblem,
} from './goods/goodsRows.ts';
export { type GoodsById, ruledById, ruledGoods, rulesOf, splitProduct } from './goods/goodsRules.ts';
export { LeavesOn } from './goods/leavesOn.ts';
export { ownChargeText, readOwnCharge } from './goods/ownChargeText.ts';
export {
  type GoodsRule,
  ListedProduct,
  MOST_PRODUCTS,
  OwnCharge,
  PRODUCT_DEFAULTS,
  Product,
  ProductFacts,
  ProductId,
  Tag,
} from './goods/product.ts';
export { canonicalJson } from './json/canonicalJson.ts';
export { boundInBase } from './measures/bound.ts';
export { DistanceText, distanceToMillimetres, formatDistance, parseDistance } from './measures/distance.ts';
export { formatLength, LengthText, lengthToMicrometres, parseLength } from './measures/length.ts';
export { formatMass, MassText, massToMicrograms, parseMass, type UnitsOfShop, type UnitsReading } from './measures/mass.ts';
export {
  CountMeasure,
  type Dimension,
  dimensionOf,
  MEASURES,
  type Measure,
  type Measures,
  type MeasureVector,
  NO_MEASURES,
  SizeMeasure,
  toVector,
  UNKNOWN_DISTANCE,
  ValueMeasure,
  WeightMeasure,
} from './measures/measure.ts';
export { boundText, parseBound, parseCount, type Reading, type Writing } from './measures/parseBound.ts';
export { BasisPoints, formatPercent, MarkupPoints, parsePercent, percentTyped } from './measures/percent.ts';
export { quantityTyped } from './measures/quantityText.ts';
export { CURRENCY_CODES, Currency, minorDigits } from './money/currency.ts';
export { Ending, withEnding } from './money/ending.ts';
export { currencyOfCountry, languageOfCountry, unitsOfCountry } from './money/habitsOfCountry.ts';
export { formatMoney, GREATEST_AMOUNT, Minor, minorToDecimal, minorTyped, parseMoney, type Typed } from './money/money.ts';
export { splitByWeights } from './money/splitByWeights.ts';
export { LANGUAGES } from './names/languages.ts';
export { Id, Name } from './names/naming.ts';
export { newId } from './names/newId.ts';
export { type DecimalSign, type NumberDoubt, type NumbersRead, numbersRead } from './numbers/decimalSign.ts';
export { formatNumber } from './numbers/numberFormat.ts';
export { decimalTyped, habitOf } from './numbers/numberHabit.ts';
export type { TypedProblem } from './numbers/parseDecimal.ts';
export { divideRounded, type RoundingRule, shareOf } from './numbers/rounding.ts';
export type { Micrograms, Micrometres, Millimetres, NumberOf } from './numbers/units.ts';
export { oncePer } from './once/oncePer.ts';
export { oncePerText } from './once/oncePerText.ts';
export { addressKey, buyerKeys, type Receiver, searchText } from './orders/addressKey.ts';
export { asOneOrder, givenBackOf, type WholeOrder } from './orders/asOneOrder.ts';
export { carriageAsk, type Way } from './orders/carriageAsk.ts';
export { type Choice, type Consigned, consignmentsOf, packFor } from './orders/consigned.ts';
export { collectionOn, type Leaving } from './orders/leaving.ts';
export { NEEDED_ORDER_FIELDS, ORDER_FIELDS, ORDER_NUMBER_FIELDS, type OrderField, orderColumns } from './orders/orderColumns.ts';
export { BroughtState, KeptBuyer, MOST_ORDERS_IN_FILE, OrderIn, OrderLineIn } from './orders/orderIn.ts';
export {
  jsonOrderProblems,
  jsonOrders,
  type OrderCellProblem,
  type OrderRowProblem,
  OrderRowsReader,
  type OrdersShop,
  type ReadOrder,
} from './orders/orderRows.ts';
export { canStepBack, isWaiting, marked, marksFor, OrderMark, OrderState, WAITING } from './orders/orderWay.ts';
export { roundWay, wayLength } from './orders/roundWay.ts';
export { type Companion, travelTogether } from './orders/travelTogether.ts';
export { billableWeight, girth, lengthPlusGirth, longestSide, type Sides, VolumeRule, volumetricWeight } from './packing/billable.ts';
export { fewestRooms } from './packing/fewestRooms.ts';
export { Packaging, PackagingKind, SAMPLE_CARTON, Size, sidesOf, toCarton } from './packing/packaging.ts';
export { type PackingOrder, packParcels } from './packing/packParcels.ts';
export type { PackedThing, PackGoods, Parcel } from './packing/parcel.ts';
export { type ParsedSize, parseSize, sizeText } from './packing/parseSize.ts';
export { boundsOf, inOutline, Outline, type Position } from './places/area.ts';
export { type CountryCode, listCountries, listSubdivisions, regionName, SubdivisionCode } from './places/countries.ts';
export { countryGroupName, groupMembers, listCountryGroups } from './places/countryGroups.ts';
export { geodesicDistance } from './places/geodesic.ts';
export {
  type GeoJsonProblem,
  orderOutline,
  outlineOfRing,
  type ReadArea,
  type ReadGeoJson,
  readGeoJson,
  writeGeoJson,
} from './places/geoJson.ts';
export { Destination, Place } from './places/place.ts';
export { type Claim, explainZones, findZone } from './places/placeIndex.ts';
export { CountryNames, subdivisionNamed } from './places/placeNamed.ts';
export { Point } from './places/point.ts';
export { isRuralCode, normalizePostal } from './places/postal.ts';
export { postalExample, postalLinesExample } from './places/postalExample.ts';
export { type CheckedPostalList, checkPostalList, MOST_POSTAL_LINES, type PostalLineProblem, postalRulesOf } from './places/postalList.ts';
export { isPostalShape, postalPattern } from './places/postalShape.ts';
export { isToldByPostal, subdivisionOfAddress, subdivisionOfPostal } from './places/postalStart.ts';
export { areNested, partsOf, withHolders } from './places/subdivisionTree.ts';
export { Dispatch } from './promise/dispatch.ts';
export { type LastOrder, lastOrders } from './promise/lastOrders.ts';
export type { ArrivalPromise, NoPromise, PlainDate, PromiseStep, SkippedDay, Timetable } from './promise/promise.ts';
export { clockText, daysInShort, daysText, dayText, momentBefore, orderedOn, promiseText } from './promise/promiseText.ts';
export { dispatchOf, type GoodsAsk, PLAIN_GOODS, timetableOf } from './promise/timetableOf.ts';
export { type Admission, type AdmissionProblem, type Admitted, admit, admitted, MOMENT_REACH, MOST_PIECES } from './quote/admit.ts';
export { CartInput, type CartInputLine, isProductLine, type Resolved, resolveCart } from './quote/cartInput.ts';
export { type CompiledBook, type CompiledZone, compile } from './quote/compile.ts';
export { priceOnCard } from './quote/compiledCard.ts';
export { NO_LANE, REFER, WITHHELD } from './quote/compiledResult.ts';
export type { MeasuredCart, MeasuredConsignment } from './quote/consignment.ts';
export { laneCost } from './quote/laneCost.ts';
export { laneMeasures } from './quote/laneMeasures.ts';
export { pricesInto } from './quote/lanePrice.ts';
export { explainDestination, type Located, locate } from './quote/locate.ts';
export { marginOf } from './quote/margin.ts';
export { addUp, measureCart } from './quote/measureCart.ts';
export { completeCart, type Opened, openRequest, type RequestSources } from './quote/openRequest.ts';
export { type Plan, plan } from './quote/plan.ts';
export type {
  CardRow,
  CarrierSide,
  ConsignmentQuote,
  DeliveryTax,
  LedgerRow,
  MoreForFree,
  Offer,
  PlaceAnswer,
  Quote,
  Rate,
  Reason,
  Remark,
  Stretch,
  ToldMeasures,
  Withheld,
} from './quote/quoteTypes.ts';
export { CartLine, type Discount, QuoteRequest } from './quote/request.ts';
export { quote, quoteZone, settle } from './quote/settle.ts';
export type { Shipment } from './quote/shipment.ts';
export { Allowance, type Effect, plainAllowance } from './rate-book/allowance.ts';
export { buyerNote } from './rate-book/buyerNote.ts';
export {
  type Bound,
  CARD_KINDS,
  Card,
  type CardKind,
  cardMeasures,
  FIGURE_KINDS,
  type FigureKind,
  firstCard,
  isFigureKind,
  isTiered,
  MOST_TIERS,
  resultsOf,
  type Side,
  type TieredCard,
  type TierResult,
  type TwoWay,
  unitFits,
} from './rate-book/card.ts';
export { CARD_COLUMNS, type CardColumn, cardsToRows } from './rate-book/cardRows.ts';
export { Charge, type ChargeAmount, ChargeBasis, plainCharge } from './rate-book/charge.ts';
export { Conditions, type FreeFrom, type GroupCard, type Lane, NO_CONDITIONS, plainLane } from './rate-book/lane.ts';
export { Limit, Limits } from './rate-book/limits.ts';
export { Location, mayShip, PLAIN_LOCATION } from './rate-book/location.ts';
export {
  EDITIONS_ANSWER_DAYS,
  emptyBook,
  HolidaysOf,
  homeCountry,
  laneOf,
  type Mixing,
  Packing,
  PLAIN_SERVICE,
  type Pricing,
  RATE_BOOK_FORMAT,
  RateBook,
  type Service,
  type ServiceKind,
  type SeveralAddresses,
  SHOP_DEFAULTS,
  type Shop,
  type ShopTexts,
  type Zone,
} from './rate-book/rateBook.ts';
export { type CardFileProblem, type CardRowProblem, type ReadCards, readCardRows } from './rate-book/readCardRows.ts';
export { readRateBook } from './rate-book/readRateBook.ts';
export { parseResult, parseUnit, type ReadResult, type ResultProblem, resultText, unitText } from './rate-book/resultText.ts';
export { Coupon, couponKey, EVERYWHERE, type GoodsSet, holdsGroup, inScope, type Scope } from './rate-book/scope.ts';
export { ServiceText, TOLD_WHEN } from './rate-book/serviceText.ts';
export { countriesOfPlaces, taxRatesBeside } from './rate-book/zoneTax.ts';
export { type Beginning, beginShop, type FirstPrices, firstPrices, type ZonePrice } from './recipes/beginShop.ts';
export { plannedZones } from './recipes/plannedZones.ts';
export { carriedService } from './recipes/priceRecipes.ts';
export {
  type Answers,
  type BlankFault,
  type BlankKind,
  type BlankValues,
  blankFaults,
  type CarrierChoice,
  missingFor,
  type Need,
  type PlannedZone,
  type Recipe,
  recipeCommand,
} from './recipes/recipe.ts';
export { recipes } from './recipes/recipes.ts';
export {
  type InForce,
  type LiveSpan,
  lastLive,
  liveAt,
  liveSpans,
  type PlanFault,
  type PlannedTime,
  planFault,
  Release,
  spanAt,
} from './releases/release.ts';
export { PLAIN_ROUND, Round, RoundWindow } from './rounds/round.ts';
export {
  type CostPoint,
  costCurve,
  costPointAt,
  Survey,
  SurveyAddress,
  SurveyCost,
  SurveyProbe,
  SurveyRequest,
} from './surveys/survey.ts';
export { DateWindow, dayAt, Instant, instantToMs, inWindow, msToInstant, type Weekday } from './time/calendar.ts';
export { ClosedDays, ClosedList } from './time/closedDays.ts';
export { type CivilDate, civilOf, type DayNumber, dayOf, fromDay, isoWeekOf, toDay, weekdayOf } from './time/plainDate.ts';
export { readMoment, type SlashOrder, slashOrderIn } from './time/readMoment.ts';
export { spanInWords, timeAsTyped, timeInWords } from './time/timeInWords.ts';
export { minutesOf, parseTimeOfDay, type ReadTime, TimeOfDay, TimeSpan, timeText } from './time/timeOfDay.ts';
export { clockOf, instantOf, localAt, offsetAt, TimeZone, timeZoneNames } from './time/timeZone.ts';
export { countriesByTimeZone, suggestedTimeZone, timeZonesOf } from './time/timeZonesOf.ts';
export { stretchesOf, WEEK, type WeekOfCountry, weekFrom, weekOfCountry } from './time/weekOfCountry.ts';
export { type WindowDays, windowDays, windowMoments } from './time/windowSpan.ts';
export { WorkingDays } from './time/workingDays.ts';
export { type Expectation, Expectations, type Judged, REASONS, type Verdict } from './trials/expectation.ts';
export { changeTrials, MOST_TRIALS, Trial, TrialChange, type TrialsChanged } from './trials/trial.ts';
export { cartOfTrial, momentFrom, TrialMoment } from './trials/trialMoment.ts';
export { byStanding, standingOf, type TrialOffer, type TrialRun, type TrialSide } from './trials/trialRun.ts';
