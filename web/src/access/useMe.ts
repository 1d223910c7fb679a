import type { Myself } from '@ostrakon/core/contract';
import { useQuery } from '@tanstack/react-query';
import { accessQueries } from './accessApi.ts';

/** Who is signed in; null where nobody has to, or while that is not known. */
export const useMe = (): Myself | null => useQuery(accessQueries.session).data?.who ?? null;

export const ROLE_WORDS = {
  owner: ['Owner', 'everything'],
  keeper: ['Keeper', 'changes drafts, goods and trials; publishes where you say so'],
  packer: ['Packer', 'orders only'],
  reader: ['Reader', 'looks, changes nothing'],
} as const satisfies Readonly<Record<Myself['role'], readonly [name: string, about: string]>>;
