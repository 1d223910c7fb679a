import { z } from 'zod';
import { DayLoad, LoadCount } from '../../dispatch/dispatchCalendar.ts';
import { ProductFacts } from '../../goods/product.ts';
import { Id } from '../../names/naming.ts';
import { Release } from '../../releases/release.ts';
import { Survey, SurveyRequest } from '../../surveys/survey.ts';
import { TrialChange } from '../../trials/trial.ts';
import {
  CalendarAddress,
  CommandsAnswer,
  DraftList,
  DraftState,
  DraftSummary,
  EditionDocument,
  EditionFile,
  EditionList,
  EditionSummary,
  GoodsAnswer,
  GoodsChange,
  GoodsImport,
  HolidayList,
  HolidayPlaces,
  HolidaysAnswer,
  LiveState,
  LoadList,
  MakeDraft,
  MoveRequest,
  NameDraft,
  PlanRequest,
  PublishRequest,
  ReleaseRequest,
  StepsAnswer,
  StepsRequest,
  TrialList,
  TrialsAnswer,
} from '../api.ts';
import {
  AskRates,
  CarrierClosedDays,
  CarrierPackagingList,
  CarrierState,
  EditAccount,
  LabelMade,
  LabelRequest,
  OpenAccount,
  RatesAnswered,
  SurveyList,
  SurveyState,
} from '../carriers.ts';
import { FeedAsked, GoodsFeed } from '../goodsFeed.ts';
import { EditKey, KeyList, KeyMade, MakeKey } from '../keys.ts';
import {
  AuditList,
  AuditQuery,
  ChangePassword,
  ConfirmCode,
  ConfirmPassword,
  EditPerson,
  FirstPerson,
  InvitePerson,
  LinkSeen,
  LookAtLink,
  OneTimeLink,
  OpenSessions,
  PersonInvited,
  PersonList,
  RecoveryCodes,
  SecondFactorBegun,
  SessionState,
  SignIn,
  UseLink,
} from '../people.ts';
import type { ProblemCode } from '../problemCode.ts';
import { DeliveryPageState, LookAt, LookLink } from '../publicShop.ts';
import { BackupRequest, KeptShops, SentFile, TakeFile } from '../shopFile.ts';
import { deskRoutes } from './deskRoutes.ts';
import { mailRoutes } from './mailRoutes.ts';
import { paperRoutes } from './paperRoutes.ts';
import type { Routes } from './route.ts';
import { windowRoutes } from './windowRoutes.ts';

/** A number in an address. */
const PathNumber = z
  .string()
  .regex(/^[1-9]\d{0,8}$/)
  .transform(Number);
const ById = z.object({ id: PathNumber });
const BySeq = z.object({ seq: PathNumber });
const ByNumber = z.object({ number: PathNumber });

const Year = z.coerce.number<string>().int().min(2010).max(2038);
const HolidaysOfPlace = z
  .object({ country: z.string().length(2), region: z.string().max(10).optional(), from: Year, until: Year })
  .refine(({ from, until }) => from <= until, { path: ['until'], message: 'The last year is before the first' });
/** Of some countries, all their parts. */
const HolidaysOfAll = z.object({
  countries: z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(z.string().length(2)).max(20, 'At most 20 countries at once')),
  from: Year,
  until: Year,
});

const ProductList = z.strictObject({ products: z.array(ProductFacts) });
const Nothing = z.strictObject({});
const PDF = { file: 'application/pdf' };
const SHOP_FILES = { file: 'application/octet-stream' };
/** A change of a book can be refused, and come too late. */
const STEPS: readonly ProblemCode[] = [
  'command-refused',
  'stale-revision',
  'shop-replaced',
  'nothing-to-undo',
  'nothing-to-redo',
  'id-in-use',
];
const CARRIER: readonly ProblemCode[] = ['carrier-failed', 'carrier-refused', 'invalid-request', 'not-found'];
const PLAN: readonly ProblemCode[] = ['plan-refused', 'stale-revision', 'not-found', 'nothing-to-publish', 'nothing-published'];

/** The owner's door: everything the page asks, by method and path from `/api` on. */
export const ownerRoutes = {
  'GET /openapi.json': { says: 'This description', who: 'read', answer: z.looseObject({ openapi: z.string() }) },

  'GET /session': { says: 'Whether the shop has people, and who asks', who: 'anybody', answer: SessionState },
  'POST /session': {
    says: 'Sign in',
    who: 'anybody',
    body: SignIn,
    status: 201,
    answer: SessionState,
    problems: ['wrong-password', 'code-needed', 'too-many-tries'],
  },
  'DELETE /session': { says: 'Sign out', who: 'signedIn', status: 204, answer: null },
  'PUT /session/password': {
    says: 'Change one’s password; all other sessions end',
    who: 'signedIn',
    body: ChangePassword,
    status: 204,
    answer: null,
    problems: ['wrong-password', 'weak-password', 'too-many-tries', 'not-signed-in'],
  },
  'POST /session/second-factor': {
    says: 'Begin a second factor: a key for an app that shows codes',
    who: 'signedIn',
    body: ConfirmPassword,
    answer: SecondFactorBegun,
    problems: ['wrong-password', 'too-many-tries'],
  },
  'PUT /session/second-factor': {
    says: 'Confirm the second factor by a code of the app',
    who: 'signedIn',
    body: ConfirmCode,
    answer: RecoveryCodes,
    problems: ['wrong-password', 'too-many-tries', 'not-found'],
  },
  'POST /session/second-factor/end': {
    says: 'Do without a second factor',
    who: 'signedIn',
    body: ConfirmPassword,
    status: 204,
    answer: null,
    problems: ['wrong-password', 'too-many-tries'],
  },
  'GET /sessions': { says: 'Where one is signed in', who: 'signedIn', answer: OpenSessions },
  'DELETE /sessions': { says: 'Sign out everywhere', who: 'signedIn', status: 204, answer: null },
  'DELETE /sessions/:id': { says: 'End one session of one’s own', who: 'signedIn', status: 204, answer: null, problems: ['not-found'] },
  'POST /links/look': {
    says: 'What a one-time address is for',
    who: 'anybody',
    body: LookAtLink,
    answer: LinkSeen,
    problems: ['link-spent', 'too-many-tries'],
  },
  'POST /links/use': {
    says: 'Choose a password by a one-time address, and be signed in',
    who: 'anybody',
    body: UseLink,
    status: 201,
    answer: SessionState,
    problems: ['link-spent', 'weak-password', 'too-many-tries'],
  },

  'GET /people': { says: 'Everybody who may come in', who: 'own', answer: PersonList },
  'POST /people': {
    says: 'Invite somebody; they choose their password by a one-time address',
    who: 'own',
    body: InvitePerson,
    status: 201,
    answer: PersonInvited,
    problems: ['name-in-use', 'last-owner', 'too-many-people'],
  },
  'POST /people/first': {
    says: 'Become the first owner, where the shop has no people yet',
    who: 'own',
    body: FirstPerson,
    status: 201,
    answer: SessionState,
    problems: ['name-in-use', 'weak-password'],
  },
  'PATCH /people/:id': {
    says: 'Change what somebody may do',
    who: 'own',
    body: EditPerson,
    answer: PersonList,
    problems: ['not-found', 'last-owner'],
  },
  'DELETE /people/:id': {
    says: 'Let somebody in no more; their sessions end at once',
    who: 'own',
    answer: PersonList,
    problems: ['not-found', 'last-owner'],
  },
  'POST /people/:id/link': {
    says: 'A one-time address for another password; a second factor is asked for no more',
    who: 'own',
    body: Nothing,
    status: 201,
    answer: OneTimeLink,
    problems: ['not-found'],
  },

  'GET /goods-feed': {
    says: 'Goods with the price and time of their delivery to a place',
    who: 'read',
    query: FeedAsked,
    answer: GoodsFeed,
    problems: ['nothing-published'],
  },
  'GET /goods-feed/csv': {
    says: 'The same as CSV, a row for each product and option',
    who: 'read',
    query: FeedAsked,
    answer: { file: 'text/csv' },
    problems: ['nothing-published'],
  },
  'GET /delivery-page': {
    says: 'What the delivery page says since when, and what of it the words of schema.org cannot say',
    who: 'read',
    answer: DeliveryPageState,
    problems: ['nothing-published'],
  },
  'POST /look': {
    says: 'Make an address that shows the shop front by what is live, an edition or a draft, for a while',
    who: 'read',
    body: LookAt,
    status: 201,
    answer: LookLink,
    problems: ['not-found'],
  },
  ...deskRoutes,
  ...paperRoutes,
  ...mailRoutes,
  ...windowRoutes,

  'GET /keys': { says: 'The keys of the checkout', who: 'own', answer: KeyList },
  'POST /keys': { says: 'Make a key', who: 'own', body: MakeKey, status: 201, answer: KeyMade, problems: ['too-many-keys'] },
  'PATCH /keys/:id': {
    says: 'Change a key’s name, scopes or origins',
    who: 'own',
    body: EditKey,
    answer: KeyList,
    problems: ['not-found'],
  },
  'DELETE /keys/:id': { says: 'End a key at once', who: 'own', answer: KeyList, problems: ['not-found'] },
  'GET /audit': { says: 'Who published, changed keys and people, restored, exported', who: 'own', query: AuditQuery, answer: AuditList },

  'GET /draft': { says: 'The main draft', who: 'read', answer: DraftState },
  'POST /draft/steps': { says: 'Take steps in the main draft', who: 'edit', body: StepsRequest, answer: StepsAnswer, problems: STEPS },
  'GET /drafts': { says: 'The drafts beside the main one', who: 'read', answer: DraftList },
  'POST /drafts': {
    says: 'Begin a draft from an edition',
    who: 'edit',
    body: MakeDraft,
    status: 201,
    answer: DraftSummary,
    problems: ['not-found', 'too-many-drafts', 'command-refused'],
  },
  'GET /drafts/:id': { says: 'A draft; the main one is 1', who: 'read', params: ById, answer: DraftState, problems: ['not-found'] },
  'PATCH /drafts/:id': {
    says: 'Rename a draft',
    who: 'edit',
    params: ById,
    body: NameDraft,
    answer: DraftSummary,
    problems: ['not-found'],
  },
  'DELETE /drafts/:id': { says: 'Throw a draft away', who: 'edit', params: ById, answer: DraftSummary, problems: ['not-found'] },
  'POST /drafts/:id/back': {
    says: 'Bring a draft back that was thrown away',
    who: 'edit',
    params: ById,
    body: Nothing,
    answer: DraftSummary,
    problems: ['not-found', 'too-many-drafts'],
  },
  'POST /drafts/:id/steps': {
    says: 'Take steps in a draft',
    who: 'edit',
    params: ById,
    body: StepsRequest,
    answer: StepsAnswer,
    problems: [...STEPS, 'not-found'],
  },
  'GET /drafts/:id/commands': {
    says: 'The commands in force of a draft, and where it began',
    who: 'read',
    params: ById,
    answer: CommandsAnswer,
    problems: ['not-found'],
  },

  'GET /editions': { says: 'Editions and releases', who: 'read', answer: EditionList },
  'POST /editions': {
    says: 'Publish a draft as it is at a revision',
    who: 'publish',
    body: PublishRequest,
    status: 201,
    answer: EditionSummary,
    problems: ['stale-revision', 'nothing-to-publish', 'not-found'],
  },
  'GET /editions/live': { says: 'The live edition', who: 'read', answer: LiveState },
  'POST /editions/releases': {
    says: 'Go back to an edition at once',
    who: 'publish',
    body: ReleaseRequest,
    status: 201,
    answer: Release,
    problems: PLAN,
  },
  'GET /editions/calendar': { says: 'Where the calendar of releases is', who: 'read', answer: CalendarAddress },
  'POST /editions/calendar': {
    says: 'Give that calendar another address',
    who: 'publish',
    body: Nothing,
    status: 201,
    answer: CalendarAddress,
  },
  'DELETE /editions/calendar': { says: 'Take that calendar away', who: 'publish', status: 204, answer: null },
  'POST /editions/plans': { says: 'Plan an edition', who: 'publish', body: PlanRequest, status: 201, answer: Release, problems: PLAN },
  'POST /editions/plans/:seq/move': {
    says: 'Move a plan',
    who: 'publish',
    params: BySeq,
    body: MoveRequest,
    answer: Release,
    problems: PLAN,
  },
  'DELETE /editions/plans/:seq': { says: 'Call a plan off', who: 'publish', params: BySeq, status: 204, answer: null, problems: PLAN },
  'GET /editions/:number': { says: 'An edition', who: 'read', params: ByNumber, answer: EditionDocument, problems: ['not-found'] },
  'GET /editions/:number/commands': {
    says: 'The commands an edition is made of',
    who: 'read',
    params: ByNumber,
    answer: CommandsAnswer,
    problems: ['not-found'],
  },
  'GET /editions/:number/file': {
    says: 'An edition with goods and orders taken, to be served by itself',
    who: 'own',
    params: ByNumber,
    answer: EditionFile,
    problems: ['not-found'],
  },

  'GET /products': { says: 'The goods', who: 'read', answer: ProductList },
  'POST /products/changes': {
    says: 'Change goods, all of it or nothing',
    who: 'edit',
    body: GoodsChange,
    answer: GoodsAnswer,
    problems: ['not-found', 'too-many-products', 'cancelled', 'unknown-product'],
  },
  'POST /products/imports': { says: 'Begin a change sent in parts', who: 'edit', body: Nothing, status: 201, answer: GoodsImport },
  'DELETE /products/imports/:id': { says: 'Call it off', who: 'edit', status: 204, answer: null },
  'POST /products/imports/:id/parts': {
    says: 'Send a part',
    who: 'edit',
    body: GoodsChange,
    answer: GoodsImport,
    problems: ['not-found', 'too-many-products', 'id-in-use'],
  },
  'POST /products/imports/:id/taken': {
    says: 'Take all parts as one change',
    who: 'edit',
    body: Nothing,
    answer: GoodsAnswer,
    problems: ['not-found', 'too-many-products', 'cancelled', 'unknown-product'],
  },

  'GET /trials': { says: 'The trials', who: 'read', answer: TrialList },
  'POST /trials/changes': {
    says: 'Change trials, all of it or nothing',
    who: 'edit',
    body: TrialChange,
    answer: TrialsAnswer,
    problems: ['not-found', 'too-many-trials', 'id-in-use'],
  },
  'GET /loads': { says: 'Orders taken so far', who: 'read', answer: LoadList },
  'PUT /loads': { says: 'Set the orders of a day', who: 'edit', body: DayLoad, answer: LoadList },
  'PATCH /loads': { says: 'Count orders of a day', who: 'edit', body: LoadCount, answer: LoadList },

  'GET /holidays': {
    says: 'Public holidays of a place',
    who: 'read',
    query: HolidaysOfPlace,
    answer: HolidayList,
    problems: ['not-found'],
  },
  'GET /holidays/of': {
    says: 'Public holidays of countries and their parts',
    who: 'read',
    query: HolidaysOfAll,
    answer: HolidaysAnswer,
    problems: ['not-found'],
  },
  'GET /holidays/places': { says: 'Places whose holidays are known', who: 'read', answer: HolidayPlaces },

  'GET /carriers': { says: 'Carrier accounts and carriers', who: 'read', answer: CarrierState },
  'POST /carriers': {
    says: 'Open a carrier account',
    who: 'own',
    body: OpenAccount,
    status: 201,
    answer: CarrierState,
    problems: [...CARRIER, 'id-in-use'],
  },
  'POST /carriers/rates': { says: 'Ask carriers for prices', who: 'read', body: AskRates, answer: RatesAnswered, problems: CARRIER },
  'POST /carriers/labels': { says: 'Buy a label', who: 'edit', body: LabelRequest, status: 201, answer: LabelMade, problems: CARRIER },
  'GET /carriers/:id/labels/:tracking.pdf': { says: 'A label', who: 'read', answer: PDF, problems: CARRIER },
  'GET /carriers/:id/packaging': { says: 'Packaging a carrier gives', who: 'read', answer: CarrierPackagingList, problems: CARRIER },
  'GET /carriers/:id/closed-days': {
    says: 'When a carrier does not move',
    who: 'read',
    query: z.object({ year: z.coerce.number<string>().int().min(2000).max(2100) }),
    answer: CarrierClosedDays,
    problems: CARRIER,
  },
  'POST /carriers/:id/services': {
    says: 'Ask a carrier for its services',
    who: 'edit',
    body: Nothing,
    answer: CarrierState,
    problems: [...CARRIER, 'command-refused'],
  },
  'PATCH /carriers/:id': { says: 'Change an account', who: 'own', body: EditAccount, answer: CarrierState, problems: CARRIER },
  'DELETE /carriers/:id': { says: 'Close an account', who: 'own', answer: CarrierState, problems: ['not-found', 'account-in-use'] },
  'POST /carriers/:id/restore': {
    says: 'Open a closed account again',
    who: 'own',
    body: Nothing,
    answer: CarrierState,
    problems: ['not-found', 'id-in-use'],
  },

  'GET /surveys': { says: 'Surveys of what carriers ask', who: 'read', answer: SurveyList },
  'POST /surveys': {
    says: 'Begin a survey',
    who: 'edit',
    body: z.strictObject({ id: Id, survey: SurveyRequest }),
    status: 202,
    answer: SurveyState,
    problems: ['id-in-use', 'not-found'],
  },
  'GET /surveys/:id': { says: 'A survey', who: 'read', answer: Survey, problems: ['not-found'] },
  'DELETE /surveys/:id': { says: 'Remove a survey', who: 'edit', answer: SurveyList, problems: ['not-found'] },
  'POST /surveys/:id/restore': {
    says: 'Bring a removed survey back',
    who: 'edit',
    body: Nothing,
    answer: SurveyList,
    problems: ['not-found', 'id-in-use'],
  },

  'POST /shop/backups': { says: 'Everything in one file', who: 'own', body: BackupRequest, answer: { file: 'application/vnd.sqlite3' } },
  'GET /shop/document': { says: 'The whole shop as one JSON document', who: 'own', answer: { file: 'application/json' } },
  'POST /shop/files': {
    says: 'Send a backup or the document of a shop, to be looked over',
    who: 'own',
    body: SHOP_FILES,
    status: 201,
    answer: SentFile,
    problems: ['file-refused'],
  },
  'DELETE /shop/files/:id': { says: 'Call a sent file off', who: 'own', status: 204, answer: null },
  'POST /shop/files/:id/taken': {
    says: 'Let the shop of a file take the place of this one',
    who: 'own',
    body: TakeFile,
    answer: KeptShops,
    problems: ['not-found', 'file-refused', 'shutting-down'],
  },
  'GET /shop/kept': { says: 'Shops that were replaced', who: 'own', answer: KeptShops },
  'POST /shop/kept/:id/taken': {
    says: 'Bring a replaced shop back',
    who: 'own',
    body: Nothing,
    answer: KeptShops,
    problems: ['not-found', 'shutting-down'],
  },
} as const satisfies Routes;

export type OwnerRoutes = typeof ownerRoutes;
