import { HolidaysAnswer } from '@ostrakon/core';
import { useState } from 'react';
import { ask } from '../api/client.ts';
import { useDraft, useDraftSession } from '../draft/DraftProvider.tsx';
import { toast } from '../ui/toast.ts';

/** This year and so many more are listed: a promise lies no farther ahead. */
const YEARS = 2;

/** Takes the public holidays of every country the shop delivers to into the book; at most twenty of them. */
export function useHolidays(today: string): { readonly taking: boolean; take(): Promise<void> } {
  const session = useDraftSession();
  const { shop } = useDraft().book;
  const [taking, setTaking] = useState(false);
  const take = async () => {
    setTaking(true);
    try {
      const year = Number(today.slice(0, 4));
      const countries = shop.served.slice(0, 20).join(',');
      const { holidays } = await ask('GET /holidays/of', HolidaysAnswer, { query: { countries, from: year, until: year + YEARS } });
      session.dispatch({ name: 'setHolidays', args: { holidays } });
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setTaking(false);
    }
  };
  return { taking, take };
}
