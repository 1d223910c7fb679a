import type { Axis, AxisStretch, Cell } from '@ostrakon/core';
import { measureOfAxis } from '@ostrakon/core/proof';
import { boundsWords } from '../words/findingWords.ts';
import type { Format } from '../words/format.ts';

export const axisNames: Readonly<Record<Axis, string>> = {
  weight: 'Weight',
  value: 'Order value',
  items: 'Number of items',
  side: 'Longest side',
  distance: 'Distance',
};

/** "over 2 kg and under 2.2 kg"; "any" where a stretch is the whole axis. */
export function stretchWords(axis: Axis, { low, high }: Pick<AxisStretch, 'low' | 'high'>, format: Format): string {
  const words = boundsWords(
    {
      measure: measureOfAxis(axis),
      ...(low && (low.belongs === 'above' ? { from: low.bound } : { over: low.bound })),
      ...(high && (high.belongs === 'below' ? { upTo: high.bound } : { under: high.bound })),
    },
    format,
  );
  return words === '' ? 'any' : words;
}

/** The stretches a cell runs over, as one. */
export const cellStretch = (stretches: readonly AxisStretch[], at: number, count: number): Pick<AxisStretch, 'low' | 'high'> => {
  const [first, last] = [stretches[at], stretches[at + count - 1]];
  return { ...(first?.low && { low: first.low }), ...(last?.high && { high: last.high }) };
};

/** The least a buyer pays in a cell; null where nothing has a price. */
export const cheapestIn = ({ answers }: Cell): Cell['answers'][number] | null =>
  answers.reduce<Cell['answers'][number] | null>((best, one) => {
    if (one.status !== 'priced') return best;
    return best === null || one.low < best.low ? one : best;
  }, null);

/** How many options a cell has, in words. */
export function optionsWords({ answers }: Cell): string {
  const priced = answers.filter(({ status }) => status === 'priced').length;
  const refer = answers.filter(({ status }) => status === 'refer').length;
  const carrier = answers.filter(({ status }) => status === 'carrier').length;
  const parts = [
    ...(priced > 0 ? [`${priced} option${priced === 1 ? '' : 's'}`] : []),
    ...(refer > 0 ? [refer === answers.length ? 'ask us' : `${refer} ask us`] : []),
    ...(carrier > 0 ? [`${carrier} if a carrier answers`] : []),
  ];
  return parts.length === 0 ? 'no option' : parts.join(', ');
}
