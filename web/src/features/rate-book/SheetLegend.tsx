import { SEVERITIES, type Severity } from '@ostrakon/core';
import type { ReactNode } from 'react';
import { SeverityMark } from '../../proof/SeverityMark.tsx';
import { severityWords } from '../../words/severityWords.ts';
import type { Face } from './sheetCell.ts';

function Mark({ sign, children }: { sign: ReactNode; children: string }) {
  return (
    <li className="flex items-center gap-1.5">
      <span aria-hidden className="inline-flex shrink-0 items-center">
        {sign}
      </span>
      {children}
    </li>
  );
}

/** What the marks of the sheet mean: those that can be met on the face that is shown. */
export function SheetLegend({ face, carried, found }: { face: Face; carried: boolean; found: ReadonlySet<Severity> }) {
  return (
    <ul aria-label="What the marks mean" className="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-xs text-ash">
      <Mark sign={<span className="size-2.5 rounded-full border border-clay bg-clay" />}>the bench’s address lies here</Mark>
      <Mark sign="–">not offered here</Mark>
      {face !== 'rates' && (
        <Mark sign={<span className="hatched h-3 w-5 border border-line-strong bg-ash-soft" />}>not offered for this cart</Mark>
      )}
      {carried && <Mark sign={<b className="text-night italic">0.00</b>}>a carrier’s price</Mark>}
      {carried && face === 'cart' && (
        <Mark sign={<b className="text-ochre underline decoration-dotted">0.00</b>}>stands in for a carrier that is silent</Mark>
      )}
      {face === 'margin' && <Mark sign="0.00 + 0.00">what carriage and packaging cost</Mark>}
      {SEVERITIES.filter((severity) => found.has(severity)).map((severity) => (
        <Mark key={severity} sign={<SeverityMark severity={severity} />}>
          {severityWords[severity][0].toLowerCase()}
        </Mark>
      ))}
      {face === 'live' && <Mark sign={<b className="text-clay underline">0.00</b>}>other than what is live</Mark>}
    </ul>
  );
}
