import { MailFacts, MailList, SentMail, type SetMail } from '@ostrakon/core/contract';
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { ask } from '../../api/client.ts';

export const mailApi = {
  set: (body: SetMail) => ask('PUT /mail', MailFacts, { body }),
  tryOut: (to: string) => ask('POST /mail/try', SentMail.pick({ subject: true, detail: true }), { body: { to } }),
  again: (id: number) => ask('POST /mail/sent/:id/again', SentMail, { params: { id }, body: {} }),
  returned: (message: string) => ask('POST /mail/returned', SentMail, { body: { message } }),
  callOff: (id: number) => ask('DELETE /mail/sent/:id', SentMail, { params: { id } }),
};

export const mailQueries = {
  facts: queryOptions({ queryKey: ['mail', 'facts'], queryFn: () => ask('GET /mail', MailFacts) }),
  sent: (state: string, offset: number) =>
    queryOptions({
      queryKey: ['mail', 'sent', state, offset],
      queryFn: () => ask('GET /mail/sent', MailList, { query: { state: (state || undefined) as never, offset: String(offset) } }),
      placeholderData: keepPreviousData,
      refetchInterval: 5000,
    }),
};
