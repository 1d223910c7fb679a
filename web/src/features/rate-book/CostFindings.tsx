import { useState } from 'react';
import { Link } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useSurvey } from '../../carriers/useSurvey.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useProof } from '../../proof/useProof.ts';
import { Button } from '../../ui/Button.tsx';
import { useFormat } from '../../words/useWords.ts';

const FEW = 4;

/** Own prices that do not cover what carriers asked in the latest survey, each with a cart that shows it. */
export function CostFindings() {
  const { book } = useDraft();
  const { send } = useBench();
  const format = useFormat();
  const survey = useSurvey();
  const [all, setAll] = useState(false);
  const { looked } = useProof();
  const found = looked?.told.flatMap(({ findings }) => findings.flatMap((one) => (one.code === 'belowCost' ? [one] : [])));
  const name = (list: readonly { id: string; name: string }[], id: string) => list.find((one) => one.id === id)?.name ?? id;
  if (!survey) {
    return (
      <p className="mb-3 text-sm text-ash">
        Each cell holds the bench’s cart: what is left of its price, without tax, once the carrier is paid. What other weights cost,{' '}
        <Link to="/costs" className="text-clay underline">
          a survey
        </Link>{' '}
        finds out.
      </p>
    );
  }
  if (found === undefined) return <p className="mb-3 text-sm text-ash">Holding prices against costs…</p>;
  if (found.length === 0)
    return <p className="mb-3 text-sm text-glaze">By the survey of {format.moment(survey.at)}, no own price lies below its cost.</p>;
  return (
    <section aria-label="Sells below cost" className="mb-4 rounded-lg border border-fault bg-fault-soft px-4 py-2">
      <h2 className="font-semibold text-fault">
        {found.length === 1 ? 'One price sells' : `${found.length} prices sell`} below cost{' '}
        <span className="font-normal text-ash">by the survey of {format.moment(survey.at)}</span>
      </h2>
      <ul className="mt-1 space-y-0.5 text-sm">
        {found.slice(0, all ? found.length : FEW).map(
          ({
            where: {
              zones: [zone = ''],
              service = '',
            },
            facts: { probe, price, cost },
            witness,
          }) => (
            <li key={`${zone}/${service}`} className="flex items-baseline gap-2">
              <span className="min-w-0 flex-1">
                <Link to={`/book/${zone}/${service}`} className="font-semibold text-clay underline">
                  {name(book.services, service)} to {name(book.zones, zone)}
                </Link>
                : {probe} brings {format.money(price)} and costs {format.money(cost)}, {format.money(cost - price)} short
              </span>
              <Button
                look="quiet"
                className="h-6!"
                onClick={() =>
                  witness?.destination &&
                  send({ kind: 'put', cart: { lines: [...(witness.lines ?? [])], discounts: [], destination: witness.destination } })
                }
              >
                Put on the bench
              </Button>
            </li>
          ),
        )}
      </ul>
      {found.length > FEW && (
        <Button look="quiet" onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show all ${found.length}`}
        </Button>
      )}
    </section>
  );
}
