import { type RuleOf, ruleEffect } from '@ostrakon/core';
import { useDeferredValue, useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useFormat } from '../../words/useWords.ts';

/** What a rule does to each option of the bench's cart, were it in use: at once, before anything is saved or live. */
export function RuleEffect(of: RuleOf) {
  const { kind, rule } = of;
  const { book } = useDraft();
  const { request, carriers, zone } = useBench();
  const format = useFormat();
  // What is typed comes first.
  const asked = useDeferredValue(
    useMemo(() => ({ book, zone, of: { kind, rule } as RuleOf, request, carriers }), [book, zone, kind, rule, request, carriers]),
  );
  const changes = useMemo(
    () => (asked.zone === null ? [] : ruleEffect(asked.book, asked.zone, asked.of, asked.request, asked.carriers)),
    [asked],
  );
  if (rule.scope.services?.length === 0)
    return <p className="rounded-md bg-ochre-soft px-3 py-2 text-ochre">It holds for no service yet. Tick those it is for, below.</p>;
  if (changes.length === 0) return <p className="text-sm text-ash">It changes nothing for the cart on the bench.</p>;
  return (
    <div className="rounded-md bg-bone px-3 py-2 text-sm">
      <p className="font-semibold">The cart on the bench would pay</p>
      <ul>
        {changes.map(({ service, without, with: held }) => (
          <li key={service}>
            {book.services.find(({ id }) => id === service)?.name}: {format.price(held)} instead of {format.price(without)}
            {without === 0 && <b className="text-ochre">; it is free now, and would cost something</b>}
          </li>
        ))}
      </ul>
    </div>
  );
}
