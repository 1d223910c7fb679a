import { groupMembers, type Place } from '@ostrakon/core';
import { X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { AreaForm } from '../../places/AreaForm.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import type { Format } from '../../words/format.ts';
import { placeWords } from '../../words/quoteWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

function kindOf(place: Place, format: Format): string {
  switch (place.kind) {
    case 'countryGroup':
      return `group of ${groupMembers(place.group).length} countries`;
    case 'country':
      return 'country';
    case 'subdivision':
      return `province or state of ${format.region(place.subdivision.slice(0, 2))}`;
    case 'postal':
      return `postal codes of ${format.region(place.country)}`;
    case 'area':
      return 'drawn area';
    case 'circle':
      return 'distance around a location';
  }
}

/** Every place of the zone; one may be cut out instead of put in. */
export function PlaceTable({
  places,
  onChange,
  onMove,
}: {
  places: readonly Place[];
  onChange: (places: Place[]) => void;
  /** Shows the corners of an area on the map. */
  onMove: (index: number) => void;
}) {
  const { locations } = useDraft().book;
  const [changing, setChanging] = useState<number | null>(null);
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  if (places.length === 0)
    return (
      <p className="rounded-lg border border-line-strong border-dashed p-4 text-ash">
        No places yet. No address falls into this zone until you add some below.
      </p>
    );
  const flip = (at: number) =>
    onChange(
      places.map((place, index) => {
        if (index !== at) return place;
        const { excluded, ...rest } = place;
        return excluded ? rest : { ...rest, excluded: true };
      }),
    );
  const changed = changing === null ? undefined : places[changing];
  return (
    <section aria-label="Places" className="max-h-72 overflow-auto rounded-lg border border-line-strong bg-paper">
      <table className="w-full">
        <tbody>
          {places.map((place, at) => {
            const name =
              place.kind === 'circle'
                ? `${placeWords(place, format, subdivision)} of ${locations.find(({ id }) => id === place.location)?.name ?? place.location}`
                : placeWords(place, format, subdivision);
            return (
              <tr
                key={place.kind === 'area' ? `area ${at} ${place.name}` : JSON.stringify(place)}
                className="border-line border-b last:border-b-0"
              >
                <th scope="row" className={`px-3 py-1 text-start font-semibold ${place.excluded ? 'text-ash line-through' : ''}`}>
                  {name}
                </th>
                <td className="text-sm text-ash">
                  {place.kind === 'circle' && !locations.some(({ id, point }) => id === place.location && point !== null) ? (
                    <Link to="/shop/locations" className="text-ochre underline">
                      the location has no coordinates, so nothing falls into it
                    </Link>
                  ) : (
                    kindOf(place, format)
                  )}
                </td>
                <td className="text-end text-sm">
                  <label className="inline-flex items-center gap-1.5">
                    <input
                      type="checkbox"
                      className="size-4 accent-clay"
                      checked={place.excluded ?? false}
                      onChange={() => flip(at)}
                      aria-label={`All but ${name}`}
                    />
                    except this
                  </label>
                </td>
                <td className="text-end whitespace-nowrap">
                  {place.kind === 'area' && (
                    <>
                      <Button look="quiet" onClick={() => onMove(at)} aria-label={`Move ${name} on the map`}>
                        Move
                      </Button>
                      <Button look="quiet" onClick={() => setChanging(at)} aria-label={`Change ${name}`}>
                        Change
                      </Button>
                    </>
                  )}
                </td>
                <td className="w-10 py-0.5 text-center">
                  <SignButton label={`Remove ${name}`} onClick={() => onChange(places.filter((_place, index) => index !== at))}>
                    <X size={14} aria-hidden />
                  </SignButton>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {changed?.kind === 'area' && changing !== null && (
        <AreaForm
          held={changed}
          corners={[]}
          onTake={(area) => {
            onChange(places.map((place, at) => (at === changing ? area : place)));
            return { ok: true };
          }}
          onClose={() => setChanging(null)}
        />
      )}
    </section>
  );
}
