import { type RateAsk, RatesAnswered } from '@ostrakon/core';
import { ask, post } from '../api/client.ts';

/** The answers to some questions, in their order. */
export const askRates = async (asks: readonly RateAsk[]) => (await ask(RatesAnswered, '/carriers/rates', post({ asks }))).answers;
