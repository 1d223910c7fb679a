import {
  CarrierClosedDays,
  CarrierPackagingList,
  CarrierState,
  type ClosedDays,
  type EditAccount,
  LabelMade,
  type LabelRequest,
  type OpenAccount,
  Survey,
  SurveyList,
  type SurveyRequest,
  SurveyState,
} from '@ostrakon/core';
import { queryOptions } from '@tanstack/react-query';
import { ask } from './client.ts';

export const carrierApi = {
  state: () => ask('GET /carriers', CarrierState),
  open: (account: OpenAccount) => ask('POST /carriers', CarrierState, { body: account }),
  edit: (id: string, change: EditAccount) => ask('PATCH /carriers/:id', CarrierState, { params: { id }, body: change }),
  remove: (id: string) => ask('DELETE /carriers/:id', CarrierState, { params: { id } }),
  restore: (id: string) => ask('POST /carriers/:id/restore', CarrierState, { params: { id }, body: {} }),
  refresh: (id: string) => ask('POST /carriers/:id/services', CarrierState, { params: { id }, body: {} }),
  closedDays: async (id: string, year: number): Promise<ClosedDays[]> =>
    (await ask('GET /carriers/:id/closed-days', CarrierClosedDays, { params: { id }, query: { year } })).closed,
  packaging: async (id: string) => (await ask('GET /carriers/:id/packaging', CarrierPackagingList, { params: { id } })).packaging,
  label: (request: LabelRequest) => ask('POST /carriers/labels', LabelMade, { body: request }),
  surveys: async () => (await ask('GET /surveys', SurveyList)).surveys,
  survey: (id: string) => ask('GET /surveys/:id', Survey, { params: { id } }),
  startSurvey: (id: string, survey: SurveyRequest) => ask('POST /surveys', SurveyState, { body: { id, survey } }),
  removeSurvey: async (id: string) => (await ask('DELETE /surveys/:id', SurveyList, { params: { id } })).surveys,
  restoreSurvey: async (id: string) => (await ask('POST /surveys/:id/restore', SurveyList, { params: { id }, body: {} })).surveys,
};

export const carrierQueries = {
  state: queryOptions({ queryKey: ['carriers'], queryFn: carrierApi.state, staleTime: 5000 }),
  /** Watched while one is under way. */
  surveys: queryOptions({
    queryKey: ['surveys'],
    queryFn: carrierApi.surveys,
    refetchInterval: ({ state }) => (state.data?.some(({ status }) => status === 'running') ? 400 : false),
  }),
  survey: (id: string) => queryOptions({ queryKey: ['survey', id], queryFn: () => carrierApi.survey(id), staleTime: Infinity }),
};
