import type { Raise, Shop } from '@ostrakon/core';
import { readMoney, readPercent } from './readers.ts';
import type { Read } from './useTypedField.ts';

/** Reads "5 %", "-5%", "0.50", "−0.50" as what prices are raised by. */
export function readRaise(typed: string, shop: Shop): Read<Raise> {
  const text = typed.trim();
  const down = /^[-\u2212]/.test(text);
  const bare = text.replace(/^[-+\u2212]\s*/, '');
  if (bare.includes('%')) {
    const percent = readPercent(shop, down ? 10_000 : 100_000)(bare);
    if (!percent.ok) return percent;
    return { ok: true, value: { kind: 'percent', basisPoints: down ? -percent.value : percent.value }, ...signed(percent, down) };
  }
  const amount = readMoney(shop)(bare);
  if (!amount.ok) return { ok: false, message: `${amount.message} A percentage or an amount fits here.` };
  return { ok: true, value: { kind: 'amount', amount: down ? -amount.value : amount.value }, ...signed(amount, down) };
}

/** Both ways to read it, with the minus that was taken off. */
function signed(read: Read<unknown>, down: boolean) {
  if (!read.ok || read.twoWays === undefined) return {};
  const { as, instead } = read.twoWays;
  return { twoWays: down ? { as: `\u2212${as}`, instead: `\u2212${instead}` } : { as, instead } };
}
