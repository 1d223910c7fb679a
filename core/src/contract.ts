// What crosses the wire, by itself: schemas, their types, and every problem code.

export { DraftStep, HistoryEnds, StepDone } from './commands/draftStep.ts';
export {
  CalendarAddress,
  CommandsAnswer,
  DraftList,
  DraftState,
  DraftSummary,
  EditionDocument,
  EditionFile,
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
export {
  type DeliveredOption,
  type DeliveredTo,
  DeliveryFacts,
  type DeliverySources,
  deliveredTo,
  deliveryFacts,
  holidayAhead,
  type PlaceTold,
} from './contract/deliveryFacts.ts';
export { documentPath } from './contract/documentPath.ts';
export { filedPart } from './contract/filedPart.ts';
export { type GeneralSources, generalOptions } from './contract/generalOptions.ts';
export { FEED_COLUMNS, FeedAsked, FeedRow, feedRows, GoodsFeed } from './contract/goodsFeed.ts';
export { type DocumentName, documentFields, documentSchemas } from './contract/jsonSchema.ts';
export { CheckoutKey, EditKey, KeyList, KeyMade, type KeyScope, MakeKey, PageOrigin, Scope } from './contract/keys.ts';
export {
  BuyerMail,
  MailAsked,
  MailFacts,
  MailKind,
  MailList,
  MailServer,
  MailSettings,
  MailState,
  NO_MAIL,
  Packer,
  ReturnedMail,
  SentMail,
  SetMail,
  TryMail,
} from './contract/mail.ts';
export { type DoorFacts, openApi } from './contract/openApi.ts';
export {
  BroughtFault,
  BuyersForgotten,
  Consignments,
  type DeskConsignment,
  DeskFacts,
  type DeskGroup,
  DeskList,
  DeskMarked,
  DeskMarks,
  DeskOrder,
  DeskQuery,
  DeskRow,
  DeskStep,
  DeskView,
  FiledConsignment,
  FiledOrder,
  ForgetBuyers,
  GiveBack,
  GoodsFound,
  LabelJob,
  LabelPaper,
  OfferedByHand,
  OptionsByHand,
  OrderByHand,
  OrderFile,
  OrderFileAsked,
  OrderNote,
  OrderStep,
  OrdersBrought,
  OrdersImport,
  OrdersTaken,
  PackInto,
  PackTogether,
  type ParcelEvent,
  ParcelLabel,
  ParcelsLookedAt,
  PrintLabels,
  RoundStop,
  RoundStops,
  SoldLine,
  TogetherList,
  type TogetherSet,
} from './contract/orders.ts';
export { OwnerQuote } from './contract/ownerQuote.ts';
export { isPage, PAGES } from './contract/pages.ts';
export {
  LetterKind,
  Logo,
  PaperChoices,
  PaperFault,
  PaperKind,
  PaperSeen,
  PaperState,
  PaperTemplate,
  PrintedKind,
  PrintPaper,
  SetPaper,
} from './contract/papers.ts';
export {
  AuditEntry,
  AuditKind,
  AuditList,
  AuditQuery,
  ChangePassword,
  EditPerson,
  FirstPerson,
  InvitePerson,
  LinkSeen,
  MOST_AUDIT,
  MOST_PASSWORD,
  Myself,
  mayDo,
  NewPassword,
  OneTimeLink,
  OpenSession,
  OpenSessions,
  Person,
  PersonInvited,
  PersonList,
  PersonName,
  RecoveryCodes,
  type Right,
  Role,
  SecondFactorBegun,
  SessionState,
  SignIn,
  UseLink,
} from './contract/people.ts';
export { ProblemCode } from './contract/problemCode.ts';
export { PublicOptions } from './contract/publicOptions.ts';
export { PublicAsk, PublicEdition, type PublicOption, PublicQuote, toPublicQuote } from './contract/publicQuote.ts';
export {
  DeliveryPageState,
  LookAt,
  LookLink,
  OrderBuyer,
  OrderPlaced,
  PlaceOrder,
  PublicCounterHours,
  PublicCountry,
  PublicGoods,
  PublicShop,
  type UnsaidWhy,
} from './contract/publicShop.ts';
export { type OwnerRoutes, ownerRoutes } from './contract/routes/ownerRoutes.ts';
export { type PublicRoutes, publicRoutes } from './contract/routes/publicRoutes.ts';
export {
  type AnswerOf,
  type BodyOf,
  type FileKind,
  goesOn,
  isFile,
  METHODS,
  type Method,
  namesIn,
  type ParamNames,
  partsOf,
  type Route,
  type RouteKey,
  type Routes,
} from './contract/routes/route.ts';
export { BackupRequest, FileContents, KeptShop, KeptShops, SentFile, TakeFile } from './contract/sentFiles.ts';
export { counterHours, shopFacts } from './contract/shopFacts.ts';
export { ShopFile, shopFileForward } from './contract/shopFile.ts';
export { BuyerInside, EndForBuyer, RunningWindow, RunningWindows } from './contract/windows.ts';
export { buyerWords, toldWords } from './contract/words/buyerWords.ts';
export { LANGUAGES } from './names/languages.ts';
export { CartInput, type CartInputLine, isProductLine, type Resolved, resolveCart } from './quote/cartInput.ts';
export { type BuyerText, buyerTexts, inLanguage, languageFor, TEXT_KINDS, type TextKind, untranslated } from './rate-book/buyerTexts.ts';
export type { RateBook } from './rate-book/rateBook.ts';
