import type { DecimalSign, NumberDoubt, NumbersRead } from '@ostrakon/core';
import type { Format } from '../words/format.ts';
import { Select } from './Select.tsx';

const MOST_SHOWN = 100;

const SIGNS = { '.': '1,234.5: a point before decimals', ',': '1.234,5: a comma before decimals' } as const;
const SAID_BY = { file: 'so the file has them', shop: 'as the shop writes them', owner: 'as you said' } as const;

interface FileNumbersProps {
  readonly format: Format;
  readonly decimal: NumbersRead;
  readonly doubts: readonly NumberDoubt[];
  readonly onDecimal: (sign: DecimalSign) => void;
}

/** How the numbers of a file were read; asked before anything is taken where the file does not say. */
export function FileNumbers({ format, decimal, doubts, onDecimal }: FileNumbersProps) {
  const [first] = doubts;
  return (
    <div className="mt-1">
      <div className="flex flex-wrap items-center gap-2 text-sm text-ash">
        Numbers are read like
        <Select
          label="Numbers are read like"
          className="w-auto!"
          value={doubts.length > 0 ? '' : decimal.sign}
          onChange={(event) => onDecimal(event.target.value as DecimalSign)}
        >
          {doubts.length > 0 && <option value="">choose</option>}
          {(['.', ','] as const).map((sign) => (
            <option key={sign} value={sign}>
              {SIGNS[sign]}
            </option>
          ))}
        </Select>
        {doubts.length === 0 && SAID_BY[decimal.by]}
      </div>
      {first && (
        <div role="alert" className="mt-1 rounded-md border border-ochre p-2 text-sm">
          <p className="font-semibold">
            {format.count(doubts.length, 'number')} of this file can be read two ways, and nothing in it says which. Choose above.
          </p>
          <ul className="mt-1 max-h-[18vh] overflow-auto">
            {doubts.slice(0, MOST_SHOWN).map(({ line, column, typed, as, instead }) => (
              <li key={`${line} ${column}`}>
                Line {line}, {column.toLowerCase()}: {typed} is {as}, or {instead}
              </li>
            ))}
          </ul>
          {doubts.length > MOST_SHOWN && <p>And {format.number(doubts.length - MOST_SHOWN)} more.</p>}
        </div>
      )}
    </div>
  );
}
