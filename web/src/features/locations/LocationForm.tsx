import { homeCountry, Location, listSubdivisions, newId, postalExample, suggestedTimeZone } from '@ostrakon/core';
import { useId, useState } from 'react';
import { TimeZoneChooser } from '../../calendars/TimeZoneChooser.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { CountryChooser } from '../../places/CountryChooser.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

interface Typed {
  name: string;
  street: string;
  city: string;
  country: string;
  subdivision: string;
  postalCode: string;
  latitude: string;
  longitude: string;
  timeZone: string;
}
type Faults = Partial<Record<keyof Typed | 'point', string>>;

function begin(held: Location | undefined, country: string, timeZone: string): Typed {
  return {
    name: held?.name ?? '',
    street: held?.street ?? '',
    city: held?.city ?? '',
    country: held?.country ?? country,
    subdivision: held?.subdivision ?? '',
    postalCode: held?.postalCode ?? '',
    latitude: held?.point ? String(held.point.latitude) : '',
    longitude: held?.point ? String(held.point.longitude) : '',
    timeZone: held?.timeZone ?? timeZone,
  };
}

/** Decimal degrees; a comma may stand for the point. */
const degrees = (text: string): number =>
  /^\s*[-+\u2212]?\d+([.,]\d+)?\s*$/.test(text) ? Number(text.trim().replace(',', '.').replace('\u2212', '-')) : Number.NaN;

function pointOf({ latitude, longitude }: Typed): Location['point'] {
  return latitude.trim() === '' && longitude.trim() === '' ? null : { latitude: degrees(latitude), longitude: degrees(longitude) };
}

/** The clock that goes with a country: the one that is held where the country has it, else the one it suggests. */
function clockOf(country: string | undefined, timeZone: string): Partial<Typed> {
  const suggested = country === undefined ? '' : suggestedTimeZone(country, timeZone);
  return suggested === '' || suggested === timeZone ? {} : { timeZone: suggested };
}

/** The country, and its province or state where it has such. */
function WhereFields({ typed, onChange }: { typed: Typed; onChange: (where: Partial<Typed>) => void }) {
  const format = useFormat();
  const subdivisionName = useSubdivisionNames();
  const id = useId();
  const subdivisions = listSubdivisions(typed.country);
  return (
    <>
      <div>
        <label htmlFor={`${id}-country`} className="text-sm">
          Country
        </label>
        <CountryChooser
          id={`${id}-country`}
          label="Country of the location"
          className="mt-0.5"
          value={typed.country}
          locale={format.locale}
          onChange={(country) => onChange({ country, subdivision: '' })}
        />
      </div>
      <div>
        <label htmlFor={`${id}-subdivision`} className="text-sm">
          Province or state
        </label>
        <Select
          id={`${id}-subdivision`}
          label="Province or state of the location"
          className="mt-0.5"
          value={typed.subdivision}
          disabled={subdivisions.length === 0}
          onChange={(event) => onChange({ subdivision: event.target.value })}
        >
          <option value="">not stated</option>
          {subdivisions.map((code) => (
            <option key={code} value={code}>
              {subdivisionName(code)}
            </option>
          ))}
        </Select>
      </div>
    </>
  );
}

/** What a location may ship: everything, or goods groups of the owner's choice. */
function ShipsFields({ ships, onChange }: { ships: Location['ships']; onChange: (ships: Location['ships']) => void }) {
  const { goodsGroups } = useDraft().book;
  const setGroup = (group: string, on: boolean) =>
    ships && onChange({ ...ships, groups: on ? [...ships.groups, group] : ships.groups.filter((one) => one !== group) });
  return (
    <fieldset className="col-span-2 rounded-md border border-line px-3 pt-1 pb-2">
      <legend className="px-1 text-sm">May ship</legend>
      <label className="me-5 inline-flex items-center gap-2">
        <input type="radio" className="size-4 accent-clay" checked={ships === null} onChange={() => onChange(null)} /> everything
      </label>
      <label className="inline-flex items-center gap-2">
        <input
          type="radio"
          className="size-4 accent-clay"
          checked={ships !== null}
          onChange={() => onChange({ groups: goodsGroups.map(({ id: group }) => group), others: true })}
        />
        only some goods groups
      </label>
      {ships !== null && (
        <div className="mt-1.5 flex flex-wrap gap-x-5 gap-y-1">
          {goodsGroups.map((group) => (
            <label key={group.id} className="inline-flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-clay"
                checked={ships.groups.includes(group.id)}
                onChange={(event) => setGroup(group.id, event.target.checked)}
              />
              {group.name}
            </label>
          ))}
          <label className="inline-flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-clay"
              checked={ships.others}
              onChange={(event) => onChange({ ...ships, others: event.target.checked })}
            />
            goods in no group
          </label>
        </div>
      )}
    </fieldset>
  );
}

/** A new location, or one being changed. */
export function LocationForm({ held, onClose }: { held: Location | undefined; onClose: () => void }) {
  const { locations, shop } = useDraft().book;
  const session = useDraftSession();
  const [typed, setTyped] = useState(() => begin(held, homeCountry({ locations, shop }), shop.timeZone));
  const [ships, setShips] = useState(held?.ships ?? null);
  const [faults, setFaults] = useState<Faults>({});
  const [looking, setLooking] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const id = useId();
  const take = () => {
    const { latitude: _latitude, longitude: _longitude, ...facts } = typed;
    const checked = Location.safeParse({
      ...facts,
      id: held?.id ?? newId(typed.name, locations, 'location'),
      subdivision: typed.subdivision || null,
      postalCode: typed.postalCode.trim() === '' ? null : typed.postalCode.trim().toUpperCase(),
      point: pointOf(typed),
      ships,
      dispatch: held?.dispatch ?? null,
    });
    const found: Faults = {};
    for (const issue of checked.error?.issues ?? []) {
      const field = issue.path[0] as keyof Faults;
      found[field] ??=
        field === 'point' ? 'Write both in degrees: latitude from -90 to 90, longitude from -180 to 180.' : `${issue.message}.`;
    }
    setFaults(found);
    if (!checked.success) return;
    const taken = session.dispatch({ name: held ? 'setLocation' : 'addLocation', args: checked.data });
    if (taken.ok) onClose();
    else setFaults({ name: `${taken.message}.` });
  };
  const lookUp = async () => {
    setLooking('Looking up the postal code…');
    setBusy(true);
    try {
      const { centroidOf } = await import('@ostrakon/core/centroids');
      const found = centroidOf(typed.country, typed.postalCode);
      if (!found) return setLooking('Nothing is known of where this code lies. Type the coordinates.');
      // Other fields may have been typed in meanwhile.
      setTyped((now) => ({ ...now, latitude: String(found.point.latitude), longitude: String(found.point.longitude) }));
      setLooking(
        found.rough
          ? 'A rural code: only roughly placed. Better type the coordinates.'
          : 'The middle of the postal area; type a closer point if you know it.',
      );
    } catch {
      setLooking('The table of postal codes could not be loaded. Try again, or type the coordinates.');
    } finally {
      setBusy(false);
    }
  };
  const field = (name: keyof Typed, label: string, hint: string, fault: keyof Faults = name) => (
    <LabelledInput
      label={label}
      hint={hint}
      value={typed[name]}
      fault={faults[fault]}
      onType={(text) => setTyped({ ...typed, [name]: text })}
    />
  );
  return (
    <Modal open wide onOpenChange={(open) => !open && onClose()} title={held ? held.name : 'Add location'}>
      <form
        className="grid grid-cols-2 gap-x-4 gap-y-2.5"
        onSubmit={(event) => {
          event.preventDefault();
          take();
        }}
      >
        {field('name', 'Name', 'Harbour store room')}
        <div>
          <label htmlFor={`${id}-zone`} className="mb-0.5 block text-sm text-ash">
            Time zone
          </label>
          <TimeZoneChooser
            id={`${id}-zone`}
            label="Time zone"
            value={typed.timeZone}
            country={typed.country}
            onChange={(timeZone) => setTyped({ ...typed, timeZone })}
          />
        </div>
        {field('street', 'Street', '')}
        {field('city', 'Town', '')}
        <WhereFields typed={typed} onChange={(where) => setTyped({ ...typed, ...where, ...clockOf(where.country, typed.timeZone) })} />
        {field('postalCode', 'Postal code', postalExample(typed.country) ?? '')}
        <div className="self-end">
          <Button onClick={() => void lookUp()} disabled={busy || typed.postalCode.trim() === '' || !['CA', 'US'].includes(typed.country)}>
            Coordinates from the postal code
          </Button>
          <p role="status" className="mt-0.5 text-xs text-ash empty:hidden">
            {looking}
          </p>
        </div>
        {field('latitude', 'Latitude, in degrees', 'such as 44.6658', 'point')}
        {field('longitude', 'Longitude, in degrees; west is negative', 'such as -63.5676', 'point')}
        <ShipsFields ships={ships} onChange={setShips} />
        <div className="col-span-2 flex justify-end gap-2 pt-1">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit" disabled={busy}>
            {held ? 'Save' : 'Add location'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
