import { countriesOfPlaces, type Zone } from '@ostrakon/core';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

/** A zone without any price, cut out of places where others offer something: buyers there would lose it, so its services can be copied. */
export function CopyServices({ zone }: { zone: Zone }) {
  const { zones } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const countries = countriesOfPlaces(zone.places);
  if (Object.keys(zone.lanes).length > 0 || countries.size === 0) return null;
  const beside = zones.filter(
    (other) => Object.keys(other.lanes).length > 0 && [...countriesOfPlaces(other.places)].some((country) => countries.has(country)),
  );
  if (beside.length === 0) return null;
  const copy = (from: Zone) => () => {
    const services = Object.keys(from.lanes);
    const pairs = services.map((service) => ({ from: { zone: from.id, service }, to: { zone: zone.id, service } }));
    const taken = session.dispatch({ name: 'copyLanes', args: { pairs, parts: ['card', 'limits', 'freeFrom'] } });
    if (!taken.ok) return void toast.error(`${taken.message}.`);
    toast(`${zone.name} now offers ${format.count(services.length, 'service')}, at the prices of ${from.name}`);
  };
  return (
    <div className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
      <p>Nothing is offered here yet, so an address that falls into this zone loses what it was offered before.</p>
      <p className="mt-1.5 flex flex-wrap gap-2">
        {beside.slice(0, 4).map((from) => (
          <Button key={from.id} onClick={copy(from)}>
            Copy the services and prices of {from.name}
          </Button>
        ))}
      </p>
    </div>
  );
}
