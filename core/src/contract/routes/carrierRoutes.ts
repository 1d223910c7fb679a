import { z } from 'zod';
import { Id } from '../../names/naming.ts';
import { Survey, SurveyRequest } from '../../surveys/survey.ts';
import {
  AskRates,
  CarrierClosedDays,
  CarrierPackagingList,
  CarrierState,
  EditAccount,
  LabelMade,
  LabelRequest,
  OpenAccount,
  RatesAnswered,
  SurveyList,
  SurveyState,
} from '../carriers.ts';
import type { ProblemCode } from '../problemCode.ts';
import { Nothing } from './params.ts';
import type { Routes } from './route.ts';

const PDF = { file: 'application/pdf' };
const CARRIER: readonly ProblemCode[] = ['carrier-failed', 'carrier-refused', 'invalid-request', 'not-found'];

/** Accounts of carriers, and surveys of what they ask. */
export const carrierRoutes = {
  'GET /carriers': { says: 'Carrier accounts and carriers', who: 'read', answer: CarrierState },
  'POST /carriers': {
    says: 'Open a carrier account',
    who: 'own',
    body: OpenAccount,
    status: 201,
    answer: CarrierState,
    problems: [...CARRIER, 'id-in-use'],
  },
  'POST /carriers/rates': { says: 'Ask carriers for prices', who: 'read', body: AskRates, answer: RatesAnswered, problems: CARRIER },
  'POST /carriers/labels': { says: 'Buy a label', who: 'edit', body: LabelRequest, status: 201, answer: LabelMade, problems: CARRIER },
  'GET /carriers/:id/labels/:tracking.pdf': { says: 'A label', who: 'read', answer: PDF, problems: CARRIER },
  'GET /carriers/:id/packaging': { says: 'Packaging a carrier gives', who: 'read', answer: CarrierPackagingList, problems: CARRIER },
  'GET /carriers/:id/closed-days': {
    says: 'When a carrier does not move',
    who: 'read',
    query: z.object({ year: z.coerce.number<string>().int().min(2000).max(2100) }),
    answer: CarrierClosedDays,
    problems: CARRIER,
  },
  'POST /carriers/:id/services': {
    says: 'Ask a carrier for its services',
    who: 'edit',
    body: Nothing,
    answer: CarrierState,
    problems: [...CARRIER, 'command-refused'],
  },
  'PATCH /carriers/:id': { says: 'Change an account', who: 'own', body: EditAccount, answer: CarrierState, problems: CARRIER },
  'DELETE /carriers/:id': { says: 'Close an account', who: 'own', answer: CarrierState, problems: ['not-found', 'account-in-use'] },
  'POST /carriers/:id/restore': {
    says: 'Open a closed account again',
    who: 'own',
    body: Nothing,
    answer: CarrierState,
    problems: ['not-found', 'id-in-use'],
  },

  'GET /surveys': { says: 'Surveys of what carriers ask', who: 'read', answer: SurveyList },
  'POST /surveys': {
    says: 'Begin a survey',
    who: 'edit',
    body: z.strictObject({ id: Id, survey: SurveyRequest }),
    status: 202,
    answer: SurveyState,
    problems: ['id-in-use', 'not-found'],
  },
  'GET /surveys/:id': { says: 'A survey', who: 'read', answer: Survey, problems: ['not-found'] },
  'DELETE /surveys/:id': { says: 'Remove a survey', who: 'edit', answer: SurveyList, problems: ['not-found'] },
  'POST /surveys/:id/restore': {
    says: 'Bring a removed survey back',
    who: 'edit',
    body: Nothing,
    answer: SurveyList,
    problems: ['not-found', 'id-in-use'],
  },
} as const satisfies Routes;
