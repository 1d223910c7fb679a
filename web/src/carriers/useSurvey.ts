import type { Survey } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { carrierQueries } from '../api/carrierApi.ts';

/** The survey named, or the latest that is done. */
export function useSurvey(id?: string | null): Survey | undefined {
  const { data: list } = useQuery(carrierQueries.surveys);
  const done = list?.filter(({ status }) => status === 'done') ?? [];
  const wanted = done.find((one) => one.id === id) ?? done[0];
  const { data } = useQuery({ ...carrierQueries.survey(wanted?.id ?? ''), enabled: wanted !== undefined });
  return wanted ? data : undefined;
}
