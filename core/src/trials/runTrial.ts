import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { CartInput } from '../quote/cartInput.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { completeCart, type RequestSources } from '../quote/openRequest.ts';
import type { Quote } from '../quote/quoteTypes.ts';
import { quote } from '../quote/settle.ts';
import { type Expectation, type Judged, judge, type Verdict, verdictOf } from './expectation.ts';

/** What a cart got, and what came of everything that is expected of it. */
export type TrialResult =
  | { readonly ok: true; readonly quote: Quote; readonly judged: readonly Judged[]; readonly verdict: Verdict | null }
  /** It names goods that are not sold. */
  | { readonly ok: false; readonly product: string };

/** Quotes a saved cart and holds what it gets against what is expected of it. */
export function runTrial(
  compiled: CompiledBook,
  { cart, expects = [] }: { readonly cart: CartInput; readonly expects?: readonly Expectation[] | undefined },
  sources: RequestSources,
  carriers?: CarrierAnswers,
): TrialResult {
  const opened = completeCart(compiled.places, cart, sources);
  if (!opened.ok) return { ok: false, product: opened.problem.product };
  const got = quote(compiled, opened.request, carriers);
  const judged = judge(got, expects);
  return { ok: true, quote: got, judged, verdict: verdictOf(judged) };
}
