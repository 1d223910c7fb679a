import type { Logger } from 'pino';
import type { CarrierGateway } from '../../carriers/gateway.ts';
import type { DraftPort } from '../../ports/draftPort.ts';
import type { OwnerHandlers } from '../../ports/who.ts';
import type { SurveyStore } from './surveyStore.ts';

/** What carriers would ask, sampled over the zones of the draft. */
export function surveyHandlers(surveys: SurveyStore, draft: DraftPort, gateway: CarrierGateway, log: Logger) {
  const means = { ask: gateway.many.bind(gateway), failed: (err: Error) => log.error({ event: 'survey.failed', err }) };
  const list = async () => ({ surveys: await surveys.list() });
  return {
    'GET /surveys': list,
    'POST /surveys': ({ body: { id, survey } }) => surveys.start(id, survey, draft.current.book, means),
    'GET /surveys/:id': ({ params }) => surveys.get(params.id),
    'DELETE /surveys/:id': async ({ params }) => {
      await surveys.remove(params.id);
      return list();
    },
    'POST /surveys/:id/restore': async ({ params }) => {
      await surveys.restore(params.id);
      return list();
    },
  } satisfies OwnerHandlers<'/surveys'>;
}
