import type { Picture } from '@ostrakon/core';
import { axisNames, cellStretch, cheapestIn, optionsWords, stretchWords } from '../../proof/coverageWords.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

/** The same regions as a table: to be read out, and copied. */
export function RegionsTable({ picture: shown, nameOf }: { picture: Picture; nameOf: (service: string) => string }) {
  const format = useFormat();
  const { x, y, columns, rows, cells } = shown;
  const lines = cells.map((cell) => {
    const cheapest = cheapestIn(cell);
    return [
      stretchWords(x, cellStretch(columns, cell.column, cell.columns), format),
      stretchWords(y, cellStretch(rows, cell.row, cell.rows), format),
      optionsWords(cell),
      cheapest ? `${format.price(cheapest.low)}${cheapest.high === cheapest.low ? '' : ` to ${format.price(cheapest.high)}`}` : '',
      cheapest ? nameOf(cheapest.service) : '',
    ];
  });
  const heads = [axisNames[x], axisNames[y], 'Options', 'Cheapest price', 'By'];
  const copy = async () => {
    await navigator.clipboard.writeText([heads, ...lines].map((line) => line.join('\t')).join('\n'));
    toast('The table is on the clipboard');
  };
  return (
    <details className="mt-3">
      <summary className="cursor-pointer py-1 text-sm text-ash">The same as a table</summary>
      <Button look="quiet" onClick={() => void copy()}>
        Copy it
      </Button>
      <table aria-label="Regions and their options" className="w-full text-sm">
        <thead>
          <tr className="border-line border-b text-start text-ash">
            {heads.map((head) => (
              <th key={head} scope="col" className="py-1 pe-3 text-start font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.join('|')} className="border-line border-b">
              {line.map((text, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns never change places
                <td key={at} className="py-0.5 pe-3">
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
