import type { Allowance, SingleCommand } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { queries } from '../../draft/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

const runs = ({ sinceOrder, sinceCart }: Allowance) => sinceOrder !== null || sinceCart !== null;

const ended = (rules: readonly Allowance[], endedAt: string | null): SingleCommand[] =>
  rules.map((rule) => ({ name: 'setAllowance', args: { ...rule, endedAt } }));

/** Reductions that run for some hours after an order or a cart was begun, and the way to end what is running, one or all. */
export function RunningWindows() {
  const { allowances } = useDraft().book;
  const { data } = useQuery(queries.live);
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
