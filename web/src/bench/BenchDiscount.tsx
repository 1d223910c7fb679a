import { type Discount, parsePercent } from '@ostrakon/core';
import { useDraft } from '../draft/DraftProvider.tsx';
import { orNone, readMoney } from '../ui/readers.ts';
import { TypedField } from '../ui/TypedField.tsx';
import type { Read } from '../ui/useTypedField.ts';
import { typedProblemWords } from '../words/typedProblem.ts';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';

/** Money off the goods: "5.00" or "10 %". */
export function BenchDiscount() {
  const { state, send } = useBench();
  const { shop } = useDraft().book;
  const format = useFormat();
  const [discount] = state.cart.discounts;
  const read = (text: string): Read<Discount> => {
    if (text.includes('%')) {
      const percent = parsePercent(text, shop.locale);
      return percent.ok
        ? { ok: true, value: { kind: 'percent', basisPoints: percent.value } }
        : { ok: false, message: typedProblemWords(percent.problem) };
    }
    const amount = readMoney(shop)(text);
    return amount.ok ? { ok: true, value: { kind: 'amount', amount: amount.value } } : amount;
  };
  return (
    <div className="flex items-start gap-2 text-sm text-ash">
      <span className="pt-1.5" aria-hidden>
        Discount
      </span>
      <TypedField<Discount | undefined>
        label="Discount on the goods"
        className="w-24"
        inputClass="text-end"
        placeholder={`${format.plain(500)} or ${format.percent(1000)}`}
        shown={discount ? format.discount(discount) : ''}
        read={orNone(read)}
        commit={(next) => {
          send({ kind: 'setDiscount', discount: next ?? null });
          return { ok: true };
        }}
      />
    </div>
  );
}
