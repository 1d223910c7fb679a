import { type CompiledBook, compile, type Offer, plan, quoteZone, type RateBook, type Withheld } from '@ostrakon/core';
import { useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { heardAnswers, useWanted } from '../../carriers/heardAnswers.ts';
import type { Format } from '../../words/format.ts';
import { reasonInShort } from '../../words/quoteWords.ts';
import { useFormat } from '../../words/useWords.ts';

type Answer = Offer | Withheld | undefined;
type Answers = ReadonlyMap<string, ReadonlyMap<string, Answer>>;

function shortOf(answer: Answer, format: Format): string {
  if (answer === undefined) return 'no prices';
  if ('reasons' in answer) return (answer.reasons[0] && reasonInShort(answer.reasons[0], format)) || 'not offered';
  return answer.status === 'priced' ? format.price(answer.price) : 'Ask us';
}

/** What the bench's cart gets in every zone of a book. */
function useAnswers(book: RateBook): Answers {
  const { admittedIn, heard, samples, down } = useBench();
  const compiled = useMemo((): CompiledBook => compile(book), [book]);
  const carriers = useMemo(() => heardAnswers({ heard, samples, down }, false), [heard, samples, down]);
  useWanted(carriers);
  return useMemo(() => {
    const { shipments } = plan(compiled, admittedIn(compiled), carriers);
    return new Map(
      compiled.zones.map((zone) => [
        zone.zone.id,
        new Map(quoteZone(compiled, zone, shipments).map((answer) => [answer.service, answer] as const)),
      ]),
    );
  }, [compiled, admittedIn, carriers]);
}

/** The sheet of two books at once: what the bench's cart gets in each cell, before and after. */
export function CompareSheet({ before, after }: { before: RateBook; after: RateBook }) {
  const format = useFormat();
  const [was, is] = [useAnswers(before), useAnswers(after)];
  const named = <T extends { id: string; name: string }>(now: readonly T[], old: readonly T[]) => [
    ...now,
    ...old.filter(({ id }) => !now.some((one) => one.id === id)),
  ];
  const zones = named(after.zones, before.zones);
  const services = named(after.services, before.services);
  const cells = zones.map(({ id: zone }) =>
    services.map(({ id: service }) => {
      const [from, to] = [was, is].map((answers) => shortOf(answers.get(zone)?.get(service), format));
      return { service, from: from ?? '', to: to ?? '', isOther: from !== to };
    }),
  );
  const others = cells.flat().filter(({ isOther }) => isOther).length;
  return (
    <section aria-label="The sheet, before and after">
      <p className="mb-1 text-sm text-ash">
        For the cart on the bench.{' '}
        {others === 0 ? 'Every cell is the same.' : `${others === 1 ? 'One cell is' : `${others} cells are`} different.`}
      </p>
      <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
        <table aria-label="Prices before and after" className="w-full text-sm">
          <thead>
            <tr className="border-line border-b text-ash">
              <th scope="col" className="px-3 py-1.5 text-start font-semibold">
                Zone
              </th>
              {services.map(({ id, name }) => (
                <th key={id} scope="col" className="py-1.5 pe-3 text-end font-semibold">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {zones.map(({ id, name }, row) => (
              <tr key={id} className="border-line border-b align-top last:border-b-0">
                <th scope="row" className="px-3 py-1.5 text-start font-semibold">
                  {name}
                </th>
                {cells[row]?.map(({ service, from, to, isOther }) => (
                  <td key={service} className={`py-1.5 pe-3 text-end ${isOther ? 'bg-clay-soft' : ''}`}>
                    {isOther ? (
                      <>
                        <span className="block font-semibold">{to}</span>
                        <span className="block text-xs text-ash">was {from}</span>
                      </>
                    ) : (
                      <span className="text-ash">{to === 'no prices' ? '–' : to}</span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
