import { z } from 'zod';
import { ClosedDays, LabelAsk, LabelOut, PackagingList, RateAnswer, RateAsk, ServiceList, Tracked } from './messages.ts';

const json = (schema: z.ZodType, io: 'input' | 'output') => ({
  'application/json': { schema: z.toJSONSchema(schema, { target: 'draft-2020-12', io }) },
});

interface Operation {
  readonly summary: string;
  readonly body?: z.ZodType;
  readonly answer?: z.ZodType;
  readonly parameters?: readonly object[];
  readonly open?: boolean;
}

const path = (name: string) => ({ name, in: 'path', required: true, schema: { type: 'string' } });
const year = { name: 'year', in: 'query', required: true, schema: { type: 'integer', minimum: 2000, maximum: 2100 } };
const once = { name: 'Idempotency-Key', in: 'header', required: false, schema: { type: 'string', maxLength: 80 } };

function operation({ summary, body, answer, parameters = [], open = false }: Operation) {
  return {
    summary,
    parameters: [path('carrier'), ...parameters],
    ...(body && { requestBody: { required: true, content: json(body, 'input') } }),
    responses: {
      '200': { description: 'The answer', content: answer ? json(answer, 'output') : { 'application/pdf': {} } },
      ...(!open && { '401': { description: 'The account key is missing or not known' } }),
      ...(body && { '400': { description: 'The question is not understood; problem details (RFC 9457) say where' } }),
    },
    ...(!open && { security: [{ accountKey: [] }] }),
  };
}

/** The service described for programs: OpenAPI 3.1. */
export const openApi = {
  openapi: '3.1.0',
  info: {
    title: 'Carrier desk',
    version: '1.0.0',
    description: 'Rates, labels and tracking of three invented carriers. Amounts are whole cents, weights grams, sides millimetres.',
  },
  paths: {
    '/{carrier}/v1/services': { get: operation({ summary: 'Services on offer; the list may grow', answer: ServiceList }) },
    '/{carrier}/v1/rates': {
      post: operation({ summary: 'What every service asks for parcels, or why it declines', body: RateAsk, answer: RateAnswer }),
    },
    '/{carrier}/v1/labels': { post: operation({ summary: 'A test label', body: LabelAsk, answer: LabelOut, parameters: [once] }) },
    '/{carrier}/v1/labels/{tracking}.pdf': {
      get: operation({ summary: 'The label to print', parameters: [path('tracking')], open: true }),
    },
    '/{carrier}/v1/labels/{tracking}': {
      delete: {
        ...operation({ summary: 'Give a label back that was not used', parameters: [path('tracking')] }),
        responses: {
          '204': { description: 'It is void' },
          '401': { description: 'The account key is missing or not known' },
          '409': { description: 'Its parcel is on its way already' },
        },
      },
    },
    '/{carrier}/v1/tracking/{tracking}': {
      get: operation({ summary: 'What has happened to a parcel', answer: Tracked, parameters: [path('tracking')], open: true }),
    },
    '/{carrier}/v1/packaging': {
      get: operation({ summary: 'Boxes and envelopes it gives away, and what they may be used for', answer: PackagingList, open: true }),
    },
    '/{carrier}/v1/closed-days': {
      get: operation({ summary: 'Days without collection and delivery', answer: ClosedDays, parameters: [year], open: true }),
    },
  },
  components: { securitySchemes: { accountKey: { type: 'apiKey', in: 'header', name: 'X-Account-Key' } } },
};
