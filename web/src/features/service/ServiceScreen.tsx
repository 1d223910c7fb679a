import type { Service } from '@ostrakon/core';
import { Link, useParams } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Lost } from '../../ui/Lost.tsx';
import { usePointedAt } from '../../ui/usePointedAt.ts';
import { CarriageForm } from './CarriageForm.tsx';
import { CounterForm } from './CounterForm.tsx';
import { DaysForm } from './DaysForm.tsx';
import { RoundForm } from './RoundForm.tsx';
import { ToldTexts } from './ToldTexts.tsx';

const KINDS: Readonly<Record<Service['kind'], string>> = {
  card: 'Sent by a carrier, at your own prices',
  carrier: 'Sent by a carrier, at its price',
  round: 'Brought by your own van',
  counter: 'Collected by the buyer',
};

/** Who carries a service, when and where it delivers: days on the way, a van round, or a pickup counter. */
export function ServiceScreen() {
  const { book } = useDraft();
  const { service: id } = useParams();
  usePointedAt();
  const service = book.services.find((one) => one.id === id);
  if (!service) return <Lost what="This service is not in the rate book; it may have been removed." />;
  const at = book.services.indexOf(service);
  const [before, after] = [book.services[at - 1], book.services[at + 1]];
  return (
    <div className="max-w-5xl p-4">
      <div className="mb-4 flex items-start justify-between gap-4">
        <div>
          <p className="text-sm text-ash">
            <Link to="/book" className="text-clay underline">
              Rate book
            </Link>{' '}
            · {KINDS[service.kind]}
          </p>
          <h1 className="font-serif text-xl font-semibold">{service.name}</h1>
        </div>
        <span className="flex gap-3 text-sm">
          {before && (
            <Link to={`/services/${before.id}`} className="text-clay underline">
              ← {before.name}
            </Link>
          )}
          {after && (
            <Link to={`/services/${after.id}`} className="text-clay underline">
              {after.name} →
            </Link>
          )}
        </span>
      </div>
      {(service.kind === 'card' || service.kind === 'carrier') && (
        <>
          <CarriageForm key={`carriage ${service.id}`} service={service} />
          <DaysForm key={service.id} service={service} />
        </>
      )}
      {service.kind === 'round' && <RoundForm key={service.id} service={service} />}
      {service.kind === 'counter' && <CounterForm key={service.id} service={service} />}
      <ToldTexts key={`told ${service.id}`} service={service} />
    </div>
  );
}
