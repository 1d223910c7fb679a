import { laneOf } from '@ostrakon/core';
import clsx from 'clsx';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { CardsFileMenu } from '../../cards/CardsFileMenu.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Lost } from '../../ui/Lost.tsx';
import { later } from '../../ui/later.ts';
import { toast } from '../../ui/toast.ts';
import { usePointedAt } from '../../ui/usePointedAt.ts';
import { laneSentence } from '../../words/laneSentence.ts';
import { useFormat } from '../../words/useWords.ts';
import { CardEditor } from './CardEditor.tsx';
import { ConditionsEditor } from './ConditionsEditor.tsx';
import { CopyCard } from './CopyCard.tsx';
import { FreeFromEditor } from './FreeFromEditor.tsx';
import { LaneFindings } from './LaneFindings.tsx';
import { LaneRules } from './LaneRules.tsx';
import { LimitsEditor } from './LimitsEditor.tsx';
import { TransitEditor } from './TransitEditor.tsx';
import { useLane } from './useLane.ts';

const StepChart = later(() => import('./StepChart.tsx'), 'StepChart');

function Sentence() {
  const { lane, service } = useLane();
  const { book } = useDraft();
  const format = useFormat();
  // The runs of one sentence have their place for an identity.
  const runs = laneSentence(lane, format, book, service).map((run, at) => ({ ...run, key: `${at} ${run.text}` }));
  return (
    <p
      className={`mb-3 rounded-lg border border-line-strong border-s-4 bg-paper px-3.5 py-2.5 font-serif text-lg ${service.kind === 'carrier' ? 'border-s-night' : 'border-s-clay'}`}
    >
      {runs.map((run) =>
        run.strong ? (
          <mark key={run.key} className="rounded bg-clay-tint text-ink">
            {run.text}
          </mark>
        ) : (
          <span key={run.key}>{run.text}</span>
        ),
      )}
    </p>
  );
}

/** Of a carrier's lane: what counts for it, and where its carrier is set. */
function Carried() {
  const { service } = useLane();
  const { kind, terms } = service;
  if (kind !== 'carrier' || !terms) return null;
  return (
    <p className="-mt-1 mb-3 text-sm text-ash">
      Limits, charges and reductions apply as they do to prices of your own.{' '}
      {terms.unanswered.kind === 'card' && 'The prices below hold while there is no answer. '}
      <Link to={`/services/${service.id}`} className="text-clay underline">
        Set the carrier
      </Link>
    </p>
  );
}

function Neighbours({ zone, service }: { zone: string; service: string }) {
  const { book } = useDraft();
  const at = book.zones.findIndex((one) => one.id === zone);
  const nearer = book.zones[at - 1];
  const farther = book.zones[at + 1];
  const look = 'inline-flex h-8 items-center gap-1 border border-line-strong bg-paper px-2.5 text-sm hover:bg-bone';
  return (
    <nav aria-label="Zones beside this one" className="flex">
      {nearer && (
        <Link to={`/book/${nearer.id}/${service}`} className={`${look} rounded-s-md ${farther ? '' : 'rounded-e-md'}`}>
          <ChevronLeft size={14} aria-hidden /> <span className="max-w-28 truncate">{nearer.name}</span>
        </Link>
      )}
      {farther && (
        <Link to={`/book/${farther.id}/${service}`} className={`${look} rounded-e-md ${nearer ? 'border-s-0' : 'rounded-s-md'}`}>
          <span className="max-w-28 truncate">{farther.name}</span> <ChevronRight size={14} aria-hidden />
        </Link>
      )}
    </nav>
  );
}

function LaneBody() {
  const { at, zone, service, card } = useLane();
  const session = useDraftSession();
  const navigate = useNavigate();
  usePointedAt();
  const [copying, setCopying] = useState(false);
  // A grid of two measures takes the width of the page. It stays the same element: what is being typed in it is not lost.
  const wide = card.kind === 'twoWay';
  // Of a carrier's service the card matters only where it stands in.
  const usesCard = service.kind !== 'carrier' || service.terms?.unanswered.kind === 'card';
  const remove = () => {
    session.dispatch({ name: 'removeLane', args: at });
    toast(`${service.name} is no longer offered to ${zone.name}`, { action: { label: 'Undo', onClick: session.undo } });
    void navigate('/book');
  };
  return (
    <div className="p-4">
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div className="min-w-0">
          <p className="text-sm">
            <Link to="/book" className="text-clay hover:underline">
              Rate book
            </Link>{' '}
            /{' '}
            <Link to={`/book/${zone.id}`} className="text-clay hover:underline">
              {zone.name}
            </Link>
          </p>
          <h1 className="font-serif text-xl font-semibold">
            {service.name} to {zone.name}
          </h1>
        </div>
        <div className="flex flex-wrap gap-2">
          <Neighbours zone={zone.id} service={service.id} />
          <CardsFileMenu lane={at} />
          {usesCard && <Button onClick={() => setCopying(true)}>Copy these prices to…</Button>}
        </div>
      </div>
      <Sentence />
      <Carried />
      <LaneFindings zone={zone.id} service={service.id} />
      <div className="grid grid-cols-[minmax(330px,2fr)_3fr] gap-x-4 gap-y-5 max-md:grid-cols-1 md:grid-rows-[auto_1fr]">
        {usesCard && (
          <div className={wide ? 'col-span-full' : 'md:col-start-1'}>
            <CardEditor />
          </div>
        )}
        <div className="space-y-5 md:col-start-1">
          <LimitsEditor />
          <Button look="quiet" className="text-fault!" onClick={remove}>
            Stop offering {service.name} to {zone.name}
          </Button>
        </div>
        <div className={clsx('space-y-4 md:col-start-2', usesCard && !wide ? 'md:row-span-2 md:row-start-1' : wide && 'md:row-start-2')}>
          {usesCard && (
            <Suspense fallback={<div className="h-80 rounded-lg border border-line-strong bg-paper" />}>
              <StepChart />
            </Suspense>
          )}
          <LaneRules />
          <div className="grid grid-cols-[2fr_1fr] gap-4">
            <FreeFromEditor />
            <TransitEditor />
          </div>
          <ConditionsEditor />
        </div>
      </div>
      {copying && <CopyCard onClose={() => setCopying(false)} />}
    </div>
  );
}

/** One lane: its rule in words, its card as a grid, its chart, its limits and its free delivery. */
export function LaneScreen() {
  const { zone: zoneId = '', service: serviceId = '' } = useParams();
  const { book } = useDraft();
  const zone = book.zones.find((one) => one.id === zoneId);
  const service = book.services.find((one) => one.id === serviceId);
  if (!zone || !service) return <Lost what="The rate book has no such zone or service." />;
  if (!laneOf(zone, serviceId)) return <NoLane zone={zone.name} service={service.name} zoneId={zoneId} serviceId={serviceId} />;
  return <LaneBody key={`${zoneId}/${serviceId}`} />;
}

function NoLane({ zone, service, zoneId, serviceId }: { zone: string; service: string; zoneId: string; serviceId: string }) {
  return (
    <div className="p-4">
      <div className="mb-3 flex items-end justify-between gap-3">
        <h1 className="font-serif text-xl font-semibold">
          {service} to {zone}
        </h1>
        <Neighbours zone={zoneId} service={serviceId} />
      </div>
      <p>
        {service} is not offered to {zone}. Offer it where the two cross on{' '}
        <Link to="/book" className="text-clay underline">
          the sheet
        </Link>
        .
      </p>
    </div>
  );
}
