import { type ClosedList, HolidayList, HolidayPlaces } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ask } from '../api/client.ts';
import { useDraft } from '../draft/DraftProvider.tsx';
import { CountryChooser } from '../places/CountryChooser.tsx';
import { Modal } from '../ui/Modal.tsx';
import { Select } from '../ui/Select.tsx';
import type { Taken } from '../ui/useTypedField.ts';
import { ChooseClosed } from './ChooseClosed.tsx';

const YEARS = 10;

/** Public holidays of a country or region, of this year and the next ten. */
export function HolidaysDialog({
  at,
  today,
  onTake,
  onClose,
}: {
  at: { country: string; subdivision: string | null };
  today: string;
  onTake: (chosen: ClosedList) => Taken;
  onClose: () => void;
}) {
  const { shop } = useDraft().book;
  const [country, setCountry] = useState(at.country);
  const [region, setRegion] = useState(at.subdivision?.slice(at.country.length + 1) ?? '');
  const places = useQuery({
    queryKey: ['holiday-places'],
    queryFn: async () => (await ask('GET /holidays/places', HolidayPlaces)).places,
    staleTime: Infinity,
  });
  const regions = places.data?.find(({ code }) => code === country)?.regions ?? [];
  const held = regions.some(({ code }) => code === region) ? region : '';
  const year = Number(today.slice(0, 4));
  const years = { from: year, until: Math.min(year + YEARS, 2038) };
  const holidays = useQuery({
    queryKey: ['holidays', country, held, years.from],
    queryFn: async () => {
      const query = { country, region: held === '' ? undefined : held, ...years };
      return (await ask('GET /holidays', HolidayList, { query })).closed;
    },
    enabled: places.data !== undefined,
    staleTime: Infinity,
  });
  const failed = places.isError || holidays.isError;
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="Public holidays"
      about={`From ${years.from} to ${years.until}, out of a public data set. It is no legal source: look them over, and leave out the days on which you work.`}
    >
      <div className="mb-3 grid grid-cols-2 gap-3">
        <div>
          <span aria-hidden className="text-sm">
            Country
          </span>
          <CountryChooser
            label="Country of the holidays"
            value={country}
            locale={shop.locale}
            among={places.data?.map(({ code }) => code)}
            onChange={setCountry}
          />
        </div>
        <div>
          <span aria-hidden className="text-sm">
            Province, state or region
          </span>
          <Select
            label="Region of the holidays"
            value={held}
            disabled={regions.length === 0}
            onChange={(event) => setRegion(event.target.value)}
          >
            <option value="">Only those of the whole country</option>
            {regions.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </Select>
        </div>
      </div>
      {failed && (
        <p role="alert" className="text-fault">
          The holidays did not come. Is the server running?
        </p>
      )}
      {!failed && !holidays.data && <p className="text-ash">Looking them up…</p>}
      {holidays.data?.length === 0 && <p className="text-ash">The data set has no public holidays there.</p>}
      {holidays.data && holidays.data.length > 0 && (
        <ChooseClosed
          key={`${country} ${held}`}
          found={holidays.data}
          today={today}
          onTake={(chosen) => {
            const taken = onTake(chosen);
            if (taken.ok) onClose();
            return taken;
          }}
        />
      )}
    </Modal>
  );
}
