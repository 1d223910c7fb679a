import { useDraft } from '../draft/DraftProvider.tsx';
import { ledgerWords } from '../words/ledgerWords.ts';
import { groupNameOf } from '../words/quoteWords.ts';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { useChosen } from './useChosen.ts';
import { useOriginName } from './useOriginName.ts';

/** How the chosen option's price comes about, row by row. */
export function PriceLedger() {
  const chosen = useChosen();
  const { quote, request } = useBench();
  const { book } = useDraft();
  const { services } = book;
  const format = useFormat();
  const originOf = useOriginName();
  if (chosen?.status !== 'priced') return null;
  const group = groupNameOf(book);
  const line = (at: number) => request.lines[at]?.name || 'Goods of your own';
  const goods = quote.measures.valueAfterDiscounts;
  const name = services.find((service) => service.id === chosen.service)?.name ?? '';
  return (
    <section aria-label="How the price comes about" className="border-line border-t px-4 py-3">
      <h3 className="mb-1.5 text-sm font-semibold text-ash">
        {chosen.price === 0 ? `Why ${name} is free` : `How ${name} comes to ${format.money(chosen.price)}`}
      </h3>
      <table className="w-full">
        <tbody>
          {chosen.ledger.map((row, at) => {
            const words = ledgerWords(row, format, group, line);
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows have their place for an identity
              <tr key={at}>
                <td className="py-0.5 pe-2">
                  {words.name}{' '}
                  <span className="text-sm text-ash">
                    {words.detail}
                    {row.consignment !== undefined && `, from ${originOf(row.consignment)}`}
                  </span>
                </td>
                <td className="py-0.5 text-end align-top">{format.money(row.amount)}</td>
              </tr>
            );
          })}
        </tbody>
        <tfoot>
          <tr className="border-line-strong border-t font-semibold">
            <th scope="row" className="pt-1 text-start font-semibold">
              Buyer pays
            </th>
            <td className="pt-1 text-end">{format.money(chosen.price)}</td>
          </tr>
          {chosen.tax?.mode === 'included' && chosen.tax.amount > 0 && (
            <tr className="text-sm text-ash">
              <td>of which tax, {format.percent(chosen.tax.basisPoints)}</td>
              <td className="text-end">{format.money(chosen.tax.amount)}</td>
            </tr>
          )}
          <tr className="text-sm text-ash">
            <td>with goods of {format.money(goods)}</td>
            <td className="text-end">{format.money(goods + chosen.price)}</td>
          </tr>
        </tfoot>
      </table>
    </section>
  );
}
