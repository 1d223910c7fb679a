import { CarrierAnswers, type Destination } from '@ostrakon/core';
import { useEffect } from 'react';
import { type HeardRates, rateDesk } from './rateDesk.ts';

/** What carriers said to this page so far, where to ask them in other zones, and which accounts are treated as down. */
export interface Heard {
  readonly heard: HeardRates;
  readonly samples: ReadonlyMap<string, Destination>;
  readonly down: ReadonlySet<string>;
}

/** @param costs carriers of own prices are asked for what they would cost, too */
export const heardAnswers = ({ heard, samples, down }: Heard, costs: boolean): CarrierAnswers =>
  new CarrierAnswers(heard.answers, { costs, missing: 'waiting', samples, due: heard.due, down });

/** Puts the questions a quote asked in vain, unless what it would show is not looked at. */
export function useWanted(carriers: CarrierAnswers, shown = true): void {
  useEffect(() => {
    if (shown) rateDesk.want(carriers.wanted);
  });
}
