import type { EditionSummary, RateBook } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { BookChanges } from '../../editions/BookChanges.tsx';
import { editionBook } from '../../editions/useEditions.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import type { useAddress } from '../../ui/useAddress.ts';
import { editionName } from '../../words/editionWords.ts';
import { CompareSheet } from './CompareSheet.tsx';
import { CompareTrials } from './CompareTrials.tsx';

const DRAFT = 'draft';

/** The document of an edition, or of the draft; null until it is known. */
function useBook(of: string): RateBook | null {
  const { book } = useDraft();
  const number = of === DRAFT ? null : Number(of);
  const { data } = useQuery({ ...editionBook(number ?? 0), enabled: number !== null });
  return number === null ? book : (data ?? null);
}

function Choice({
  label,
  value,
  editions,
  onChoose,
}: {
  label: string;
  value: string;
  editions: readonly EditionSummary[];
  onChoose: (value: string) => void;
}) {
  return (
    <Select label={label} className="w-56!" value={value} onChange={(event) => onChoose(event.target.value)}>
      <option value={DRAFT}>the draft</option>
      {editions.map((one) => (
        <option key={one.number} value={one.number}>
          {editionName(one)}
        </option>
      ))}
    </Select>
  );
}

const VIEWS = [
  ['rules', 'Rules and buyers'],
  ['sheet', 'Sheet'],
  ['trials', 'Trials'],
] as const;
export type View = (typeof VIEWS)[number][0];

export const viewOf = (text: string | null): View => VIEWS.find(([view]) => view === text)?.[0] ?? 'rules';

function Body({ view, before, after }: { view: View; before: RateBook; after: RateBook }) {
  if (view === 'sheet') return <CompareSheet before={before} after={after} />;
  return view === 'trials' ? <CompareTrials before={before} after={after} /> : <BookChanges before={before} after={after} />;
}

/** What lies between any two editions, or one and the draft. */
export function Compare({
  editions,
  from,
  to,
  view,
  change,
}: {
  editions: readonly EditionSummary[];
  from: string;
  to: string;
  view: View;
  change: ReturnType<typeof useAddress>[1];
}) {
  const [before, after] = [useBook(from), useBook(to)];
  return (
    <section aria-label="Compare" className="space-y-3">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="font-serif text-lg font-semibold">What changes from</h2>
        <Choice label="From" value={from} editions={editions} onChoose={(value) => change({ from: value })} />
        <span className="font-serif text-lg font-semibold">to</span>
        <Choice label="To" value={to} editions={editions} onChoose={(value) => change({ to: value })} />
        <Button look="quiet" onClick={() => change({ from: to, to: from })}>
          Swap
        </Button>
        <span className="ms-auto">
          <Segments label="Shown as" value={view} choices={VIEWS} onChange={(next) => change({ view: next })} />
        </span>
      </div>
      {before && after ? <Body view={view} before={before} after={after} /> : <p className="text-ash">Reading the editions…</p>}
    </section>
  );
}

export { DRAFT };
