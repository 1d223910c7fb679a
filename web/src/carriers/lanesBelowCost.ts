import { type BelowCost, belowCost, type CompiledBook } from '@ostrakon/core';
import { carrierApi } from './carrierApi.ts';

/** Lanes that sell below what carriers asked in the latest survey; none while there is no survey. */
export async function lanesBelowCost(compiled: CompiledBook): Promise<BelowCost[]> {
  const latest = (await carrierApi.surveys()).find(({ status }) => status === 'done');
  return latest ? belowCost(compiled, await carrierApi.survey(latest.id)) : [];
}
