import { randomUUID } from 'node:crypto';
import { Command, canonicalJson, type RateBook, readRateBook, runCommand, ShopFile } from '@ostrakon/core';
import { type EntityManager, type EntitySchema, IsNull, MoreThan } from 'typeorm';
import { OWNER } from '../../persistence/authors.ts';
import { bookDocument, bookTexts, keepGoodsRules } from '../../persistence/bookRow.ts';
import { CarrierAccountEntity, SurveyEntity } from '../../persistence/carrierEntities.ts';
import type { Database } from '../../persistence/database.ts';
import { DraftEntity, DraftStepEntity, type DraftStepRow, EditionEntity, ReleaseEntity } from '../../persistence/draftEntities.ts';
import { DayLoadEntity, GoodsRulesEntity, ProductEntity, TrialEntity } from '../../persistence/goodsEntities.ts';
import { loadFromRow, rowOfLoad } from '../../persistence/loadRow.ts';
import { MailSettingEntity, PaperTemplateEntity } from '../../persistence/mailEntities.ts';
import { ConsignmentStepEntity, EndedWindowEntity } from '../../persistence/orderEntities.ts';
import { insertOrders, readOrders } from '../../persistence/orderFiles.ts';
import { productFromRow, rowOfProduct } from '../../persistence/productRow.ts';
import { slices } from '../../persistence/slices.ts';
import { openDatabase } from '../../persistence/sqlite/openDatabase.ts';
import { commandOf, stackAt } from '../../persistence/stepStack.ts';
import { rowOfTrial, trialFromRow } from '../../persistence/trialRow.ts';

/** The whole shop as one open document, all of it as it was at one moment. */
export function readShop(database: Database): Promise<ShopFile> {
  return database.snapshot(async (manager) => {
    const draft = await manager.findOneByOrFail(DraftEntity, { id: 1 });
    const drafts = await filedDrafts(manager);
    const editions = await manager.find(EditionEntity, { order: { number: 'ASC' } });
    const rules = new Map((await manager.find(GoodsRulesEntity)).map(({ hash, document }) => [hash, document]));
    const accounts = await manager.find(CarrierAccountEntity, { order: { position: 'ASC' } });
    const surveys = await manager.find(SurveyEntity, { order: { at: 'ASC', id: 'ASC' } });
    const orders = await readOrders(manager);
    const papers = await manager.find(PaperTemplateEntity, { order: { kind: 'ASC', language: 'ASC' } });
    const [mail] = await manager.find(MailSettingEntity);
    const endedWindows = await manager.find(EndedWindowEntity, { order: { buyer: 'ASC' } });
    return ShopFile.parse({
      format: 'ostrakon-shop',
      version: 2,
      revision: draft.revision,
      draft: bookDocument(draft.document, draft.goodsRules),
      ...(drafts.length > 0 && { drafts }),
      editions: editions.map(({ document, failing, goodsRules, draft: _draft, draftRevision: _revision, base: _base, ...facts }) => ({
        ...facts,
        ...(failing !== null && { failing: JSON.parse(failing) }),
        book: bookDocument(document, (goodsRules !== null && rules.get(goodsRules)) || null),
      })),
      releases: await manager.find(ReleaseEntity, { order: { seq: 'ASC' } }),
      products: (await manager.find(ProductEntity, { order: { position: 'ASC', id: 'ASC' } })).map(productFromRow),
      trials: (await manager.find(TrialEntity, { order: { position: 'ASC' } })).map(trialFromRow),
      loads: (await manager.find(DayLoadEntity, { order: { date: 'ASC', kind: 'ASC', owner: 'ASC', window: 'ASC' } })).map(loadFromRow),
      accounts: accounts.map(({ id, name, kind, carrier, currency, newServices, services, tariff }) => ({
        id,
        name,
        kind,
        carrier,
        currency,
        newServices,
        services: JSON.parse(services),
        tariff: tariff && JSON.parse(tariff),
      })),
      surveys: surveys.map(({ questions, document }) => ({ ...JSON.parse(document), questions })),
      ...(orders.length > 0 && { orders }),
      ...(papers.length > 0 && { papers: papers.map(({ choices, ...one }) => ({ ...one, choices: JSON.parse(choices) })) }),
      ...(mail && { mail: JSON.parse(mail.settings) }),
      ...(endedWindows.length > 0 && { endedWindows }),
    });
  });
}

const MAIN = { name: null, fromEdition: null, madeAt: null, thrownAt: null };

/** Drafts beside the main one that were not thrown away, with the commands in force. */
async function filedDrafts(manager: EntityManager): Promise<object[]> {
  const rows = await manager.find(DraftEntity, { where: { id: MoreThan(1), thrownAt: IsNull() }, order: { id: 'ASC' } });
  return Promise.all(
    rows.map(async ({ id, name, fromEdition, madeAt, revision, document, goodsRules }) => ({
      name,
      from: fromEdition,
      madeAt,
      book: bookDocument(document, goodsRules),
      commands: (await stackAt(manager, id, revision)).map(commandOf),
    })),
  );
}

type FiledDraft = NonNullable<ShopFile['drafts']>[number];

/** The steps of a draft from its edition on; none where the commands do not lead to its book. */
function stepsOf({ commands, book, madeAt }: FiledDraft, id: number, from: RateBook | undefined): Omit<DraftStepRow, 'seq'>[] {
  if (!from) return [];
  let now = from;
  const rows: Omit<DraftStepRow, 'seq'>[] = [];
  for (const filed of commands) {
    const command = Command.safeParse(filed);
    if (!command.success) return [];
    const ran = runCommand(now, command.data);
    now = ran.book;
    const facts = {
      kind: 'command',
      state: 'done',
      author: OWNER,
      at: madeAt,
      revision: rows.length + 1,
      undoNext: command.data.name,
    } as const;
    const texts = { args: JSON.stringify(command.data.args), patch: JSON.stringify(ran.patch), inverse: JSON.stringify(ran.inverse) };
    rows.push({ draft: id, step: randomUUID(), command: command.data.name, redoNext: null, ...facts, ...texts });
  }
  return canonicalJson(now) === canonicalJson(book) ? rows : [];
}

async function plantDrafts(manager: EntityManager, { drafts = [], editions }: ShopFile): Promise<void> {
  for (const [at, filed] of drafts.entries()) {
    const id = at + 2;
    const edition = editions.find(({ number }) => number === filed.from);
    const steps = stepsOf(filed, id, edition && readRateBook(edition.book, 'edition'));
    const facts = { name: filed.name, fromEdition: filed.from, madeAt: filed.madeAt, thrownAt: null, lineage: randomUUID() };
    await manager.insert(DraftEntity, { id, revision: steps.length, ...facts, ...bookTexts(filed.book) });
    for (const slice of slices(steps)) await manager.insert(DraftStepEntity, slice as never);
  }
}

/**
 * Makes the shop of a document in an empty folder. Its accounts have no keys; its revisions are of another line than those
 * of the shop it was written from.
 */
export async function plantShop(folder: string, file: ShopFile): Promise<void> {
  const database = await openDatabase(folder);
  try {
    await database.write(async ({ manager }) => {
      const insert = async <R extends object>(entity: EntitySchema<R>, rows: readonly R[]) => {
        for (const slice of slices(rows)) await manager.insert(entity, slice as never);
      };
      await insert(DraftEntity, [{ id: 1, revision: file.revision, lineage: '', ...MAIN, ...bookTexts(file.draft) }]);
      for (const { book, failing, ...facts } of file.editions) {
        const { document } = bookTexts(book as RateBook);
        const kept = await keepGoodsRules(manager, book as RateBook);
        await insert(EditionEntity, [
          {
            ...facts,
            failing: failing === undefined ? null : JSON.stringify(failing),
            document,
            goodsRules: kept,
            draft: null,
            draftRevision: null,
            base: null,
          },
        ]);
      }
      await plantDrafts(manager, file);
      await insert(ReleaseEntity, file.releases);
      await insert(ProductEntity, file.products.map(rowOfProduct));
      await insert(TrialEntity, file.trials.map(rowOfTrial));
      await insert(DayLoadEntity, file.loads.map(rowOfLoad));
      await insert(
        CarrierAccountEntity,
        file.accounts.map(({ services, tariff, ...facts }, position) => ({
          ...facts,
          position,
          lockedKey: null,
          keySetAt: null,
          services: JSON.stringify(services),
          tariff: tariff && JSON.stringify(tariff),
        })),
      );
      await insert(
        SurveyEntity,
        file.surveys.map(({ questions, ...survey }) => ({
          id: survey.id,
          name: survey.name,
          at: survey.at,
          questions,
          document: JSON.stringify(survey),
        })),
      );
      await insertOrders(manager, file.orders ?? []);
      await insert(
        PaperTemplateEntity,
        (file.papers ?? []).map(({ choices, ...one }) => ({ ...one, choices: JSON.stringify(choices) })),
      );
      if (file.mail) {
        // Nothing that happened before is told to anybody.
        const cursor = (await manager.maximum(ConsignmentStepEntity, 'seq')) ?? 0;
        await manager.insert(MailSettingEntity, { id: 1, settings: JSON.stringify(file.mail), password: null, cursor });
      }
      await insert(EndedWindowEntity, file.endedWindows ?? []);
    });
  } finally {
    await database.close();
  }
}
