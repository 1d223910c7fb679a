import { Button } from '../ui/Button.tsx';
import type { Format } from '../words/format.ts';

const MOST_SHOWN = 100;

/** A fault of a file: in which line, what stands there, and what is wrong with it. */
export interface FileFault {
  readonly line: number;
  readonly cell: string;
  readonly words: string;
}

/** What is wrong with a file, by line, and a way to take it along. */
export function FileFaults({
  label,
  title,
  saveAs,
  faults,
  format,
  onSave,
}: {
  /** What the list is called by those who cannot see it. */
  label: string;
  title: string;
  saveAs: string;
  faults: readonly FileFault[];
  format: Format;
  onSave: () => void;
}) {
  return (
    <section aria-label={label} className="mt-3">
      <div className="mb-1 flex items-center justify-between">
        <h3 className="font-semibold text-fault">{title}</h3>
        <Button look="quiet" onClick={onSave}>
          {saveAs}
        </Button>
      </div>
      <div className="max-h-[30vh] overflow-auto rounded-lg border border-line-strong">
        <table className="w-full text-sm">
          <thead className="sticky top-0 bg-bone text-start">
            <tr>
              <th scope="col" className="w-16 px-2 py-1 text-end">
                Line
              </th>
              <th scope="col" className="px-2 py-1 text-start">
                What stands there
              </th>
              <th scope="col" className="px-2 py-1 text-start">
                What is wrong
              </th>
            </tr>
          </thead>
          <tbody>
            {faults.slice(0, MOST_SHOWN).map((one, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a list that does not change
              <tr key={at} className="border-line border-t">
                <td className="px-2 py-1 text-end">{one.line}</td>
                <td className="max-w-56 truncate px-2 py-1 text-ash">{one.cell}</td>
                <td className="px-2 py-1">{one.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {faults.length > MOST_SHOWN && (
        <p className="mt-1 text-sm text-ash">And {format.number(faults.length - MOST_SHOWN)} more, in the file.</p>
      )}
    </section>
  );
}
