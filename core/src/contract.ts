// What crosses the wire, by itself: schemas, their types, and every problem code.

export { DraftStep, HistoryEnds, StepDone } from './commands/draftStep.ts';
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
export { type DocumentName, documentFields, documentSchemas } from './contract/jsonSchema.ts';
export { OwnerQuote } from './contract/ownerQuote.ts';
export { isPage, PAGES } from './contract/pages.ts';
export { ProblemCode } from './contract/problemCode.ts';
export { PublicAsk, type PublicOption, PublicQuote, toPublicQuote } from './contract/publicQuote.ts';
export { BackupRequest, FileContents, KeptShop, KeptShops, SentFile, ShopFile, shopFileForward, TakeFile } from './contract/shopFile.ts';
export { buyerWords, toldWords } from './contract/words/buyerWords.ts';
export { CartInput, type CartInputLine, isProductLine, type Resolved, resolveCart } from './quote/cartInput.ts';
