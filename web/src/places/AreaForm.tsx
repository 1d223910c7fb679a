import { type GeoJsonProblem, outlineOfRing, type Place, type Position } from '@ostrakon/core';
import { useId, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { geoJsonWords } from './geoJsonWords.ts';

export type Area = Extract<Place, { kind: 'area' }>;

const NUMBER = /^[-+\u2212]?\d+(\.\d+)?$/;

/** Corners written one a line, latitude first as maps show it: "44.65, -63.57". */
export function readCorners(text: string): { ok: true; corners: Position[] } | { ok: false; line: number } {
  const corners: Position[] = [];
  for (const [at, raw] of text.split('\n').entries()) {
    const line = raw.trim();
    if (line === '') continue;
    const parts = line.split(/[\s,;]+/).map((part) => part.replace('\u2212', '-'));
    const [latitude = '', longitude = ''] = parts;
    if (parts.length !== 2 || !NUMBER.test(latitude) || !NUMBER.test(longitude)) return { ok: false, line: at + 1 };
    corners.push([Number(longitude), Number(latitude)]);
  }
  return { ok: true, corners };
}

const shown = (value: number) => String(Math.round(value * 1e5) / 1e5);

/** The corners of the outer ring, to be typed over; undefined for areas with holes or several parts. */
function cornersText(area: Area | null): string | undefined {
  if (!area) return '';
  const [first, ...others] = area.outline;
  if (!first || others.length > 0 || first.length > 1) return undefined;
  return (first[0] ?? [])
    .slice(0, -1)
    .map(([longitude, latitude]) => `${shown(latitude)}, ${shown(longitude)}`)
    .join('\n');
}

/** Names an area and, for those who do not draw, takes its corners as text. */
export function AreaForm({
  held,
  corners,
  onTake,
  onClose,
}: {
  held: Area | null;
  /** Corners that were drawn. */
  corners: readonly Position[];
  onTake: (area: Area) => { ok: true } | { ok: false; message: string };
  onClose: () => void;
}) {
  const id = useId();
  const drawn = corners.map(([longitude, latitude]) => `${shown(latitude)}, ${shown(longitude)}`).join('\n');
  const begun = held ? cornersText(held) : drawn;
  const [name, setName] = useState(held?.name ?? '');
  const [text, setText] = useState(begun ?? '');
  const [faults, setFaults] = useState<{ name?: string; corners?: string }>({});
  const outline = (): { outline: Area['outline'] } | { fault: string } => {
    if (held && text === begun) return { outline: held.outline };
    const read = readCorners(text);
    if (!read.ok) return { fault: `Line ${read.line} is not a latitude and a longitude in degrees.` };
    if (read.corners.length < 3) return { fault: 'An area has at least three corners.' };
    const made = outlineOfRing(read.corners);
    return made.ok ? { outline: made.outline } : { fault: `${geoJsonWords[made.problem satisfies GeoJsonProblem]}.` };
  };
  const take = () => {
    const made = outline();
    const named = name.trim();
    const found = { ...(named === '' && { name: 'Write a name.' }), ...('fault' in made && { corners: made.fault }) };
    setFaults(found);
    if ('fault' in made || named === '') return;
    const taken = onTake({ kind: 'area', name: named, outline: made.outline, ...(held?.excluded && { excluded: true }) });
    if (taken.ok) onClose();
    else setFaults({ name: `${taken.message}.` });
  };
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title={held ? held.name : 'New area'}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          take();
        }}
      >
        <LabelledInput label="Name of the area" hint="Harbour front" value={name} fault={faults.name} onType={setName} />
        {begun === undefined ? (
          <p className="text-sm text-ash">This area has holes or several parts. Write it to a file to change its corners.</p>
        ) : (
          <div>
            <label htmlFor={`${id}-corners`} className="text-sm">
              Corners, one a line: latitude, longitude
            </label>
            <textarea
              id={`${id}-corners`}
              rows={8}
              spellCheck={false}
              value={text}
              placeholder={'44.65, -63.60\n44.70, -63.55\n44.62, -63.50'}
              aria-invalid={faults.corners !== undefined}
              onChange={(event) => setText(event.target.value)}
              className="mt-0.5 w-full rounded-md border border-line-strong bg-paper p-2 placeholder:text-ash aria-invalid:border-fault"
            />
            {faults.corners && (
              <p role="alert" className="mt-0.5 text-xs text-fault">
                {faults.corners}
              </p>
            )}
          </div>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button look="main" type="submit">
            {held ? 'Save' : 'Add the area'}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
