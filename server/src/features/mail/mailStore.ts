import { type Instant, instantToMs, isWaiting, msToInstant, type OrderState } from '@ostrakon/core';
import { type BuyerMail, type MailFacts, MailSettings, MailState, NO_MAIL, type SetMail } from '@ostrakon/core/contract';
import { type EntityManager, In, IsNull, LessThanOrEqual, MoreThan } from 'typeorm';
import { HttpProblem } from '../../http/problems.ts';
import type { Database } from '../../persistence/database.ts';
import { MailEntity, type MailRow, MailSettingEntity } from '../../persistence/mailEntities.ts';
import { ConsignmentEntity, type ConsignmentRow, ConsignmentStepEntity } from '../../persistence/orderEntities.ts';
import type { Secrets } from '../../persistence/secrets.ts';
import type { Returned } from './returnedMail.ts';

/** What the password of the mail server is locked for. */
const LOCKED_FOR = 'mail server';
const ROW = 1;
/** Buyers are told a little later than something is marked: what was marked by mistake is taken back by then. */
const GRACE_MS = 60_000;
/** Steps looked at in one go. */
const AT_ONCE = 500;
/** Tries one after another, in minutes; then it has failed. */
const WAITS = [1, 5, 30, 120, 360, 1440];
const SHOWN = 50;
/** E-mails that can come back; what did already may be told of once more. */
const RETURNS: readonly MailState[] = ['sent', 'unsure', 'bounced'];

/** What an e-mail is called on its way, before the name of the shop's domain (RFC 5322, 3.6.4): the same one again has the same. */
export const nameOf = ({ once, id }: Pick<MailRow, 'once' | 'id'>): string => `${once.replaceAll(' ', '.')}.${id}`;

/** An e-mail that is not there yet. */
export interface NewMail extends Pick<MailRow, 'once' | 'kind' | 'consignment' | 'order' | 'packer'> {
  /** Not before; null is at once. */
  readonly notBefore: Instant | null;
}

export interface MailSetUp {
  readonly settings: MailSettings;
  readonly password: string | null;
}

/** Steps that buyers may be told of, and as what. */
function tellsBuyer(step: { readonly to: string; readonly what: string }, row: Pick<ConsignmentRow, 'kind'>): BuyerMail | null {
  if (step.what === 'back' || step.what === 'broughtIn') return null;
  if (step.to === 'packed' && step.what === 'pack') return row.kind === 'counter' ? 'ready' : 'packed';
  return step.to === 'handedOver' ? 'underWay' : null;
}

/** What is sent to whom, and the queue of what waits to be sent. */
export class MailStore {
  readonly #database: Database;
  readonly #secrets: Secrets;
  readonly #now: () => Instant;

  constructor(database: Database, secrets: Secrets, now: () => Instant) {
    this.#database = database;
    this.#secrets = secrets;
    this.#now = now;
  }

  async #row() {
    return this.#database.read.findOneBy(MailSettingEntity, { id: ROW });
  }

  async facts(): Promise<MailFacts> {
    const row = await this.#row();
    return { settings: row ? MailSettings.parse(JSON.parse(row.settings)) : NO_MAIL, hasPassword: (row?.password ?? null) !== null };
  }

  async setUp(): Promise<MailSetUp> {
    const row = await this.#row();
    if (!row) return { settings: NO_MAIL, password: null };
    const password = row.password === null ? null : this.#secrets.unlock(row.password, LOCKED_FOR);
    return { settings: MailSettings.parse(JSON.parse(row.settings)), password };
  }

  /** Sets what is sent. Nothing that happened before the first time is told to anybody. */
  async set({ password, ...settings }: SetMail): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      const held = await manager.findOneBy(MailSettingEntity, { id: ROW });
      const cursor = held?.cursor ?? (await manager.maximum(ConsignmentStepEntity, 'seq')) ?? 0;
      const locked = password === undefined ? (held?.password ?? null) : password === '' ? null : this.#secrets.lock(password, LOCKED_FOR);
      await manager.save(MailSettingEntity, { id: ROW, settings: JSON.stringify(settings), password: locked, cursor });
    });
  }

  /** Writes down e-mails for what has happened since the last time. @returns whether there may be more of it */
  async gather(): Promise<boolean> {
    const row = await this.#row();
    // Looked at often, and seldom is there anything: nobody waits for that.
    if (!row || !(await this.#database.read.existsBy(ConsignmentStepEntity, { seq: MoreThan(row.cursor) }))) return false;
    return this.#database.write(async ({ manager }) => {
      const held = await manager.findOneBy(MailSettingEntity, { id: ROW });
      if (!held) return false;
      const settings = MailSettings.parse(JSON.parse(held.settings));
      const steps = await manager.find(ConsignmentStepEntity, {
        where: { seq: MoreThan(held.cursor) },
        order: { seq: 'ASC' },
        take: AT_ONCE,
      });
      const last = steps.at(-1);
      if (!last) return false;
      const rows = new Map(
        (await manager.findBy(ConsignmentEntity, { id: In(steps.map(({ consignment }) => consignment)) })).map((row) => [row.id, row]),
      );
      const each = settings.packers.filter(({ when }) => when.every === 'order');
      const mails = steps.flatMap((step): NewMail[] => {
        const row = rows.get(step.consignment);
        if (!row) return [];
        const about = { consignment: row.id, order: row.order };
        const kind = tellsBuyer(step, row);
        const notBefore = msToInstant(instantToMs(step.at) + GRACE_MS);
        if (kind !== null) return settings.buyers[kind] ? [{ ...about, once: `${kind} ${row.id}`, kind, packer: null, notBefore }] : [];
        // What came from a file and has left long ago needs no packing.
        if (step.what !== 'placed' || !isWaiting(row.state as OrderState)) return [];
        return each
          .filter(({ origin }) => origin === null || origin === row.origin)
          .map(({ id }) => ({ ...about, once: `packer ${id} ${row.id}`, kind: 'packer', packer: id, notBefore: null }));
      });
      await this.#add(manager, mails);
      await manager.update(MailSettingEntity, { id: ROW }, { cursor: last.seq });
      return steps.length === AT_ONCE;
    });
  }

  /** Writes e-mails down; those that are there already stay as they are. */
  add(mails: readonly NewMail[]): Promise<void> {
    return this.#database.write(({ manager }) => this.#add(manager, mails));
  }

  async #add(manager: EntityManager, mails: readonly NewMail[]): Promise<void> {
    const now = this.#now();
    for (const { notBefore, ...mail } of mails) {
      const row = { ...mail, to: null, subject: null, state: 'waiting' as const, tries: 0, at: now, nextAt: notBefore ?? now };
      await manager
        .createQueryBuilder()
        .insert()
        .into(MailEntity)
        .values({ ...row, sentAt: null, detail: null })
        .orIgnore()
        .execute();
    }
  }

  has(once: string): Promise<boolean> {
    return this.#database.read.existsBy(MailEntity, { once });
  }

  /** Those that are due, the oldest first. */
  due(most: number): Promise<MailRow[]> {
    return this.#database.read.find(MailEntity, {
      where: { state: 'waiting', nextAt: LessThanOrEqual(this.#now()) },
      order: { nextAt: 'ASC', id: 'ASC' },
      take: most,
    });
  }

  /** What was being sent when the server ended may have gone: it is held, and told. */
  async holdUnsure(): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      const detail = 'The server ended while this was being sent. It may have gone.';
      await manager.update(MailEntity, { state: 'sending' }, { state: 'unsure', nextAt: null, detail });
    });
  }

  /** Before it is sent: whoever ends now finds it written down. @returns whether it still waited */
  begin(mail: MailRow, to: string, subject: string): Promise<boolean> {
    return this.#database.write(async ({ manager }) => {
      const held = await manager.findOneBy(MailEntity, { id: mail.id, state: 'waiting' });
      if (!held) return false;
      await manager.update(MailEntity, { id: mail.id }, { state: 'sending', to, subject, tries: held.tries + 1, nextAt: null });
      return true;
    });
  }

  async sent({ id }: Pick<MailRow, 'id'>, detail: string): Promise<void> {
    await this.#end(id, { state: 'sent', sentAt: this.#now(), detail });
  }

  /** Not sent: tried again later where that may help, as often as that makes sense. */
  async refused({ id, tries }: Pick<MailRow, 'id' | 'tries'>, detail: string, forGood: boolean): Promise<void> {
    const wait = WAITS[tries];
    if (forGood) await this.#end(id, { state: 'bounced', detail });
    else if (wait === undefined) await this.#end(id, { state: 'failed', detail });
    else await this.#end(id, { state: 'waiting', detail, nextAt: msToInstant(instantToMs(this.#now()) + wait * 60_000) });
  }

  async drop({ id }: Pick<MailRow, 'id'>, detail: string): Promise<void> {
    await this.#end(id, { state: 'dropped', nextAt: null, detail });
  }

  /**
   * Marks an e-mail that came back after it had gone.
   * @throws HttpProblem `mail-refused` where the shop has sent no such e-mail
   */
  returned({ messageId, detail }: Returned): Promise<MailRow> {
    return this.#database.write(async ({ manager }) => {
      const id = Number(/\.(\d{1,10})@[^@]*$/.exec(messageId)?.[1] ?? 0);
      const held = await manager.findOneBy(MailEntity, { id });
      const isOurs = held !== null && messageId.startsWith(`${nameOf(held)}@`);
      if (!isOurs || !RETURNS.includes(held.state))
        throw new HttpProblem('mail-refused', 'This is about no e-mail that the shop has sent.');
      await manager.update(MailEntity, { id }, { state: 'bounced', detail });
      return { ...held, state: 'bounced', detail };
    });
  }

  async remove({ id }: Pick<MailRow, 'id'>): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      await manager.delete(MailEntity, { id });
    });
  }

  async #end(id: number, set: Partial<MailRow>): Promise<void> {
    await this.#database.write(async ({ manager }) => {
      await manager.update(MailEntity, { id }, set);
    });
  }

  async list(
    state: MailState | undefined,
    offset: number,
  ): Promise<{ mails: MailRow[]; total: number; counts: Record<MailState, number> }> {
    const { read } = this.#database;
    const where = state === undefined ? {} : { state };
    const [mails, total] = await read.findAndCount(MailEntity, { where, order: { id: 'DESC' }, skip: offset, take: SHOWN });
    const counted: { state: MailState; many: number }[] = await read.query(
      `SELECT "state", COUNT(*) AS "many" FROM "mail" GROUP BY "state"`,
    );
    const counts = Object.fromEntries(MailState.options.map((one) => [one, counted.find((row) => row.state === one)?.many ?? 0]));
    return { mails, total, counts: counts as Record<MailState, number> };
  }

  /** @throws HttpProblem `not-found`, or `mail-refused` where it is in none of `from` */
  change(id: number, from: readonly MailState[], set: Partial<MailRow>): Promise<MailRow> {
    return this.#database.write(async ({ manager }) => {
      const held = await manager.findOneBy(MailEntity, { id });
      if (!held) throw new HttpProblem('not-found', 'This e-mail is not there any more.');
      if (!from.includes(held.state)) throw new HttpProblem('mail-refused', 'This e-mail is on its way already, or has gone.');
      await manager.update(MailEntity, { id }, set);
      return { ...held, ...set };
    });
  }

  again(id: number): Promise<MailRow> {
    return this.change(id, ['failed', 'bounced', 'unsure', 'dropped'], { state: 'waiting', tries: 0, nextAt: this.#now(), detail: null });
  }

  callOff(id: number): Promise<MailRow> {
    return this.change(id, ['waiting'], { state: 'dropped', nextAt: null, detail: 'Called off by hand.' });
  }

  /** Consignments that are late since some day and that their buyers have not been told so. */
  async lateSince(from: string, today: string): Promise<Pick<ConsignmentRow, 'id' | 'order'>[]> {
    return this.#database.read.query(
      `SELECT c."id", c."order" FROM "consignment" c WHERE ((c."state" IN ('new', 'packing') AND c."leaves_on" < ? AND c."leaves_on" >= ?) OR (c."state" = 'handedOver' AND c."last" < ? AND c."last" >= ?)) AND NOT EXISTS (SELECT 1 FROM "mail" m WHERE m."once" = 'late ' || c."id")`,
      [today, from, today, from],
    );
  }

  /** Consignments nobody has begun to pack, of one location or all. */
  async waitingAt(origin: string | null): Promise<number[]> {
    const where = { state: 'new', lead: IsNull(), ...(origin !== null && { origin }) };
    const rows = await this.#database.read.find(ConsignmentEntity, {
      where,
      order: { leavesOn: 'ASC', id: 'ASC' },
      select: { id: true },
      take: 1000,
    });
    return rows.map(({ id }) => id);
  }
}
