import { compile, type Offer, plan, quoteZone, type Withheld } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { heardAnswers, useWanted } from '../../carriers/heardAnswers.ts';
import { queries } from '../../draft/queries.ts';

export type AnswerOf = (zone: string, service: string) => Offer | Withheld | undefined;

/** What the live edition answers the bench's cart in every lane; null while it is not asked for or nothing is live. */
export function useLiveAnswers(wanted: boolean): AnswerOf | null {
  const { data } = useQuery(queries.live);
  const { admittedIn, heard, samples, down } = useBench();
  const book = wanted ? data?.book : null;
  const compiled = useMemo(() => (book ? compile(book) : null), [book]);
  const carriers = useMemo(() => heardAnswers({ heard, samples, down }, false), [heard, samples, down]);
  useWanted(carriers);
  return useMemo(() => {
    if (!compiled) return null;
    const { shipments } = plan(compiled, admittedIn(compiled), carriers);
    const zones = new Map(compiled.zones.map((zone) => [zone.zone.id, quoteZone(compiled, zone, shipments)]));
    return (zone, service) => zones.get(zone)?.find((answer) => answer.service === service);
  }, [compiled, admittedIn, carriers]);
}
