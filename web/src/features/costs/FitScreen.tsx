import { laneOf } from '@ostrakon/core';
import { Link } from 'react-router';
import { useSurvey } from '../../carriers/useSurvey.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Select } from '../../ui/Select.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { useFormat } from '../../words/useWords.ts';
import { FitForm } from './FitForm.tsx';

/** Fits a card to what carriage costs, and holds it against the present one. */
export function FitScreen() {
  const { zones, services } = useDraft().book;
  const format = useFormat();
  const [search, setAddress] = useAddress();
  const survey = useSurvey(search.get('survey'));
  const lanes = zones.flatMap((zone) =>
    services.flatMap((service) => {
      const lane = laneOf(zone, service.id);
      const asked =
        service.kind === 'card' &&
        survey?.costs.some((cost) => cost.service === service.id && survey.addresses[cost.address]?.zone === zone.id);
      return lane && asked ? [{ zone, service, lane }] : [];
    }),
  );
  const held = lanes.find(({ zone, service }) => zone.id === search.get('zone') && service.id === search.get('service')) ?? lanes[0];
  return (
    <div className="p-4">
      <h1 className="font-serif text-xl font-semibold">Fit prices</h1>
      <p className="mb-3 text-sm text-ash">
        Prices by weight that cover what carriage costs, for orders as they come in
        {survey ? ` · by the survey of ${format.moment(survey.at)}, ${survey.name.toLowerCase()}` : '.'}
      </p>
      {(!survey || !held) && (
        <p className="rounded-lg border border-line-strong bg-paper px-4 py-3">
          {survey ? 'No service with prices of your own was in the latest survey. ' : 'Prices are fitted to what carriers ask. '}
          <Link to="/costs" className="text-clay underline">
            Ask the carriers
          </Link>{' '}
          first.
        </p>
      )}
      {survey && held && (
        <>
          <Select
            label="Prices of"
            className="mb-4 w-96!"
            value={`${held.zone.id}/${held.service.id}`}
            onChange={(event) => {
              const [zone = '', service = ''] = event.target.value.split('/');
              setAddress({ zone, service });
            }}
          >
            {lanes.map(({ zone, service }) => (
              <option key={`${zone.id}/${service.id}`} value={`${zone.id}/${service.id}`}>
                {service.name} to {zone.name}
              </option>
            ))}
          </Select>
          <FitForm
            key={`${held.zone.id}/${held.service.id}`}
            {...held}
            survey={survey}
            all={lanes.filter(({ service }) => service.id === held.service.id)}
          />
        </>
      )}
    </div>
  );
}
