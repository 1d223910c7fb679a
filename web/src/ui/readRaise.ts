import { parseMoney, parsePercent, type Raise, type Shop } from '@ostrakon/core';
import { typedProblemWords } from '../words/typedProblem.ts';
import type { Read } from './useTypedField.ts';

/** Reads "5 %", "-5%", "0.50", "−0.50" as what prices are raised by. */
export function readRaise(typed: string, shop: Shop): Read<Raise> {
  const text = typed.trim();
  const down = /^[-\u2212]/.test(text);
  const bare = text.replace(/^[-+\u2212]\s*/, '');
  if (bare.includes('%')) {
    const percent = parsePercent(bare, shop.locale, down ? 10_000 : 100_000);
    if (!percent.ok) return { ok: false, message: typedProblemWords(percent.problem) };
    return { ok: true, value: { kind: 'percent', basisPoints: down ? -percent.value : percent.value } };
  }
  const amount = parseMoney(bare, shop.currency, shop.locale);
  if (!amount.ok) return { ok: false, message: `${typedProblemWords(amount.problem)} A percentage or an amount fits here.` };
  return { ok: true, value: { kind: 'amount', amount: down ? -amount.value : amount.value } };
}
