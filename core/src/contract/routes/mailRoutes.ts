import { MailAsked, MailFacts, MailList, ReturnedMail, SentMail, SetMail, TryMail } from '../mail.ts';
import { ById, Nothing } from './params.ts';
import type { Routes } from './route.ts';

/** E-mails of the shop: to whom, by which server, and what became of each. */
export const mailRoutes = {
  'GET /mail': { says: 'What is sent to whom, and by which server', who: 'edit', answer: MailFacts },
  'PUT /mail': { says: 'Change what is sent to whom; the password is never told', who: 'edit', body: SetMail, answer: MailFacts },
  'POST /mail/try': {
    says: 'Send an e-mail now, to see that it arrives',
    who: 'edit',
    body: TryMail,
    answer: SentMail.pick({ subject: true, detail: true }),
    problems: ['mail-refused'],
  },
  'GET /mail/sent': { says: 'E-mails that wait, went or did not', who: 'edit', query: MailAsked, answer: MailList },
  'POST /mail/sent/:id/again': {
    says: 'Send one again that failed, or may not have gone',
    who: 'edit',
    params: ById,
    body: Nothing,
    answer: SentMail,
    problems: ['not-found', 'mail-refused'],
  },
  'POST /mail/returned': {
    says: 'Read a message that came back, and mark the e-mail it is about',
    who: 'edit',
    body: ReturnedMail,
    answer: SentMail,
    problems: ['mail-refused'],
  },
  'DELETE /mail/sent/:id': {
    says: 'Do not send one that waits',
    who: 'edit',
    params: ById,
    answer: SentMail,
    problems: ['not-found', 'mail-refused'],
  },
} as const satisfies Routes;
