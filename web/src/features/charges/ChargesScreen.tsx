import { type Allowance, type Charge, type Command, newId, plainAllowance, plainCharge } from '@ostrakon/core';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button, SignButton } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { allowanceSentence, chargeSentence, MOST_NAMED } from '../../words/ruleSentence.ts';
import { useFormat } from '../../words/useWords.ts';
import { AllowanceForm } from './AllowanceForm.tsx';
import { ChargeForm } from './ChargeForm.tsx';
import { RunningWindows } from './RunningWindows.tsx';

type Kind = 'charge' | 'allowance';

interface RuleListProps<R extends Charge | Allowance> {
  kind: Kind;
  rules: readonly R[];
  sentence: (rule: R) => string;
  form: (rule: R) => ReactNode;
}

function RuleList<R extends Charge | Allowance>({ kind, rules, sentence, form }: RuleListProps<R>) {
  const session = useDraftSession();
  const { zones } = useDraft().book;
  const format = useFormat();
  const [search, setSearch] = useSearchParams();
  const open = search.get(kind);
  const send = (command: Command) => session.dispatch(command);
  const show = (id: string | null) => setSearch(id === null ? {} : { [kind]: id }, { replace: true });
  const move = (id: string, to: number) => send({ name: kind === 'charge' ? 'moveCharge' : 'moveAllowance', args: { id, to } });
  const remove = (rule: R) => {
    send({ name: kind === 'charge' ? 'removeCharge' : 'removeAllowance', args: { id: rule.id } });
    toast(`Removed ${rule.name}`, { action: { label: 'Undo', onClick: session.undo } });
  };
  const toggle = (rule: R) => {
    const args = { ...rule, inUse: !rule.inUse };
    send(kind === 'charge' ? { name: 'setCharge', args: args as Charge } : { name: 'setAllowance', args: args as Allowance });
  };
  return (
    <ol className="space-y-2">
      {rules.map((rule, at) => (
        <li key={rule.id} className={`rounded-lg border bg-paper ${open === rule.id ? 'border-clay' : 'border-line-strong'}`}>
          <div className="flex items-start gap-1 px-3 py-2">
            <button
              type="button"
              aria-expanded={open === rule.id}
              onClick={() => show(open === rule.id ? null : rule.id)}
              className={`group min-w-0 flex-1 text-start ${rule.inUse ? '' : 'text-ash'}`}
            >
              <span className="block font-semibold group-hover:underline">{rule.name}</span>
              <span className="block font-serif">{sentence(rule)}</span>
            </button>
            <label className="flex items-center gap-1 pt-1 text-sm">
              <input
                type="checkbox"
                className="size-4 accent-clay"
                checked={rule.inUse}
                aria-label={`${rule.name} in use`}
                onChange={() => toggle(rule)}
              />
              in use
            </label>
            <SignButton label={`Move ${rule.name} up`} disabled={at === 0} onClick={() => move(rule.id, at - 1)}>
              <ArrowUp size={14} aria-hidden />
            </SignButton>
            <SignButton label={`Move ${rule.name} down`} disabled={at === rules.length - 1} onClick={() => move(rule.id, at + 1)}>
              <ArrowDown size={14} aria-hidden />
            </SignButton>
            <SignButton label={`Remove ${rule.name}`} onClick={() => remove(rule)}>
              <Trash2 size={14} aria-hidden />
            </SignButton>
          </div>
          {rule.scope.zones !== null && rule.scope.zones.length > MOST_NAMED && (
            <details className="px-3 pb-2 text-sm">
              <summary className="w-fit text-clay">Its {rule.scope.zones.length} zones</summary>
              <p className="text-ash">{format.list(rule.scope.zones.map((id) => zones.find((zone) => zone.id === id)?.name ?? id))}</p>
            </details>
          )}
          {open === rule.id && (
            <section aria-label={rule.name} className="border-line border-t px-3 py-3">
              {form(rule)}
            </section>
          )}
        </li>
      ))}
    </ol>
  );
}

/** What is added to prices and what is taken off, in the owner's order, each read back as a sentence. */
export function ChargesScreen() {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const [, setSearch] = useSearchParams();
  const addCharge = () => {
    // Begins with no service: a charge on everything is seldom meant, and would make free options cost something.
    const plain = plainCharge(newId('charge', book.charges, 'charge'), 'New charge', { kind: 'fixed', amount: 0, per: 'order' });
    const charge = { ...plain, scope: { ...plain.scope, services: [] } };
    if (session.dispatch({ name: 'addCharge', args: charge }).ok) setSearch({ charge: charge.id }, { replace: true });
  };
  const addAllowance = () => {
    // Begins switched off and with no service: free delivery everywhere is nothing to begin with.
    const plain = plainAllowance(newId('allowance', book.allowances, 'allowance'), 'New reduction', { kind: 'free' });
    const rule = { ...plain, scope: { ...plain.scope, services: [] }, inUse: false };
    if (session.dispatch({ name: 'addAllowance', args: rule }).ok) setSearch({ allowance: rule.id }, { replace: true });
  };
  return (
    <div className="max-w-4xl space-y-6 p-4">
      <section aria-label="Charges">
        <div className="mb-2 flex items-end justify-between gap-4">
          <div>
            <h1 className="font-serif text-xl font-semibold">Charges</h1>
            <p className="text-sm text-ash">Added to the price of delivery, from the first to the last.</p>
          </div>
          <Button onClick={addCharge}>Add a charge</Button>
        </div>
        {book.charges.length === 0 && (
          <p className="text-ash">Nothing is added to any price. A charge may cover packing, fuel, a season or a far place.</p>
        )}
        <RuleList
          kind="charge"
          rules={book.charges}
          sentence={(charge) => chargeSentence(charge, book, format)}
          form={(charge) => <ChargeForm key={charge.id} charge={charge} />}
        />
      </section>
      <section aria-label="Reductions">
        <div className="mb-2 flex items-end justify-between gap-4">
          <div>
            <h2 className="font-serif text-xl font-semibold">Free and reduced delivery</h2>
            <p className="text-sm text-ash">
              Of several that hold the one best for the buyer counts, or those that may be combined. Free delivery from a value can also be
              set with the prices of a service in a zone.
            </p>
          </div>
          <Button onClick={addAllowance}>Add a reduction</Button>
        </div>
        {book.allowances.length === 0 && (
          <p className="text-ash">Nothing is taken off any price. A reduction may reward a coupon, a large order or a quick one.</p>
        )}
        <RuleList
          kind="allowance"
          rules={book.allowances}
          sentence={(rule) => allowanceSentence(rule, book, format)}
          form={(rule) => <AllowanceForm key={rule.id} rule={rule} />}
        />
        <RunningWindows />
      </section>
    </div>
  );
}
