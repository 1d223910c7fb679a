import { fromDay, type Instant, instantToMs, isWaiting, localAt, minutesOf, type OrderState, type RateBook } from '@ostrakon/core';
import { languageFor, type Packer, type PaperChoices } from '@ostrakon/core/contract';
import Papa from 'papaparse';
import type { Logger } from 'pino';
import { HttpProblem } from '../../http/problems.ts';
import { GIVEN } from '../../papers/given.ts';
import { LETTER_OF, letterData, packedBy, packerData, packerRows } from '../../papers/letterData.ts';
import { type PaperOf, papersOf } from '../../papers/paperData.ts';
import { makePaper } from '../../papers/paperEngine.ts';
import type { PaperStore } from '../../papers/paperStore.ts';
import type { Database } from '../../persistence/database.ts';
import type { MailRow } from '../../persistence/mailEntities.ts';
import { ParcelLabelEntity } from '../../persistence/orderEntities.ts';
import type { Letter, Mailer } from './mailer.ts';
import { type MailSetUp, type MailStore, nameOf } from './mailStore.ts';

export interface MailSources {
  readonly store: MailStore;
  readonly papers: PaperStore;
  readonly database: Database;
  readonly now: () => Instant;
  readonly log: Logger;
  book(): RateBook;
  /** What sends, as it is set up; null where nothing is. */
  mailer(setUp: MailSetUp): Mailer | null;
}

/** Sent in one go: others get their turn in between. */
const AT_ONCE = 20;
/** Buyers are told of what has been late for so many days at most. */
const LATE_DAYS = 3;
/** Nobody is woken by it. */
const LATE_FROM_MINUTE = 8 * 60;

/** Written, or why it is not: what it tells is not so any more. Null where nobody ever had to be told. */
type Written = { readonly letter: Omit<Letter, 'messageId'> } | { readonly drop: string | null };

/** The first heading, as a subject: one line of text. */
export function subjectOf(html: string, otherwise: string): string {
  const heading = /<h1[^>]*>([\s\S]*?)<\/h1>/i.exec(html)?.[1] ?? '';
  const text = heading
    .replace(/<[^>]*>/g, '')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&#39;', "'")
    .replaceAll('&amp;', '&')
    .replace(/\s+/g, ' ')
    .trim();
  return (text || otherwise).slice(0, 200);
}

/** Whether what an e-mail tells is still so. */
function holds(kind: MailRow['kind'], state: OrderState): boolean {
  if (state === 'cancelled') return false;
  if (kind === 'packed') return state !== 'new' && state !== 'packing';
  if (kind === 'ready') return state === 'packed';
  if (kind === 'underWay') return !isWaiting(state);
  if (kind === 'late') return state !== 'delivered' && state !== 'collected';
  return isWaiting(state);
}

/** Writes e-mails for what happens to orders, and sends them, each once. */
export class MailDesk {
  readonly #sources: MailSources;
  #running: Promise<void> | undefined;
  #stopping = false;

  constructor(sources: MailSources) {
    this.#sources = sources;
  }

  /** Everything there is to do by now; asked for while that goes on, it is done once. */
  work(): Promise<void> {
    this.#running ??= this.#work().finally(() => {
      this.#running = undefined;
    });
    return this.#running;
  }

  /** Ends with the e-mail that is just being sent, if there is one: nobody has to wonder whether it went. */
  async stop(): Promise<void> {
    this.#stopping = true;
    await this.#running?.catch(() => undefined);
  }

  async #work(): Promise<void> {
    const { store, mailer } = this.#sources;
    const setUp = await store.setUp();
    while (await store.gather());
    await this.#late(setUp);
    await this.#days(setUp);
    const sends = mailer(setUp);
    if (!sends) return;
    try {
      for (let due = await store.due(AT_ONCE); due.length > 0; due = await store.due(AT_ONCE)) {
        for (const mail of due) {
          if (this.#stopping) return;
          await this.#send(sends, mail, setUp);
        }
      }
    } finally {
      sends.close();
    }
  }

  #today() {
    const { book, now } = this.#sources;
    const { timeZone } = book().shop;
    return localAt(instantToMs(now()), timeZone);
  }

  async #late({ settings }: MailSetUp): Promise<void> {
    const { store } = this.#sources;
    const { day, minute } = this.#today();
    if (!settings.buyers.late || minute < LATE_FROM_MINUTE) return;
    const late = await store.lateSince(fromDay(day - LATE_DAYS), fromDay(day));
    if (late.length === 0) return;
    await store.add(
      late.map(({ id, order }) => ({ once: `late ${id}`, kind: 'late', consignment: id, order, packer: null, notBefore: null })),
    );
  }

  /** Once a day for packers who want it so, where there is anything to pack. */
  async #days({ settings }: MailSetUp): Promise<void> {
    const { store } = this.#sources;
    const { day, minute } = this.#today();
    for (const { id, when } of settings.packers) {
      if (when.every !== 'day' || minute < minutesOf(when.at)) continue;
      const once = `packerDay ${id} ${fromDay(day)}`;
      if (!(await store.has(once)))
        await store.add([{ once, kind: 'packerDay', consignment: null, order: null, packer: id, notBefore: null }]);
    }
  }

  async #send(sends: Mailer, mail: MailRow, setUp: MailSetUp): Promise<void> {
    const { store, log } = this.#sources;
    try {
      const written = await this.#write(mail, setUp);
      if ('drop' in written) return await (written.drop === null ? store.remove(mail) : store.drop(mail, written.drop));
      const { letter } = written;
      if (!(await store.begin(mail, letter.to.address, letter.subject))) return;
      const domain = setUp.settings.from?.mail.split('@')[1] ?? 'localhost';
      const sent = await sends.send({ ...letter, messageId: `${nameOf(mail)}@${domain}` });
      if (sent.ok) await store.sent(mail, sent.said);
      else await store.refused(mail, sent.said, sent.forGood);
    } catch (err) {
      log.error({ event: 'mail.failed', mail: mail.id, err });
      await store.refused(mail, err instanceof Error ? err.message : 'It could not be written.', false);
    }
  }

  async #html(kind: MailRow['kind'], language: string, dataOf: (choices: PaperChoices) => object): Promise<string> {
    const paper = LETTER_OF[kind];
    const { source, choices } = await this.#sources.papers.find(paper, language);
    const { html, faults } = makePaper(source ?? GIVEN[paper], dataOf(choices));
    const [fault] = faults;
    if (fault) throw new Error(`Its template has a fault on line ${fault.line}: ${fault.message}`);
    return html;
  }

  #write(mail: MailRow, setUp: MailSetUp): Promise<Written> {
    return mail.packer === null ? this.#toBuyer(mail) : this.#toPacker(mail, mail.packer, setUp);
  }

  async #toBuyer({ kind, consignment }: MailRow): Promise<Written> {
    const { database, book, now } = this.#sources;
    const [paper] = await papersOf(database.read, consignment === null ? [] : [consignment]);
    if (!paper) return { drop: 'This order is not there any more.' };
    if (!paper.buyer) return { drop: 'Who bought this is forgotten.' };
    if (paper.buyer.mail === '') return { drop: 'No e-mail address of this buyer is known.' };
    if (!holds(kind, paper.row.state as OrderState)) return { drop: 'This is not so any more.' };
    const language = languageFor(book(), paper.language ?? undefined);
    // What travels with others has its label with the one that leads.
    const labels = await database.read.findBy(ParcelLabelEntity, { consignment: paper.row.lead ?? paper.row.id, state: 'bought' });
    const tracking = labels.flatMap(({ tracking: number, account }) => (number === null ? [] : [{ number, carrier: account }]));
    const html = await this.#html(kind, language, (choices) =>
      letterData(paper, tracking, { book: book(), now: now(), choices, language }),
    );
    const { name, mail: address } = paper.buyer;
    return { letter: { to: { name, address }, subject: subjectOf(html, book().shop.name), html, language } };
  }

  async #toPacker({ kind, consignment }: MailRow, id: string, { settings }: MailSetUp): Promise<Written> {
    const { database, store, book, now } = this.#sources;
    const packer = settings.packers.find((one) => one.id === id);
    if (!packer) return { drop: 'This packer is not there any more.' };
    const ids = kind === 'packer' ? [consignment ?? 0] : await store.waitingAt(packer.origin);
    const papers = (await papersOf(database.read, ids)).filter((paper) => this.#packs(packer, paper));
    if (papers.length === 0) return { drop: kind === 'packer' ? null : 'There was nothing of theirs to pack.' };
    const language = languageFor(book(), undefined);
    let rows: string[][] = [];
    const html = await this.#html(kind, language, (choices) => {
      const sources = { book: book(), now: now(), choices, language };
      rows = packerRows(papers, packer.groups, sources);
      return packerData(packer, papers, sources);
    });
    const attached = {
      name: kind === 'packer' ? `order-${papers[0]?.row.order}.csv` : `to-pack-${fromDay(this.#today().day)}.csv`,
      text: csvOf(rows),
    };
    return {
      letter: { to: { name: packer.name, address: packer.mail }, subject: subjectOf(html, book().shop.name), html, language, attached },
    };
  }

  #packs({ groups }: Packer, paper: PaperOf): boolean {
    return holds('packer', paper.row.state as OrderState) && packedBy(groups, paper).length > 0;
  }

  /**
   * Sends an e-mail now, to see that it arrives.
   * @throws HttpProblem `mail-refused` with what the server said
   */
  async tryOut(to: string): Promise<{ subject: string; detail: string }> {
    const { store, mailer, book, now } = this.#sources;
    const sends = mailer(await store.setUp());
    if (!sends) throw new HttpProblem('mail-refused', 'Say first which server sends, and who the e-mails come from.');
    const { name } = book().shop;
    const subject = `${name}: an e-mail to see that it arrives`;
    try {
      const html = '<p>If you read this, e-mails of your shop arrive.</p>';
      const messageId = `try.${instantToMs(now())}@${to.split('@')[1]}`;
      const sent = await sends.send({ to: { name: '', address: to }, subject, html, language: 'en', messageId });
      if (!sent.ok) throw new HttpProblem('mail-refused', sent.said);
      return { subject, detail: sent.said };
    } finally {
      sends.close();
    }
  }
}

const csvOf = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(rows as string[][], { escapeFormulae: true, newline: '\r\n' })}\r\n`;

/**
 * Works every so often, in milliseconds.
 * @returns what stops it
 */
export function watchMail(desk: MailDesk, log: Logger, every: number): () => void {
  const work = () => desk.work().catch((err: unknown) => log.error({ event: 'mail.stopped', err }));
  const timer = setInterval(() => void work(), every);
  timer.unref();
  return () => clearInterval(timer);
}
