import { type CountryCode, homeCountry, type Instant, type ProductFacts, type RateBook, type ServiceKind } from '@ostrakon/core';
import {
  languageFor,
  type OwnerRoutes,
  type PaperKind,
  type PaperSeen,
  type PaperState,
  PrintedKind,
  type SetPaper,
} from '@ostrakon/core/contract';
import { ANSWERED, type Handlers } from '../../http/door.ts';
import { HttpProblem } from '../../http/problems.ts';
import { GIVEN } from '../../papers/given.ts';
import { letterData, packerData, type Tracked } from '../../papers/letterData.ts';
import { goesAbroad, type PaperSources as PaperFrom, type PaperOf, paperData, papersOf } from '../../papers/paperData.ts';
import { makePaper } from '../../papers/paperEngine.ts';
import type { PaperStore } from '../../papers/paperStore.ts';
import { samplePaper } from '../../papers/sample.ts';
import type { Database } from '../../persistence/database.ts';
import { ConsignmentEntity } from '../../persistence/orderEntities.ts';
import type { Who } from '../../ports/who.ts';
import { PaperThread, type PaperToMake, saidOf } from './paperThread.ts';

export interface PaperSources {
  readonly papers: PaperStore;
  readonly database: Database;
  readonly now: () => Instant;
  book(): RateBook;
  products(): ReadonlyMap<string, ProductFacts>;
}

/** Papers of one order each. */
const ONE_EACH: ReadonlySet<PaperKind> = new Set(['slip', 'customs', 'mailPacked', 'mailUnderWay', 'mailReady', 'mailLate', 'mailPacker']);
const MADE_UP: readonly Tracked[] = [{ number: 'AB123456785CD', carrier: 'Carrier' }];

/** What a template is shown with. */
function shownData(kind: PaperKind, papers: readonly PaperOf[], sources: PaperFrom): object {
  const printed = PrintedKind.safeParse(kind);
  const [first] = papers;
  if (printed.success) return paperData(printed.data, papers, () => sources)[0] ?? {};
  if (kind === 'mailPacker' || kind === 'mailPackerDay') return packerData({ name: 'Robin', groups: [] }, papers, sources);
  return first ? letterData(first, MADE_UP, sources) : {};
}

/** Papers of what is delivered in one way only. */
const ONLY_OF: Readonly<Partial<Record<PaperKind, ServiceKind>>> = { roundSheet: 'round', pickupList: 'counter', mailReady: 'counter' };

/** Orders a template is shown with. */
const MOST_SHOWN = 12;
/** Orders among which one is looked for that leaves the country. */
const MOST_LOOKED = 200;

/** Where a made-up parcel goes to that leaves a country. */
const countryBesides = (home: CountryCode): CountryCode => (home === 'US' ? 'CA' : 'US');

type Named = 'GET /papers/:kind' | 'PUT /papers/:kind' | 'POST /papers/:kind/look' | 'POST /papers/print';

/** @throws HttpProblem `paper-refused` where a picture does not get onto paper */
async function requirePrintable(thread: PaperThread, logo: string): Promise<void> {
  try {
    await thread.make([{ source: '<img src="{{ logo }}">', data: { logo } }]);
  } catch {
    const detail = 'This picture cannot be read. Save it anew as PNG or JPEG.';
    throw new HttpProblem('paper-refused', detail, { errors: [{ pointer: '/choices/logo', detail }] });
  }
}

/** Templates of what the desk prints, and the printing. */
export function paperHandlers({ papers, database, now, book, products }: PaperSources): Handlers<OwnerRoutes, Who, Named> {
  const thread = new PaperThread();
  const languages = () => [book().shop.locale, ...(book().languages ?? []).map(({ locale }) => locale)];
  const stateOf = async (kind: PaperKind, language: string): Promise<PaperState> => ({
    ...(await papers.find(kind, language)),
    kind,
    given: GIVEN[kind],
    languages: languages(),
  });
  /** Orders to show a template with: of the shop, or made up where it has none. */
  const shownWith = async (kind: PaperKind): Promise<PaperOf[]> => {
    const of = ONLY_OF[kind] ?? null;
    // Few orders leave the country: the last of them may be some way back.
    const looked = kind === 'customs' ? MOST_LOOKED : ONE_EACH.has(kind) ? 1 : MOST_SHOWN;
    const home = homeCountry(book());
    const rows = await database.read.find(ConsignmentEntity, {
      ...(of !== null && { where: { kind: of } }),
      order: { id: 'DESC' },
      take: looked,
    });
    const read = await papersOf(
      database.read,
      rows.map(({ id }) => id),
    );
    const found = kind === 'customs' ? read.filter((paper) => fits(kind, paper, book())).slice(0, 1) : read;
    if (found.length > 0) return found;
    const service = book().services.find((one) => of === null || one.kind === of);
    return [samplePaper(service?.id ?? '', of ?? 'card', kind === 'customs' ? countryBesides(home) : home)];
  };
  const look = async (kind: PaperKind, { language, source, choices }: SetPaper): Promise<PaperSeen> => {
    const data = shownData(kind, await shownWith(kind), { book: book(), now: now(), choices, language, products: products() });
    const { html, faults } = makePaper(source ?? GIVEN[kind], data);
    return { html, faults: [...faults] };
  };
  return {
    'GET /papers/:kind': ({ params, query }) => stateOf(params.kind, languageFor(book(), query.language)),
    'PUT /papers/:kind': async ({ params: { kind }, body }) => {
      const { faults } = await look(kind, body);
      const [fault] = faults;
      if (fault) {
        const detail = saidOf(fault);
        throw new HttpProblem('paper-refused', detail, { errors: [{ pointer: '/source', detail }] });
      }
      const { logo } = body.choices;
      if (logo && logo !== (await papers.find(kind, body.language)).choices.logo) await requirePrintable(thread, logo);
      await papers.set(kind, body);
      return stateOf(kind, body.language);
    },
    'POST /papers/:kind/look': ({ params, body }) => look(params.kind, body),
    'POST /papers/print': async ({ body: { kind, of }, res }) => {
      const all = await papersOf(database.read, of);
      const fitting = all.filter((paper) => fits(kind, paper, book()));
      if (fitting.length === 0) throw new HttpProblem('desk-refused', NOTHING[kind]);
      const spoken = (paper: PaperOf | null) => languageFor(book(), paper?.language ?? undefined);
      const templates = new Map<string, SetPaper>();
      for (const language of new Set([spoken(null), ...fitting.map(spoken)])) templates.set(language, await papers.find(kind, language));
      const templateOf = (paper: PaperOf | null) => templates.get(spoken(paper)) as SetPaper;
      const data = paperData(kind, fitting, (paper) => ({
        book: book(),
        now: now(),
        choices: templateOf(paper).choices,
        language: spoken(paper),
        products: products(),
      }));
      const toMake = data.map((one, at): PaperToMake => {
        const { source } = templateOf(ONE_EACH.has(kind) ? (fitting[at] ?? null) : null);
        return { source: source ?? GIVEN[kind], data: one };
      });
      res
        .type('pdf')
        .set('Cache-Control', 'no-store')
        .send(await thread.make(toMake));
      return ANSWERED;
    },
  };
}

/** Whether a paper of some kind is about a consignment at all. */
function fits(kind: PrintedKind, paper: PaperOf, book: RateBook): boolean {
  const { row } = paper;
  if (kind === 'customs') return row.kind !== 'counter' && goesAbroad(paper, book);
  return kind === 'pickupList' ? row.kind === 'counter' : kind !== 'roundSheet' || row.kind === 'round';
}

const NOTHING: Readonly<Record<PrintedKind, string>> = {
  slip: 'These orders are not there any more.',
  pickList: 'These orders are not there any more.',
  pickupList: 'None of these orders is to be collected.',
  roundSheet: 'None of these orders goes by a round.',
  customs: 'None of these orders leaves the country.',
};
