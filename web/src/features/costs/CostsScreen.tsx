import { costCurve, laneOf, type Survey, type SurveyState } from '@ostrakon/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { carrierApi, carrierQueries } from '../../api/carrierApi.ts';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useSurvey } from '../../carriers/useSurvey.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { isSilence, silenceWords } from '../../words/carrierWords.ts';
import { useFormat } from '../../words/useWords.ts';
import { addressesEach, billedByVolume } from './billedByVolume.ts';
import { SurveyDialog } from './SurveyDialog.tsx';

function Progress({ survey, onStop }: { survey: SurveyState; onStop: () => void }) {
  const { done, total } = survey;
  return (
    <div role="status" className="mb-3 flex items-center gap-3 rounded-lg border border-line-strong bg-paper px-4 py-2">
      <progress className="h-2 flex-1 accent-clay" value={done} max={total} aria-label="Questions answered" />
      <span className="text-sm text-ash">
        {done} of {total} questions answered
      </span>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

/** Cost by weight and zone: the mean over the addresses asked for, and how far apart they lie. */
function CostTable({ survey, service }: { survey: Survey; service: string }) {
  const { zones, services } = useDraft().book;
  const format = useFormat();
  const here = zones.filter((zone) => survey.addresses.some((address) => address.zone === zone.id) && laneOf(zone, service));
  const curves = new Map(here.map((zone) => [zone.id, costCurve(survey, zone.id, service)]));
  const own = services.find(({ id }) => id === service)?.kind === 'card';
  const { compiled } = useBench();
  const to = survey.addresses[0]?.destination;
  const byVolume = useMemo(() => survey.probes.map((probe) => (to ? billedByVolume(compiled, probe, to) : null)), [compiled, survey, to]);
  if (here.length === 0) return <p className="text-ash">This service was in none of the zones asked for.</p>;
  const bulky = survey.probes.filter((_probe, nth) => byVolume[nth] !== null);
  return (
    <section aria-label="Costs by weight and zone" className="overflow-x-auto rounded-lg border border-line-strong bg-paper">
      {bulky.length > 1 && (
        <p className="border-line border-b px-3 py-2 text-sm">
          {format.list(bulky.map(({ name }) => name))} are billed by the volume of{' '}
          {format.list([...new Set(byVolume.flatMap((one) => one?.packaging ?? []))])}, so they may cost the same. Smaller packaging would
          cost less.{' '}
          <Link to="/shop/packaging" className="text-clay underline">
            Choose better packaging
          </Link>
        </p>
      )}
      <table className="w-full text-sm">
        <caption className="sr-only">What carriage costs by weight and zone</caption>
        <thead>
          <tr className="text-start">
            <th scope="col" className="sticky start-0 bg-paper px-3 py-2 font-normal text-ash">
              Costs in {format.currency}
            </th>
            {here.map((zone) => (
              <th key={zone.id} scope="col" className="max-w-28 px-2 py-2 text-end align-bottom font-semibold">
                {zone.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {survey.probes.map((probe, nth) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the probes of a survey never change places
            <tr key={nth} className="border-line border-t">
              <th scope="row" className="sticky start-0 bg-paper px-3 py-1.5 text-start font-normal">
                {probe.name}
                {byVolume[nth] && (
                  <span className="block text-xs whitespace-nowrap text-ash">counts {format.mass(byVolume[nth].weight)}</span>
                )}
              </th>
              {here.map((zone) => {
                const point = curves.get(zone.id)?.find((one) => one.probe === nth);
                const apart = point && point.least !== point.most;
                return (
                  <td key={zone.id} className="px-2 py-1.5 text-end whitespace-nowrap">
                    {point ? (
                      <>
                        {format.plain(point.mean)}
                        {apart && (
                          <span className="block text-xs text-ash">
                            {format.plain(point.least)} to {format.plain(point.most)}
                          </span>
                        )}
                      </>
                    ) : (
                      <span className="text-ash" title="The carrier has no price for this">
                        –
                      </span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
        {own && (
          <tfoot>
            <tr className="border-line border-t">
              <th scope="row" className="sticky start-0 bg-paper px-3 py-1.5 text-start font-normal text-ash">
                Own prices
              </th>
              {here.map((zone) => (
                <td key={zone.id} className="px-2 py-1.5 text-end">
                  <Link
                    to={`/costs/fit?zone=${zone.id}&service=${service}&survey=${survey.id}`}
                    className="text-clay underline"
                    aria-label={`Fit prices to ${zone.name}`}
                  >
                    Fit
                  </Link>
                </td>
              ))}
            </tr>
          </tfoot>
        )}
      </table>
    </section>
  );
}

/** "3 addresses in each zone". */
function addressWords([least, most]: readonly [number, number]): string {
  if (least === most) return `${most} ${most === 1 ? 'address' : 'addresses'} in each zone`;
  return `${most} addresses in each zone; of some zones only ${least} ${least === 1 ? 'is' : 'are'} known`;
}

/** Why some fields are empty, in the carrier's words. */
function Missing({ survey, service }: { survey: Survey; service: string }) {
  const reasons = new Set(survey.costs.filter((one) => one.service === service && one.cost === null).map(({ why }) => why ?? ''));
  const told = [...reasons].filter((why) => why !== '').slice(0, 3);
  if (told.length === 0) return null;
  return (
    <p className="mt-2 text-sm">
      <span className="text-ash">– has no price:</span>{' '}
      {told.map((why) => (isSilence(why) ? `the carrier ${silenceWords[why]}` : why)).join(' · ')}
    </p>
  );
}

/** What carriers ask, sampled: by weight and zone, kept with its date. */
export function CostsScreen() {
  const client = useQueryClient();
  const { services } = useDraft().book;
  const format = useFormat();
  const [search, setAddress] = useAddress();
  const [asking, setAsking] = useState(false);
  const { data: surveys } = useQuery(carrierQueries.surveys);
  const survey = useSurvey(search.get('survey'));
  const running = surveys?.find(({ status }) => status === 'running');
  const done = surveys?.filter(({ status }) => status === 'done') ?? [];
  const carried = services.filter(({ id, carriage }) => carriage !== null || survey?.costs.some(({ service }) => service === id));
  const priced = (id: string) => survey?.costs.filter(({ service, cost }) => service === id && cost !== null).length ?? 0;
  const [fullest] = [...carried].sort((a, b) => priced(b.id) - priced(a.id));
  const service = carried.find(({ id }) => id === search.get('service')) ?? fullest;
  const show = (more: Record<string, string>) => setAddress(more);
  const failed = surveys?.find(({ status }) => status === 'failed');
  const change = async (work: Promise<SurveyState[]>): Promise<boolean> => {
    try {
      client.setQueryData(carrierQueries.surveys.queryKey, await work);
      return true;
    } catch (error) {
      toast.error((error as Error).message);
      return false;
    }
  };
  const forget = async (id: string) => {
    if (!(await change(carrierApi.removeSurvey(id)))) return;
    toast('Survey forgotten', { action: { label: 'Undo', onClick: () => void change(carrierApi.restoreSurvey(id)) } });
  };
  return (
    <div className="p-4">
      <div className="mb-3 flex items-end justify-between gap-4">
        <div>
          <h1 className="font-serif text-xl font-semibold">What carriage costs</h1>
          <p className="text-sm text-ash">
            Carriers asked for weights or goods at addresses of every zone, so that own prices can be held against them.
          </p>
        </div>
        <Button look="main" disabled={running !== undefined} onClick={() => setAsking(true)}>
          Ask the carriers…
        </Button>
      </div>
      {running && <Progress survey={running} onStop={() => void change(carrierApi.removeSurvey(running.id))} />}
      {failed && (
        <p role="alert" className="mb-3 flex items-center gap-3 rounded-lg border border-fault bg-fault-soft px-4 py-2 text-fault">
          The survey of {format.moment(failed.at)} could not be finished; nothing of it was kept. Ask again.
          <Button look="quiet" onClick={() => void change(carrierApi.removeSurvey(failed.id))}>
            Put away
          </Button>
        </p>
      )}
      {!survey && !running && (
        <p className="rounded-lg border border-line-strong bg-paper px-4 py-3">
          Nothing has been asked yet.{' '}
          {carried.length === 0 ? (
            <>
              First name a carrier for a service:{' '}
              <Link to="/shop/carriers" className="text-clay underline">
                Carriers
              </Link>
              .
            </>
          ) : (
            'Ask the carriers, and the answers stand here by weight and zone.'
          )}
        </p>
      )}
      {survey && service && (
        <>
          <div className="mb-3 flex flex-wrap items-center gap-3">
            <Select label="Service" className="w-64!" value={service.id} onChange={(event) => show({ service: event.target.value })}>
              {carried.map(({ id, name, carriage }) => (
                <option key={id} value={id}>
                  {name}
                  {carriage ? `, by ${carriage.carrier}` : ''}
                </option>
              ))}
            </Select>
            <Select label="Survey" className="w-96!" value={survey.id} onChange={(event) => show({ survey: event.target.value })}>
              {done.map(({ id, name, at, total }) => (
                <option key={id} value={id}>
                  {format.moment(at)}, {name.toLowerCase()}, {format.count(total, 'question')}
                </option>
              ))}
            </Select>
            <Button look="quiet" className="text-fault!" onClick={() => void forget(survey.id)}>
              Forget this survey
            </Button>
          </div>
          <CostTable survey={survey} service={service.id} />
          <Missing survey={survey} service={service.id} />
          <p className="mt-2 text-sm text-ash">
            The average of {addressWords(addressesEach(survey))} and, where they differ, the least and the most. The same costs are the
            dashed line on the charts of prices.
          </p>
        </>
      )}
      {asking && <SurveyDialog onClose={() => setAsking(false)} />}
    </div>
  );
}
