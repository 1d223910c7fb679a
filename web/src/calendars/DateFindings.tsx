import { dateFindings, daysText, dayText, type Finding, type NoPromise, type RateBook } from '@ostrakon/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useBench } from '../bench/BenchProvider.tsx';
import { useDraft, useDraftSession } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { showing } from '../ui/usePointedAt.ts';
import type { Format } from '../words/format.ts';
import { undatedWords } from '../words/promiseWords.ts';
import { useFormat } from '../words/useWords.ts';

interface Undated {
  readonly service: string;
  readonly why: NoPromise;
  readonly origin: string | null;
  readonly zones: readonly string[];
}

/** The same service without dates for the same reason in several zones is one thing to mend. */
function undatedBy(findings: readonly Finding<'datesOnSome'>[], { zones }: RateBook): Undated[] {
  const found = new Map<string, Undated>();
  for (const { where, facts } of findings) {
    const [zone] = where.zones;
    const name = zones.find(({ id }) => id === zone)?.name ?? zone ?? '';
    for (const { service, why } of facts.undated) {
      // What only depends on the service is the same from everywhere.
      const from = why === 'noCalendar' ? (where.origin ?? null) : null;
      const key = `${service} ${why} ${from}`;
      const held = found.get(key)?.zones ?? [];
      found.set(key, { service, why, origin: from, zones: held.includes(name) ? held : [...held, name] });
    }
  }
  return [...found.values()];
}

type OnHoliday = Finding<'promiseOnHoliday'>;

/** Promises that name a public holiday, a line for each service; mended by heeding the holidays. */
function PromisesOnHolidays({ findings }: { findings: readonly OnHoliday[] }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const { send } = useBench();
  const format = useFormat();
  const first = findings.filter(({ where }, at) => findings.findIndex((other) => other.where.service === where.service) === at);
  if (first.length === 0) return null;
  const name = (service: string | undefined) => book.services.find(({ id }) => id === service)?.name ?? '';
  const zones = (service: string | undefined) => {
    const named = findings.filter(({ where }) => where.service === service).flatMap(({ where }) => where.zones);
    return format.list([...new Set(named)].map((id) => book.zones.find((zone) => zone.id === id)?.name ?? id));
  };
  return (
    <section aria-label="Arrivals on public holidays" className="mb-4 rounded-lg border border-ochre bg-ochre-soft px-4 py-2">
      <h2 className="font-semibold text-ochre">Arrivals on public holidays</h2>
      <ul className="mt-1 space-y-1 text-sm">
        {first.map(({ where, facts, witness, repair }) => (
          <li key={where.service} className="flex items-baseline gap-2">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{name(where.service)}</span> to {zones(where.service)} is said to arrive on{' '}
              {daysText(facts.first, facts.last, book.shop.locale, '')}, and {dayText(facts.date, book.shop.locale, facts.date)} is{' '}
              {facts.name}.
            </span>
            {witness?.moment !== undefined && witness.destination && witness.lines && (
              <Button
                look="quiet"
                onClick={() =>
                  witness.destination &&
                  witness.moment !== undefined &&
                  send({
                    kind: 'put',
                    cart: { lines: [...(witness.lines ?? [])], discounts: [], destination: witness.destination, moment: witness.moment },
                  })
                }
              >
                See it on the bench
              </Button>
            )}
            {repair?.map((command) => (
              <Button key={command.name} onClick={() => session.dispatch(command)}>
                Deliver nothing on holidays
              </Button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Zones where some options have dates and others do not: one line for each service without. And promises on holidays. */
export function DateFindings() {
  const { book } = useDraft();
  const format = useFormat();
  const { request } = useBench();
  const now = request.moment ?? '';
  const today = now.slice(0, 10);
  // Holidays are looked for from a day on, whatever the minute.
  const findings = useMemo(() => dateFindings(book, `${today}T00:00:00Z`), [book, today]);
  const undated = undatedBy(
    findings.filter((finding) => finding.code === 'datesOnSome'),
    book,
  );
  const onHolidays = findings.filter((finding) => finding.code === 'promiseOnHoliday');
  if (undated.length === 0) return <PromisesOnHolidays findings={onHolidays} />;
  return (
    <>
      <PromisesOnHolidays findings={onHolidays} />
      <DatesOnSome undated={undated} format={format} book={book} />
    </>
  );
}

function DatesOnSome({ undated, format, book }: { undated: readonly Undated[]; format: Format; book: RateBook }) {
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
              <Link
                to={origin === null ? `/services/${service}?${showing('days')}` : `/dates/dispatch?at=${origin}`}
                className="text-clay underline"
              >
                {from === undefined ? `Set ${name}` : `Set up ${from}`}
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
