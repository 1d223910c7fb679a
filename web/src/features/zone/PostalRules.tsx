import type { Place } from '@ostrakon/core';
import { useId, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { useFormat } from '../../words/useWords.ts';
import { type LineFault, readPostalLines } from './postalLines.ts';

/** Postal codes, pasted or typed one a line. */
export function PostalRules({ onAdd }: { onAdd: (places: readonly Place[]) => { ok: true } | { ok: false; message: string } }) {
  const { served } = useDraft().book.shop;
  const format = useFormat();
  const faultsId = useId();
  const [country, setCountry] = useState(served.includes('CA') ? 'CA' : (served[0] ?? 'CA'));
  const [typed, setTyped] = useState('');
  const [faults, setFaults] = useState<readonly LineFault[]>([]);
  const add = () => {
    const read = readPostalLines(typed, country);
    setFaults(read.faults);
    // Good lines are taken; the others stay, to be mended.
    if (onAdd(read.places).ok) setTyped(read.faults.map((fault) => fault.text).join('\n'));
  };
  const countries = served.length === 0 ? ['CA'] : served;
  return (
    <section aria-label="Postal codes">
      <h2 className="font-serif text-lg font-semibold">Postal codes</h2>
      <div className="mt-1 space-y-2">
        <Select label="Country of the postal codes" value={country} onChange={(event) => setCountry(event.target.value)}>
          {countries.map((code) => (
            <option key={code} value={code}>
              {format.region(code)}
            </option>
          ))}
        </Select>
        <textarea
          aria-label="Postal codes, one a line"
          aria-describedby={faultsId}
          aria-invalid={faults.length > 0}
          rows={5}
          placeholder={'B3H 4R2\nB3*   all that begin with B3'}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className="w-full rounded-md border border-line-strong bg-paper p-2 placeholder:text-ash aria-invalid:border-fault"
        />
        <ul id={faultsId} className="text-sm text-fault empty:hidden">
          {faults.slice(0, 10).map((fault) => (
            <li key={fault.line}>
              Line {fault.line}, “{fault.text}”: {fault.message}.
            </li>
          ))}
          {faults.length > 10 && <li>And {faults.length - 10} more.</li>}
        </ul>
        <Button onClick={add} disabled={typed.trim() === ''}>
          Add postal codes
        </Button>
      </div>
    </section>
  );
}
