import type { Location } from '@ostrakon/core';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { LocationForm } from './LocationForm.tsx';

function shipsWords(location: Location, groups: ReadonlyMap<string, string>, list: (words: readonly string[]) => string): string {
  if (location.ships === null) return 'may ship everything';
  const names = [...location.ships.groups.flatMap((id) => groups.get(id) ?? []), ...(location.ships.others ? ['goods in no group'] : [])];
  return names.length === 0 ? 'may ship nothing' : `may ship ${list(names)}`;
}

function Card({ location, at, count, onEdit }: { location: Location; at: number; count: number; onEdit: () => void }) {
  const { goodsGroups } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const [fault, setFault] = useState<string | null>(null);
  const groups = new Map(goodsGroups.map(({ id, name }) => [id, name]));
  const { id, name, point } = location;
  const move = (to: number) => session.dispatch({ name: 'moveLocation', args: { location: id, to } });
  const remove = () => {
    const taken = session.dispatch({ name: 'removeLocation', args: { location: id } });
    if (taken.ok) toast(`Removed ${name}`, { action: { label: 'Undo', onClick: session.undo } });
    else setFault(`${taken.message}.`);
  };
  const address = [location.street, location.city, location.postalCode, format.region(location.country)].filter(Boolean).join(', ');
  return (
    <li className="rounded-lg border border-line-strong bg-paper px-4 py-3">
      <div className="flex items-start justify-between gap-3">
        <div>
          <h2 className="font-serif text-lg font-semibold">
            {name} {at === 0 && count > 1 && <span className="font-sans text-sm font-normal text-ash">sends whatever names no other</span>}
          </h2>
          <p>{address}</p>
          <p className="text-sm text-ash">
            {point ? `${point.latitude.toFixed(4)}, ${point.longitude.toFixed(4)}` : 'No coordinates yet: needed for circles and distances'}{' '}
            · time zone {location.timeZone} · {shipsWords(location, groups, format.list)}
          </p>
        </div>
        <span className="flex shrink-0 items-center">
          <Button look="quiet" aria-label={`Change ${name}`} onClick={onEdit}>
            Change
          </Button>
          <SignButton label={`Move ${name} up`} disabled={at === 0} onClick={() => move(at - 1)}>
            <ArrowUp size={14} aria-hidden />
          </SignButton>
          <SignButton label={`Move ${name} down`} disabled={at === count - 1} onClick={() => move(at + 1)}>
            <ArrowDown size={14} aria-hidden />
          </SignButton>
          <SignButton label={`Remove ${name}`} onClick={remove}>
            <X size={14} aria-hidden />
          </SignButton>
        </span>
      </div>
      {fault !== null && (
        <p role="alert" className="mt-1 text-sm text-fault">
          {fault}
        </p>
      )}
    </li>
  );
}

/** Where goods leave from. */
export function LocationsScreen() {
  const { locations } = useDraft().book;
  const [editing, setEditing] = useState<string | null>(null);
  const edited = locations.find(({ id }) => id === editing);
  return (
    <div className="max-w-4xl space-y-4 p-4">
      <div className="flex items-start justify-between gap-4">
        <div>
          <h1 className="font-serif text-xl font-semibold">Locations</h1>
          <p className="text-sm text-ash">
            Where goods leave from. Goods of two locations travel as two consignments, each packed and priced on its own.
          </p>
        </div>
        <Button look="main" onClick={() => setEditing('new')}>
          Add location
        </Button>
      </div>
      {locations.length === 0 ? (
        <p className="rounded-lg border border-line-strong border-dashed p-6 text-ash">
          No locations yet: everything leaves together. Add the place you send from to draw circles around it, or several when goods leave
          from more than one.
        </p>
      ) : (
        <ul className="space-y-3" aria-label="Locations">
          {locations.map((location, at) => (
            <Card key={location.id} location={location} at={at} count={locations.length} onEdit={() => setEditing(location.id)} />
          ))}
        </ul>
      )}
      {editing !== null && <LocationForm held={edited} onClose={() => setEditing(null)} />}
    </div>
  );
}
