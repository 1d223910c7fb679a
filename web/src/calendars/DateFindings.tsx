import { type DateFinding, dateFindings, type NoPromise, type RateBook } from '@ostrakon/core';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { undatedWords } from '../words/promiseWords.ts';
import { useFormat } from '../words/useWords.ts';

interface Undated {
  readonly service: string;
  readonly why: NoPromise;
  readonly origin: string | null;
  readonly zones: readonly string[];
}

/** The same service without dates for the same reason in several zones is one thing to mend. */
function undatedBy(findings: readonly DateFinding[], { zones }: RateBook): Undated[] {
  const found = new Map<string, Undated>();
  for (const { zone, origin, undated } of findings) {
    const name = zones.find(({ id }) => id === zone)?.name ?? zone;
    for (const { service, why } of undated) {
      // What only depends on the service is the same from everywhere.
      const from = why === 'noCalendar' ? origin : null;
      const key = `${service} ${why} ${from}`;
      const held = found.get(key)?.zones ?? [];
      found.set(key, { service, why, origin: from, zones: held.includes(name) ? held : [...held, name] });
    }
  }
  return [...found.values()];
}

/** Zones where some options have dates and others do not: one line for each service without. */
export function DateFindings() {
  const { book } = useDraft();
  const format = useFormat();
  const undated = undatedBy(dateFindings(book), book);
  if (undated.length === 0) return null;
  return (
    <section aria-label="Dates on some options only" className="mb-4 rounded-lg border border-ochre bg-ochre-soft px-4 py-2">
      <h2 className="font-semibold text-ochre">Dates on some options only</h2>
      <ul className="mt-1 space-y-1 text-sm">
        {undated.map(({ service, why, origin, zones }) => {
          const name = book.services.find(({ id }) => id === service)?.name ?? service;
          const from = book.locations.find(({ id }) => id === origin)?.name;
          return (
            <li key={`${service} ${why} ${origin}`}>
              <span className="font-semibold">{name}</span> shows none in {format.list(zones)}
              {from === undefined ? '' : ` for goods from ${from}`}, while others there do. {undatedWords(why)}{' '}
              <Link to={origin === null ? `/services/${service}` : `/shop/dispatch?at=${origin}`} className="text-clay underline">
                {from === undefined ? `Set ${name}` : `Set up ${from}`}
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
