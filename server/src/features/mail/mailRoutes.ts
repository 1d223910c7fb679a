import type { OwnerRoutes, PublicRoutes, SentMail } from '@ostrakon/core/contract';
import type { Handlers } from '../../http/door.ts';
import type { Caller } from '../../http/publicDoor.ts';
import type { MailRow } from '../../persistence/mailEntities.ts';
import type { Who } from '../../ports/who.ts';
import type { MailDesk } from './mailDesk.ts';
import type { MailStore } from './mailStore.ts';
import { readReturned } from './returnedMail.ts';

const told = ({ id, kind, to, subject, order, state, tries, at, nextAt, sentAt, detail }: MailRow): SentMail => ({
  ...{ id, kind, to, subject, order, state, tries },
  ...{ at, nextAt, sentAt, detail },
});

type Named =
  | 'GET /mail'
  | 'PUT /mail'
  | 'POST /mail/try'
  | 'GET /mail/sent'
  | 'POST /mail/sent/:id/again'
  | 'POST /mail/returned'
  | 'DELETE /mail/sent/:id';

/** E-mails of the shop. */
export function mailHandlers(store: MailStore, desk: MailDesk): Handlers<OwnerRoutes, Who, Named> {
  return {
    'GET /mail': () => store.facts(),
    'PUT /mail': async ({ body, who }) => {
      await store.set(body);
      await who.tell('mailSet', body.server?.host ?? '');
      return store.facts();
    },
    'POST /mail/try': ({ body }) => desk.tryOut(body.to),
    'GET /mail/sent': async ({ query }) => {
      const { mails, total, counts } = await store.list(query.state, query.offset);
      return { mails: mails.map(told), total, counts };
    },
    'POST /mail/sent/:id/again': async ({ params }) => told(await store.again(params.id)),
    'POST /mail/returned': async ({ body }) => told(await store.returned(await readReturned(body.message))),
    'DELETE /mail/sent/:id': async ({ params }) => told(await store.callOff(params.id)),
  };
}

/** Messages that came back, as the shop's mail server hands them in. */
export const returnedHandlers = (store: MailStore): Handlers<PublicRoutes, Caller, 'POST /mail/returned'> => ({
  'POST /mail/returned': async ({ body }) => {
    const { order, kind } = await store.returned(await readReturned(body.message));
    return { order, kind };
  },
});
