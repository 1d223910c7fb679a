import type { CarrierState } from '@ostrakon/core';
import { useQueryClient } from '@tanstack/react-query';
import { carrierQueries } from '../api/carrierApi.ts';
import { toast } from '../ui/toast.ts';
import { rateDesk } from './rateDesk.ts';

/** Takes what the server says of the carriers after a change. */
export function useCarrierChange() {
  const client = useQueryClient();
  return async (work: () => Promise<CarrierState>): Promise<boolean> => {
    try {
      client.setQueryData(carrierQueries.state.queryKey, await work());
      rateDesk.forget();
      return true;
    } catch (error) {
      toast.error((error as Error).message);
      return false;
    }
  };
}
