import { fromDay, localAt, type PlainDate } from '@ostrakon/core';

/** The plain date it is in a zone. */
export const todayIn = (timeZone: string): PlainDate => fromDay(localAt(Date.now(), timeZone).day);
