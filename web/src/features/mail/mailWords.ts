import type { BuyerMail, MailKind, MailServer, MailState } from '@ostrakon/core/contract';

/** What buyers may be sent, and when. */
export const BUYER_MAILS: readonly (readonly [BuyerMail, string, string])[] = [
  ['packed', 'It is packed', 'a minute after it is marked as packed'],
  ['underWay', 'It is on its way', 'once it is handed over, with the numbers of its parcels'],
  ['ready', 'It is ready to collect', 'once what is collected is packed'],
  ['late', 'It is late', 'in the morning after it should have left or arrived'],
];

export const KIND_WORDS: Readonly<Record<MailKind, string>> = {
  packed: 'packed',
  underWay: 'on its way',
  ready: 'ready to collect',
  late: 'late',
  packer: 'to pack',
  packerDay: 'all to pack',
};

export const STATE_WORDS: Readonly<Record<MailState, string>> = {
  waiting: 'waits',
  sending: 'is being sent',
  sent: 'went',
  failed: 'failed',
  bounced: 'came back',
  dropped: 'not sent',
  unsure: 'may have gone',
};

export const STATE_LOOKS: Readonly<Record<MailState, string>> = {
  waiting: 'bg-ash-soft text-ash',
  sending: 'bg-ash-soft text-ash',
  sent: 'bg-glaze-soft text-glaze',
  failed: 'bg-fault-soft text-fault',
  bounced: 'bg-fault-soft text-fault',
  dropped: 'bg-ash-soft text-ash',
  unsure: 'bg-ochre-soft text-ochre',
};

export const SECURE_WORDS: readonly (readonly [MailServer['secure'], string, number])[] = [
  ['tls', 'private from the start (TLS)', 465],
  ['starttls', 'made private once connected (STARTTLS)', 587],
  ['none', 'not private', 25],
];
