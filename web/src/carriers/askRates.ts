import { type RateAsk, RatesAnswered } from '@ostrakon/core';
import { ask } from '../api/client.ts';

/** The answers to some questions, in their order. */
export const askRates = async (asks: readonly RateAsk[]) =>
  (await ask('POST /carriers/rates', RatesAnswered, { body: { asks: [...asks] } })).answers;
