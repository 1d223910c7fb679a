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
import { ask, post } from './client.ts';

const send = (method: string, body?: unknown): RequestInit => ({ ...post(body), method });

export const carrierApi = {
  state: () => ask(CarrierState, '/carriers'),
  open: (account: OpenAccount) => ask(CarrierState, '/carriers', post(account)),
  edit: (id: string, change: EditAccount) => ask(CarrierState, `/carriers/${id}`, send('PATCH', change)),
  remove: (id: string) => ask(CarrierState, `/carriers/${id}`, { method: 'DELETE' }),
  restore: (id: string) => ask(CarrierState, `/carriers/${id}/restore`, post({})),
  refresh: (id: string) => ask(CarrierState, `/carriers/${id}/services`, post({})),
  closedDays: async (id: string, year: number): Promise<ClosedDays[]> =>
    (await ask(CarrierClosedDays, `/carriers/${id}/closed-days?year=${year}`)).closed,
  packaging: async (id: string) => (await ask(CarrierPackagingList, `/carriers/${id}/packaging`)).packaging,
  label: (request: LabelRequest) => ask(LabelMade, '/carriers/labels', post(request)),
  surveys: async () => (await ask(SurveyList, '/surveys')).surveys,
  survey: (id: string) => ask(Survey, `/surveys/${id}`),
  startSurvey: (id: string, survey: SurveyRequest) => ask(SurveyState, '/surveys', post({ id, survey })),
  removeSurvey: async (id: string) => (await ask(SurveyList, `/surveys/${id}`, { method: 'DELETE' })).surveys,
  restoreSurvey: async (id: string) => (await ask(SurveyList, `/surveys/${id}/restore`, post({}))).surveys,
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
