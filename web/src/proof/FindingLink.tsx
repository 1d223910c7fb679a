import clsx from 'clsx';
import { Link } from 'react-router';
import { severityWords } from '../words/severityWords.ts';
import { SeverityMark } from './SeverityMark.tsx';
import type { SheetMark } from './sheetMarks.ts';

/** How many findings there are, in words. */
export const markWords = ({ count }: SheetMark) => (count === 1 ? '1 finding' : `${count} findings`);

/** The mark of the findings of a place on the sheet: one click from them. The keyboard has them by the page of the place. */
export function FindingLink({
  mark,
  zone,
  service,
  of,
  className,
}: {
  mark: SheetMark;
  zone?: string;
  service?: string;
  of: string;
  className?: string;
}) {
  const to = new URLSearchParams({ ...(zone !== undefined && { zone }), ...(service !== undefined && { service }) });
  return (
    <Link
      to={`/proof?${to}`}
      tabIndex={-1}
      aria-label={`${markWords(mark)} of ${of}`}
      title={`${severityWords[mark.severity][0]}: ${markWords(mark)}`}
      className={clsx('inline-grid size-6 place-items-center rounded-md hover:bg-clay-tint', className)}
    >
      <SeverityMark severity={mark.severity} />
    </Link>
  );
}
