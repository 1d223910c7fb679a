import { PaperChoices, type PaperKind, type SetPaper } from '@ostrakon/core/contract';
import type { Database } from '../persistence/database.ts';
import { PaperTemplateEntity } from '../persistence/mailEntities.ts';
import { GIVEN, GIVEN_CHOICES } from './given.ts';

/** What papers look like where the owner has said it, by kind and language. */
export class PaperStore {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  async find(kind: PaperKind, language: string): Promise<SetPaper> {
    const row = await this.#database.read.findOneBy(PaperTemplateEntity, { kind, language });
    if (!row) return { language, source: null, choices: GIVEN_CHOICES };
    return { language, source: row.source, choices: PaperChoices.parse(JSON.parse(row.choices)) };
  }

  /** Keeps a template; what is as it comes with the shop needs no place. */
  set(kind: PaperKind, { language, source, choices }: SetPaper): Promise<void> {
    const own = source === GIVEN[kind] ? null : source;
    return this.#database.write(async ({ manager }) => {
      if (own === null && JSON.stringify(choices) === JSON.stringify(GIVEN_CHOICES)) {
        await manager.delete(PaperTemplateEntity, { kind, language });
        return;
      }
      await manager.save(PaperTemplateEntity, { kind, language, source: own, choices: JSON.stringify(choices) });
    });
  }
}
