import { dateFindings, PLAIN_GOODS } from '@ostrakon/core';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { undatedWords } from '../words/promiseWords.ts';
import { useFormat } from '../words/useWords.ts';

/** Zones where some options have dates and others do not: one line for each service without. */
export function DateFindings() {
  const { book } = useDraft();
  const format = useFormat();
  const findings = dateFindings(book, PLAIN_GOODS);
  if (findings.length === 0) return null;
  const services = book.services.flatMap((service) => {
    const zones = findings.filter(({ undated }) => undated.some((one) => one.service === service.id));
    const why = zones[0]?.undated.find((one) => one.service === service.id)?.why;
    return why === undefined
      ? []
      : [{ service, why, zones: zones.map(({ zone }) => book.zones.find(({ id }) => id === zone)?.name ?? zone) }];
  });
  return (
    <section aria-label="Dates on some options only" className="mb-4 rounded-lg border border-ochre bg-ochre-soft px-4 py-2">
      <h2 className="font-semibold text-ochre">Dates on some options only</h2>
      <ul className="mt-1 space-y-1 text-sm">
        {services.map(({ service, why, zones }) => (
          <li key={service.id}>
            <span className="font-semibold">{service.name}</span> shows none in {format.list(zones)}, while others there do.{' '}
            {undatedWords(why)}{' '}
            <Link to={`/services/${service.id}`} className="text-clay underline">
              Set {service.name}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
