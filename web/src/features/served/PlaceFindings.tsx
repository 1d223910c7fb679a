import { normalizePostal, type PlaceFinding, postalRulesOf, type RateBook } from '@ostrakon/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { provinceToSendWords, untaxedWords } from '../../words/placeFindingWords.ts';
import { placeWords } from '../../words/quoteWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

const MOST_SHOWN = 12;

const keyOf = (finding: PlaceFinding): string => JSON.stringify(finding);

/** Puts a left-over country, or the left-over parts of one, into a zone. */
function PutInto({ finding }: { finding: Extract<PlaceFinding, { code: 'leftOver' | 'leftOverParts' }> }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const [zone, setZone] = useState(book.zones.at(-1)?.id ?? '');
  const name = format.region(finding.facts.country);
  const put = () => {
    if (finding.code === 'leftOver') return session.dispatch({ name: 'moveRegion', args: { region: finding.facts.country, zone } });
    const held = book.zones.find(({ id }) => id === zone)?.places ?? [];
    const more = finding.facts.subdivisions.map((subdivision) => ({ kind: 'subdivision', subdivision }) as const);
    return session.dispatch({ name: 'setPlaces', args: { zone, places: [...held, ...more] } });
  };
  return (
    <span className="flex shrink-0 items-center gap-2">
      <Select label={`Zone for ${name}`} className="w-44!" value={zone} onChange={(event) => setZone(event.target.value)}>
        {book.zones.map(({ id, name: words }) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </Select>
      <Button disabled={zone === ''} onClick={put}>
        Put into it
      </Button>
      {finding.code === 'leftOver' && (
        <Button
          look="quiet"
          aria-label={`No longer serve ${name}`}
          onClick={() =>
            session.dispatch({ name: 'setServed', args: { countries: book.shop.served.filter((code) => code !== finding.facts.country) } })
          }
        >
          No longer serve
        </Button>
      )}
    </span>
  );
}

/** The later zone's places without what the earlier one has as well. */
function withoutShared(finding: Extract<PlaceFinding, { code: 'overlap' | 'overlapPostal' }>, book: RateBook) {
  const zone = book.zones.find(({ id }) => id === finding.where.zones[1]);
  if (!zone) return null;
  if (finding.code === 'overlap') {
    const same = JSON.stringify(finding.facts.place);
    return { zone: zone.id, places: zone.places.filter((place) => JSON.stringify(place) !== same) };
  }
  const first = book.zones.find(({ id }) => id === finding.where.zones[0]);
  const taken = new Set(
    (first?.places ?? []).flatMap((place) =>
      place.kind === 'postal' && place.country === finding.facts.country
        ? postalRulesOf(place.rules).map(({ line }) => normalizePostal(line))
        : [],
    ),
  );
  const places = zone.places.flatMap((place) => {
    if (place.kind !== 'postal' || place.country !== finding.facts.country || place.excluded) return [place];
    const rules = place.rules.split('\n').filter((line) => !taken.has(normalizePostal(line)));
    return rules.length === 0 ? [] : [{ ...place, rules: rules.join('\n') }];
  });
  return { zone: zone.id, places };
}

function Mend({ finding }: { finding: PlaceFinding }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  if (finding.code === 'leftOver' || finding.code === 'leftOverParts')
    return book.zones.length === 0 ? null : <PutInto finding={finding} />;
  const name = (id: string | undefined) => book.zones.find((zone) => zone.id === id)?.name ?? id;
  if (finding.code === 'untaxed' && finding.repair) {
    const [rate] = finding.facts.rates;
    return (
      <Button className="shrink-0" onClick={() => finding.repair?.forEach((command) => void session.dispatch(command))}>
        Tax it at {format.percent(rate ?? 0)}
      </Button>
    );
  }
  if (finding.code === 'provinceToSend' || finding.code === 'untaxed') {
    return (
      <Link to={`/book/${finding.where.zones[0]}`} className="shrink-0 text-clay underline">
        Open {name(finding.where.zones[0])}
      </Link>
    );
  }
  if (finding.code === 'overlapShapes') {
    return (
      <Link to={`/book/${finding.where.zones[1]}`} className="shrink-0 text-clay underline">
        Change {name(finding.where.zones[1])}
      </Link>
    );
  }
  const mended = withoutShared(finding, book);
  return (
    <Button className="shrink-0" disabled={mended === null} onClick={() => mended && session.dispatch({ name: 'setPlaces', args: mended })}>
      Leave it to {name(finding.where.zones[0])}
    </Button>
  );
}

function useFindingWords(): (finding: PlaceFinding) => { what: string; why: string } {
  const { book } = useDraft();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const name = (id: string | undefined) => book.zones.find((zone) => zone.id === id)?.name ?? id;
  return (finding) => {
    switch (finding.code) {
      case 'leftOver':
        return { what: `${format.region(finding.facts.country)} is in no zone`, why: 'It is served, but buyers there get no option.' };
      case 'leftOverParts': {
        const names = finding.facts.subdivisions.map(subdivision);
        const shown = names.length > 5 ? [...names.slice(0, 4), `${names.length - 4} more`] : names;
        return {
          what: `Parts of ${format.region(finding.facts.country)} are in no zone`,
          why: `${format.list(shown)}: buyers there get no option.`,
        };
      }
      case 'provinceToSend':
        return provinceToSendWords(finding, name(finding.where.zones[0]) ?? '', format, subdivision);
      case 'untaxed':
        return untaxedWords(finding, name(finding.where.zones[0]) ?? '', format);
      case 'overlap':
        return {
          what: `${placeWords(finding.facts.place, format, subdivision)} is claimed twice`,
          why: `${name(finding.where.zones[0])} and ${name(finding.where.zones[1])} claim it equally closely; the one listed first wins.`,
        };
      case 'overlapPostal':
        return {
          what: `${finding.facts.rules.slice(0, 3).join(', ')}${finding.facts.rules.length > 3 ? ' and more' : ''} ${finding.facts.rules.length === 1 ? 'is' : 'are'} claimed twice`,
          why: `${name(finding.where.zones[0])} and ${name(finding.where.zones[1])} both list ${finding.facts.rules.length === 1 ? 'this line of postal codes' : 'these lines of postal codes'}; the one listed first wins.`,
        };
      case 'overlapShapes':
        return {
          what: `${finding.facts.names[0]} and ${finding.facts.names[1]} overlap`,
          why: `Where they do, ${name(finding.where.zones[0])} wins over ${name(finding.where.zones[1])}: it is listed first.`,
        };
    }
  };
}

/** What is said where nothing is left over and nothing claimed twice. */
function Covered() {
  const { served } = useDraft().book.shop;
  if (served.length === 0)
    return (
      <p className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">
        No country is served yet. Choose where you deliver, below or on the map.
      </p>
    );
  return <p className="rounded-md bg-glaze-soft px-3 py-2 text-glaze">Every served place lies in just one zone.</p>;
}

/** Places left over and places claimed twice, each with its mend. */
export function PlaceFindings({ findings }: { findings: readonly PlaceFinding[] }) {
  const words = useFindingWords();
  const [all, setAll] = useState(false);
  const covered = findings.every(({ code }) => code === 'provinceToSend' || code === 'untaxed');
  return (
    <section aria-label="Left over and claimed twice">
      {covered ? <Covered /> : <h2 className="font-serif text-lg font-semibold">Left over and claimed twice</h2>}
      {findings.length > 0 && (
        <ul className="mt-1 rounded-lg border border-line-strong bg-paper">
          {(all ? findings : findings.slice(0, MOST_SHOWN)).map((finding) => {
            const { what, why } = words(finding);
            return (
              <li key={keyOf(finding)} className="flex items-center justify-between gap-3 border-line border-b px-3 py-2 last:border-b-0">
                <span>
                  <span className="block font-semibold">{what}</span>
                  <span className="block text-sm text-ash">{why}</span>
                </span>
                <Mend finding={finding} />
              </li>
            );
          })}
        </ul>
      )}
      {findings.length > MOST_SHOWN && !all && (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show all {findings.length}
        </Button>
      )}
    </section>
  );
}
