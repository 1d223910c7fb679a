import type { OwnerRoutes, SentMail } from '@ostrakon/core/contract';
import type { Handlers } from '../../http/door.ts';
import type { MailRow } from '../../persistence/entities.ts';
import type { Who } from '../../ports/who.ts';
import type { MailDesk } from './mailDesk.ts';
import type { MailStore } from './mailStore.ts';

const told = ({ id, kind, to, subject, order, state, tries, at, nextAt, sentAt, detail }: MailRow): SentMail => ({
  ...{ id, kind, to, subject, order, state, tries },
  ...{ at, nextAt, sentAt, detail },
});

type Named = 'GET /mail' | 'PUT /mail' | 'POST /mail/try' | 'GET /mail/sent' | 'POST /mail/sent/:id/again' | 'DELETE /mail/sent/:id';

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
    'DELETE /mail/sent/:id': async ({ params }) => told(await store.callOff(params.id)),
  };
}
