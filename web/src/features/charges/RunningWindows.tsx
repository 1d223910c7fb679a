import type { Allowance, SingleCommand } from '@ostrakon/core';
import { type RunningWindow, RunningWindows as RunningWindowsTold } from '@ostrakon/core/contract';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { problemWords } from '../../access/problemWords.ts';
import { ask } from '../../api/client.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { queries } from '../../draft/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

const runs = ({ sinceOrder, sinceCart }: Allowance) => sinceOrder !== null || sinceCart !== null;

const ended = (rules: readonly Allowance[], endedAt: string | null): SingleCommand[] =>
  rules.map((rule) => ({ name: 'setAllowance', args: { ...rule, endedAt } }));

const windowsQuery = queryOptions({
  queryKey: ['windows'],
  queryFn: () => ask('GET /windows', RunningWindowsTold),
  refetchInterval: 60_000,
});

/** Who is inside the hours of one reduction, and until when. */
function BuyersInside({ window }: { window: RunningWindow | undefined }) {
  const format = useFormat();
  const client = useQueryClient();
  if (!window) return null;
  if (window.inside === 0) return <p className="basis-full text-sm text-ash">Nobody has ordered within these hours.</p>;
  const end = async (order: number, name: string) => {
    try {
      client.setQueryData(windowsQuery.queryKey, await ask('POST /windows/end', RunningWindowsTold, { body: { order } }));
      toast(`The hours of ${name} have ended`);
    } catch (failed) {
      toast.error(problemWords(failed));
    }
  };
  return (
    <details className="basis-full text-sm">
      <summary className="min-h-6 cursor-pointer">
        {format.count(window.inside, 'buyer')} {window.inside === 1 ? 'is' : 'are'} inside now
      </summary>
      <ul className="max-h-60 overflow-auto">
        {window.buyers.map(({ order, name, until, known }) => (
          <li key={order} className="flex items-center gap-3 border-line border-t py-0.5">
            <Link to={`/orders/${order}`} className="text-clay underline">
              {order}
            </Link>
            <span>{name ?? 'somebody who is forgotten'}</span>
            <span className="text-ash">until {format.moment(until)}</span>
            <span className="ms-auto">
              {known ? (
                <Button
                  look="quiet"
                  aria-label={`End the hours of order ${order}`}
                  onClick={() => void end(order, name ?? `order ${order}`)}
                >
                  End for this one
                </Button>
              ) : (
                <span className="text-ash">only your checkout knows them</span>
              )}
            </span>
          </li>
        ))}
      </ul>
      {window.inside > window.buyers.length && <p className="text-ash">And {format.number(window.inside - window.buyers.length)} more.</p>}
    </details>
  );
}

/** Reductions that run for some hours after an order or a cart was begun, and the way to end what is running, one or all. */
export function RunningWindows() {
  const { allowances } = useDraft().book;
  const { data } = useQuery(queries.live);
  const { data: inside } = useQuery(windowsQuery);
  const session = useDraftSession();
  const format = useFormat();
  const all = allowances.filter(runs);
  if (all.length === 0) return null;
  const end = (rules: readonly Allowance[]) => {
    const commands = ended(rules, new Date().toISOString());
    if (!session.dispatch({ name: 'together', args: { commands } }).ok) return;
    toast(rules.length === 1 ? `“${rules[0]?.name}” ends for everyone once you publish` : 'All of them end for everyone once you publish', {
      action: { label: 'Undo', onClick: session.undo },
    });
  };
  const hours = ({ sinceOrder, sinceCart }: Allowance) =>
    format.list([
      ...(sinceOrder === null ? [] : [`${format.count(sinceOrder, 'hour')} after an order`]),
      ...(sinceCart === null ? [] : [`${format.count(sinceCart, 'hour')} after a cart was begun`]),
    ]);
  const state = ({ id, endedAt }: Allowance) => {
    const live = data?.book?.allowances.find((rule) => rule.id === id)?.endedAt ?? null;
    if (endedAt === null) return live === null ? 'running for buyers' : 'runs again once you publish';
    if (live !== endedAt) return `begun before ${format.moment(endedAt)}: ends once you publish`;
    return `begun before ${format.moment(endedAt)}: ended for everyone`;
  };
  const waits = all.some(({ id, endedAt }) => (data?.book?.allowances.find((rule) => rule.id === id)?.endedAt ?? null) !== endedAt);
  return (
    <section aria-label="Hours that run" className="mt-4 rounded-lg border border-line-strong bg-paper px-3 py-2">
      <div className="flex items-center justify-between gap-4">
        <h3 className="font-semibold">Hours that run for buyers</h3>
        {all.length > 1 && <Button onClick={() => end(all)}>End all of them for everyone</Button>}
      </div>
      <ul className="divide-y divide-line">
        {all.map((rule) => (
          <li key={rule.id} className="flex flex-wrap items-center gap-x-3 py-1">
            <span className="font-medium">{rule.name}</span>
            <span className="text-sm text-ash">
              {hours(rule)}; {state(rule)}
            </span>
            <span className="ms-auto flex gap-3">
              {rule.endedAt !== null && (
                <Button
                  look="quiet"
                  aria-label={`Let ${rule.name} run`}
                  onClick={() => session.dispatch({ name: 'setAllowance', args: { ...rule, endedAt: null } })}
                >
                  Let it run
                </Button>
              )}
              <Button look="quiet" aria-label={`End ${rule.name} for everyone`} onClick={() => end([rule])}>
                End it for everyone
              </Button>
            </span>
            <BuyersInside window={inside?.windows.find(({ allowance }) => allowance === rule.id)} />
          </li>
        ))}
      </ul>
      {waits && (
        <p className="pt-1 text-sm">
          Buyers notice once it is live.{' '}
          <Link to="/publish" className="text-clay underline">
            Publish
          </Link>
        </p>
      )}
    </section>
  );
}
