import type { DayLoad } from '@ostrakon/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../api/draftApi.ts';
import { queries } from '../draft/queries.ts';
import { toast } from '../ui/toast.ts';

const NONE: readonly DayLoad[] = [];

/** Orders taken so far, and how to set how many. */
export function useLoads(): { loads: readonly DayLoad[]; setLoad: (load: DayLoad) => void } {
  const client = useQueryClient();
  const { data: loads = NONE } = useQuery(queries.loads);
  const setLoad = (load: DayLoad) => {
    api
      .setLoad(load)
      .then(() => client.invalidateQueries(queries.loads))
      .catch(() => toast('The number of orders was not saved: the server did not answer'));
  };
  return { loads, setLoad };
}
