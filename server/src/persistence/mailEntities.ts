import type { MailKind, MailState } from '@ostrakon/core/contract';
import { EntitySchema } from 'typeorm';

// E-mails, and what papers look like, as rows lie on disk. Documents are JSON text, parsed by the stores with the schemas of core.

/** What is sent to whom; one row. */
export interface MailSettingRow {
  readonly id: number;
  /** A `MailSettings`. */
  readonly settings: string;
  /** Locked by the shop's key. */
  readonly password: string | null;
  /** The last step of a consignment that e-mails were written for. */
  readonly cursor: number;
}

export const MailSettingEntity = new EntitySchema<MailSettingRow>({
  name: 'MailSetting',
  tableName: 'mail_setting',
  columns: {
    id: { type: 'integer', primary: true },
    settings: { type: 'text' },
    password: { type: 'varchar', nullable: true },
    cursor: { type: 'integer' },
  },
});

/** An e-mail: what it is about, and how far it is. What it says is written when it is sent. */
export interface MailRow {
  readonly id: number;
  /** What makes it the same e-mail: written down twice, it is one. */
  readonly once: string;
  readonly kind: MailKind;
  readonly consignment: number | null;
  readonly order: number | null;
  /** The packer it goes to. */
  readonly packer: string | null;
  readonly to: string | null;
  readonly subject: string | null;
  readonly state: MailState;
  readonly tries: number;
  readonly at: string;
  readonly nextAt: string | null;
  readonly sentAt: string | null;
  readonly detail: string | null;
}

export const MailEntity = new EntitySchema<MailRow>({
  name: 'Mail',
  tableName: 'mail',
  uniques: [{ name: 'UQ_mail_once', columns: ['once'] }],
  indices: [
    { name: 'IDX_mail_due', columns: ['state', 'nextAt'] },
    { name: 'IDX_mail_order', columns: ['order'] },
  ],
  columns: {
    id: { type: 'integer', primary: true, generated: 'increment' },
    once: { type: 'varchar' },
    kind: { type: 'varchar' },
    consignment: { type: 'integer', nullable: true },
    order: { type: 'integer', nullable: true },
    packer: { type: 'varchar', nullable: true },
    to: { type: 'varchar', nullable: true },
    subject: { type: 'varchar', nullable: true },
    state: { type: 'varchar' },
    tries: { type: 'integer' },
    at: { type: 'varchar' },
    nextAt: { type: 'varchar', name: 'next_at', nullable: true },
    sentAt: { type: 'varchar', name: 'sent_at', nullable: true },
    detail: { type: 'varchar', nullable: true },
  },
});

/** What a paper looks like in one language, where that is not what comes with the shop. */
export interface PaperTemplateRow {
  kind: string;
  language: string;
  source: string | null;
  choices: string;
}

export const PaperTemplateEntity = new EntitySchema<PaperTemplateRow>({
  name: 'PaperTemplate',
  tableName: 'paper_template',
  columns: {
    kind: { type: 'varchar', primary: true },
    language: { type: 'varchar', primary: true },
    source: { type: 'text', nullable: true },
    choices: { type: 'text' },
  },
});
