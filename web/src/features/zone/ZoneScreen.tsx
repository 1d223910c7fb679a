import { countriesOfPlaces, type Place, provincesToSend, untaxedZones } from '@ostrakon/core';
import { Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { PostalRules } from '../../places/PostalRules.tsx';
import { Button } from '../../ui/Button.tsx';
import { Lost } from '../../ui/Lost.tsx';
import { later } from '../../ui/later.ts';
import { RenameField } from '../../ui/RenameField.tsx';
import { readPercent } from '../../ui/readers.ts';
import { TypedField } from '../../ui/TypedField.tsx';
import { provinceToSendWords, untaxedWords } from '../../words/placeFindingWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';
import { AreaFiles } from './AreaFiles.tsx';
import { CircleForm } from './CircleForm.tsx';
import { CopyServices } from './CopyServices.tsx';
import { PlaceSearch } from './PlaceSearch.tsx';
import { PlaceTable } from './PlaceTable.tsx';

const ZoneMapPanel = later(() => import('./ZoneMapPanel.tsx'), 'ZoneMapPanel');

/** More countries than this are counted. */
const MOST_NAMED = 4;

/** A zone: its name and its places. */
export function ZoneScreen() {
  const { zone: id = '' } = useParams();
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const [renaming, setRenaming] = useState(false);
  const [editing, setEditing] = useState<number | null>(null);
  const zone = book.zones.find((one) => one.id === id);
  if (!zone) return <Lost what="The rate book has no such zone." />;
  const set = (places: Place[]) => session.dispatch({ name: 'setPlaces', args: { zone: id, places } });
  const add = (more: readonly Place[]) => {
    const held = new Set(zone.places.map((place) => JSON.stringify(place)));
    const fresh = more.filter((place) => !held.has(JSON.stringify(place)));
    return fresh.length === 0 ? { ok: true as const } : set([...zone.places, ...fresh]);
  };
  const places = provincesToSend([zone]);
  // Where no other zone tells the rate, the owner is asked; a zone beyond the tax area stays at nothing.
  const asksTax = book.shop.pricing.tax !== 'none' && zone.taxRate === 0 && Object.keys(zone.lanes).length === 0;
  const untaxed = untaxedZones(book).filter(({ where }) => where.zones[0] === id);
  const unserved = [...countriesOfPlaces(zone.places)].filter((country) => !book.shop.served.includes(country));
  return (
    <div className="max-w-4xl space-y-5 p-4">
      <div>
        <p className="text-sm">
          <Link to="/book" className="text-clay hover:underline">
            Rate book
          </Link>
        </p>
        {renaming ? (
          <RenameField
            label="Name of the zone"
            name={zone.name}
            onRename={(name) => session.dispatch({ name: 'renameZone', args: { zone: id, name } })}
            onDone={() => setRenaming(false)}
          />
        ) : (
          <div className="flex items-center gap-3">
            <h1 className="font-serif text-xl font-semibold">{zone.name}</h1>
            <Button look="quiet" onClick={() => setRenaming(true)}>
              Rename
            </Button>
          </div>
        )}
        <p className="text-sm text-ash">
          An address belongs to the zone that names it most closely: a postal code, a drawn area, a circle, the start of a postal code, a
          province, a country, a group.
        </p>
      </div>
      <div className="flex items-start gap-2">
        <span aria-hidden className="py-1.5 text-sm text-ash">
          Tax on delivery here
        </span>
        <TypedField
          label="Tax on delivery here"
          className="w-24"
          inputClass="text-end"
          shown={format.percent(zone.taxRate)}
          read={readPercent(book.shop)}
          commit={(taxRate) => session.dispatch({ name: 'setZoneTax', args: { zone: id, taxRate } })}
        />
        {asksTax && <span className="py-1.5 text-sm text-ochre">The shop taxes delivery. What is the rate here?</span>}
        {book.shop.pricing.tax === 'none' && (
          <span className="py-1.5 text-sm text-ash">
            counts once the shop taxes delivery, in{' '}
            <Link to="/shop" className="text-clay underline">
              prices and options
            </Link>
          </span>
        )}
        <span aria-hidden className="ms-6 py-1.5 text-sm text-ash">
          Label
        </span>
        <TypedField
          label="Label of the zone"
          className="w-40"
          placeholder="to gather zones by"
          shown={zone.label}
          read={(text) => ({ ok: true, value: text.trim() })}
          commit={(label) => session.dispatch({ name: 'labelZones', args: { zones: [id], label } })}
        />
      </div>
      {untaxed.map((finding) => {
        const { what, why } = untaxedWords(finding, zone.name, format);
        return (
          <p key={finding.code} className="flex items-center justify-between gap-3 rounded-md bg-ochre-soft px-3 py-2 text-ochre">
            {what}. {why}
            {finding.facts.rates.map((taxRate) => (
              <Button
                key={taxRate}
                className="shrink-0"
                onClick={() => session.dispatch({ name: 'setZoneTax', args: { zone: id, taxRate } })}
              >
                Tax it at {format.percent(taxRate)}
              </Button>
            ))}
          </p>
        );
      })}
      {unserved.length > 0 && (
        <p className="flex items-center justify-between gap-3 rounded-md bg-ochre-soft px-3 py-2 text-ochre">
          {unserved.length <= MOST_NAMED ? format.list(unserved.map(format.region)) : `${unserved.length} countries`} of this zone{' '}
          {unserved.length === 1 ? 'is' : 'are'} not served by the shop, so buyers there get no option.
          <Button
            className="shrink-0"
            onClick={() => session.dispatch({ name: 'setServed', args: { countries: [...book.shop.served, ...unserved] } })}
          >
            Serve {unserved.length === 1 ? 'it' : 'them'}
          </Button>
        </p>
      )}
      <CopyServices zone={zone} />
      {places.map((finding) => {
        const { what, why } = provinceToSendWords(finding, zone.name, format, subdivision);
        return (
          <p key={finding.facts.country} className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
            {what}. {why}
          </p>
        );
      })}
      {/* As high as the map will be: what stands below must not move away under a click. */}
      <Suspense fallback={<p className="grid h-[374px] place-items-center text-ash">Drawing the map…</p>}>
        <ZoneMapPanel key={zone.id} zone={zone} editing={editing} onEdit={setEditing} onPlaces={set} />
      </Suspense>
      <PlaceTable places={zone.places} onChange={set} onMove={setEditing} />
      <div className="grid grid-cols-2 gap-x-6 gap-y-5">
        <PlaceSearch places={zone.places} onChange={set} />
        <PostalRules places={zone.places} onChange={set} />
        <CircleForm onAdd={(place) => add([place])} />
        <AreaFiles name={zone.name} places={zone.places} onAdd={add} />
      </div>
    </div>
  );
}
