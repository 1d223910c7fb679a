import type { Quote } from '@ostrakon/client';
import { useEffect, useRef, useState } from 'react';
import { type Choices, optionIn, partsOf } from './choices.ts';
import { look } from './door.ts';
import { useFront } from './FrontProvider.tsx';
import { nextCutOff, useLiveEdition, useNow } from './quotes.ts';

interface Held {
  readonly quote: Quote;
  /** The cart it is of, as text. */
  readonly key: string;
}

/** The quote the buyer sees: one of a newer edition for the same cart is told before it takes its place. */
export function useShownQuote(quote: Quote | null, key: string) {
  const [held, setHeld] = useState<Held | null>(null);
  const live = useLiveEdition();
  const isNewer = quote !== null && held !== null && held.key === key && quote.edition !== held.quote.edition;
  useEffect(() => {
    if (quote !== null && !isNewer) setHeld({ quote, key });
  }, [quote, key, isNewer]);
  const shown = isNewer ? held.quote : quote;
  const isPast = shown !== null && live !== null && live !== shown.edition && look === undefined;
  return { shown, changed: isNewer || isPast, take: () => setHeld(null) };
}

/** What was chosen and is no more, or costs another sum by a newer edition, in sentences. */
export function useCompared(shown: Quote | null, key: string, choices: Choices): readonly string[] {
  const { words, format } = useFront();
  const [compared, setCompared] = useState<readonly string[]>([]);
  const last = useRef<Held | null>(null);
  useEffect(() => {
    if (shown === null || shown === last.current?.quote) return;
    const before = last.current;
    last.current = { quote: shown, key };
    if (before === null || before.key !== key || before.quote.edition === shown.edition) {
      if (before?.key !== key) setCompared([]);
      return;
    }
    setCompared(
      partsOf(before.quote).flatMap((_, part) => {
        const was = optionIn(before.quote, part, choices[part]);
        const is = optionIn(shown, part, choices[part]);
        if (!was || is?.price === was.price) return [];
        return [is ? words.nowCosts(was.name, format.money(was.price), format.money(is.price)) : words.nowGone(was.name)];
      }),
    );
  }, [shown, key, choices, words, format]);
  return compared;
}

/** Moments that pass while somebody looks: the hour by which to order, told as it comes and once it has gone. */
export function useCutOff(quote: Quote | null, again: () => unknown) {
  const next = quote === null ? null : nextCutOff(quote);
  const now = useNow(next);
  const [passed, setPassed] = useState(false);
  const told = useRef<string | null>(null);
  useEffect(() => {
    if (next === null || told.current === next || Date.parse(next) > now) return;
    told.current = next;
    setPassed(true);
    again();
  }, [next, now, again]);
  return { now, next: next !== null && Date.parse(next) > now ? next : null, passed };
}
