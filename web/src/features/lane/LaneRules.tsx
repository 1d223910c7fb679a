import { Link } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { rulesOfLane } from '../../words/laneSentence.ts';
import { allowanceSentence, chargeSentence } from '../../words/ruleSentence.ts';
import { useFormat } from '../../words/useWords.ts';
import { LaneRange } from './CardRange.tsx';
import { useLane } from './useLane.ts';

/** The book's charges and allowances that count for this lane, in words, and the range of the price with them. */
export function LaneRules() {
  const { at } = useLane();
  const { book } = useDraft();
  const format = useFormat();
  const { charges, allowances } = rulesOfLane(book, at);
  const list = (rules: readonly { id: string; name: string; words: string }[], none: string, kind: string) =>
    rules.length === 0 ? (
      <p className="text-sm text-ash">{none}</p>
    ) : (
      <ul className="divide-y divide-line text-sm">
        {rules.map(({ id, name, words }) => (
          <li key={id} className="flex gap-2 py-1">
            <span className="min-w-0 flex-1">
              <b className="block font-semibold">{name}</b>
              {words}
            </span>
            <Link to={`/charges?${kind}=${id}`} className="text-clay underline" aria-label={`Change ${name}`}>
              Change
            </Link>
          </li>
        ))}
      </ul>
    );
  return (
    <section aria-label="Charges and reductions" className="rounded-lg border border-line-strong bg-paper p-3">
      <div className="flex items-baseline justify-between">
        <h2 className="font-serif text-lg font-semibold">Charges</h2>
        <Link to="/charges" className="text-sm text-clay underline">
          All charges and reductions
        </Link>
      </div>
      {list(
        charges.map((charge) => ({ id: charge.id, name: charge.name, words: chargeSentence(charge, book, format) })),
        'Nothing is added to the price here.',
        'charge',
      )}
      <LaneRange />
      <h2 className="mt-3 font-serif text-lg font-semibold">Free and reduced delivery</h2>
      {list(
        allowances.map((rule) => ({ id: rule.id, name: rule.name, words: allowanceSentence(rule, book, format) })),
        'No reduction applies here.',
        'allowance',
      )}
    </section>
  );
}
