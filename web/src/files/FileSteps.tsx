import { useState } from 'react';
import { Select } from '../ui/Select.tsx';
import type { Format } from '../words/format.ts';
import type { OpenedFile } from './table.ts';

/** How far something is, where that is known. */
export function Progress({
  label,
  format,
  done,
  of,
  unit = 'rows',
}: {
  label: string;
  format: Format;
  done?: number;
  of?: number;
  unit?: string;
}) {
  return (
    <div className="py-6">
      <p className="mb-2" role="status">
        {label}
        {done !== undefined && of !== undefined && ` ${format.number(done)} of ${format.number(of)} ${unit}`}
      </p>
      <progress aria-label={label} className="h-2 w-full accent-clay" {...(of !== undefined && { max: of, value: done ?? 0 })} />
    </div>
  );
}

/** A place to drop a file on, or choose one. */
export function ChooseFile({
  label,
  what,
  accept,
  about,
  fault,
  onFile,
}: {
  label: string;
  /** "a CSV file". */
  what: string;
  accept: string;
  about: string;
  fault: string | null;
  onFile: (file: File) => void;
}) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={`block cursor-pointer rounded-lg border border-dashed p-8 text-center has-focus-visible:outline-2 has-focus-visible:outline-clay ${over ? 'border-clay bg-clay-soft' : 'border-line-strong bg-bone'}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file) onFile(file);
      }}
    >
      <span className="font-semibold text-clay underline">Choose {what}</span> or drop it here
      <input
        type="file"
        aria-label={label}
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
      <span className="mt-2 block text-sm text-ash">{about}</span>
      {fault !== null && (
        <span role="alert" className="mt-3 block font-semibold text-fault">
          {fault}
        </span>
      )}
    </label>
  );
}

/** What each column of a file is taken as: a field comes from one column only. */
export function FileColumns<F extends string>({
  opened,
  fields,
  columns,
  onChange,
}: {
  opened: OpenedFile<F>;
  fields: readonly (F | null)[];
  columns: { readonly fields: readonly F[]; headerOf(field: F): string };
  onChange: (fields: (F | null)[]) => void;
}) {
  return (
    <div className="max-h-[46vh] overflow-auto rounded-lg border border-line-strong">
      <table className="w-full text-sm">
        <thead className="sticky top-0 bg-bone text-start">
          <tr className="border-line-strong border-b">
            <th scope="col" className="px-2 py-1.5">
              Column in the file
            </th>
            <th scope="col" className="px-2 py-1.5">
              First rows
            </th>
            <th scope="col" className="w-52 px-2 py-1.5">
              Is taken as
            </th>
          </tr>
        </thead>
        <tbody>
          {opened.headers.map((header, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: columns are known by their place
            <tr key={at} className="border-line border-b last:border-b-0">
              <th scope="row" className="max-w-44 truncate px-2 py-1 text-start font-semibold">
                {header || `Column ${at + 1}`}
              </th>
              <td className="max-w-64 truncate px-2 py-1 text-ash">{opened.sample.map((row) => row[at] ?? '').join(' · ')}</td>
              <td className="px-2 py-1">
                <Select
                  label={`${header || `Column ${at + 1}`} is taken as`}
                  value={fields[at] ?? ''}
                  onChange={(event) => {
                    const field = event.target.value === '' ? null : (event.target.value as F);
                    onChange(fields.map((held, index) => (index === at ? field : held === field ? null : held)));
                  }}
                >
                  <option value="">not taken</option>
                  {columns.fields.map((field) => (
                    <option key={field} value={field}>
                      {columns.headerOf(field)}
                    </option>
                  ))}
                </Select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
