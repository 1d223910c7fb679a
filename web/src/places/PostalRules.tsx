import { checkPostalList, homeCountry, type Place, type PostalLineProblem, postalLinesExample } from '@ostrakon/core';
import { useId, useState } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { useFormat } from '../words/useWords.ts';
import { CountryChooser } from './CountryChooser.tsx';
import { rulesIn, withRules } from './postalPlaces.ts';
import { postalProblemWords } from './postalWords.ts';

const MOST_SHOWN = 10;
const LONG_PASTE = 20_000;

/** Postal codes, pasted or typed one a line; or the whole list of a country, to be changed. */
export function PostalRules({
  places,
  onChange,
}: {
  places: readonly Place[];
  onChange: (places: Place[]) => { ok: true } | { ok: false; message: string };
}) {
  const { shop, locations } = useDraft().book;
  const { served } = shop;
  const home = homeCountry({ shop, locations });
  const format = useFormat();
  const faultsId = useId();
  const [country, setCountry] = useState(served.includes(home) || served.length === 0 ? home : (served[0] ?? home));
  const [typed, setTyped] = useState('');
  const [faults, setFaults] = useState<readonly PostalLineProblem[]>([]);
  const [told, setTold] = useState('');
  const [whole, setWhole] = useState(false);
  const heldLines = rulesIn(places, country);

  const take = () => {
    const { good, problems } = checkPostalList(typed, country, whole ? '' : heldLines);
    const lines = whole || heldLines === '' ? good : [heldLines, ...good];
    const outcome = good.length === 0 && !whole ? ({ ok: true } as const) : onChange(withRules(places, country, lines.join('\n')));
    if (!outcome.ok) return setTold(`${outcome.message}.`);
    setFaults(problems);
    // Good lines are taken; the others stay, to be mended.
    setTyped(problems.map((fault) => fault.text).join('\n'));
    setTold(whole ? `The list now has ${format.count(good.length, 'line')}.` : `${format.count(good.length, 'line')} added.`);
    setWhole(false);
  };
  const countries = served.length === 0 ? [home] : served;
  return (
    <section aria-label="Postal codes">
      <h2 className="font-serif text-lg font-semibold">Postal codes</h2>
      <div className="mt-1 space-y-2">
        <CountryChooser
          label="Country of the postal codes"
          value={country}
          locale={format.locale}
          among={countries}
          onChange={(code) => {
            setCountry(code);
            setWhole(false);
            setFaults([]);
            setTold('');
          }}
        />
        <textarea
          aria-label="Postal codes, one a line"
          aria-describedby={faultsId}
          aria-invalid={faults.length > 0}
          rows={whole ? 12 : 5}
          spellCheck={false}
          placeholder={postalLinesExample(country)}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onPaste={(event) => {
            const text = event.clipboardData.getData('text/plain');
            // Browsers take minutes to insert tens of thousands of lines as if they were typed.
            if (text.length < LONG_PASTE) return;
            event.preventDefault();
            const { selectionStart, selectionEnd } = event.currentTarget;
            setTyped(typed.slice(0, selectionStart) + text + typed.slice(selectionEnd));
          }}
          className="w-full rounded-md border border-line-strong bg-paper p-2 placeholder:text-ash aria-invalid:border-fault"
        />
        {faults.length > 0 && (
          <p className="text-sm font-semibold text-fault">
            {faults.length === 1 ? 'One line was' : `${faults.length} lines were`} not taken and {faults.length === 1 ? 'stays' : 'stay'}{' '}
            above:
          </p>
        )}
        <ul id={faultsId} className="text-sm text-fault empty:hidden">
          {faults.slice(0, MOST_SHOWN).map((fault) => (
            <li key={fault.line}>
              Line {fault.line}, “{fault.text.slice(0, 40)}”: {postalProblemWords(fault, country, format)}.
            </li>
          ))}
          {faults.length > MOST_SHOWN && <li>And {faults.length - MOST_SHOWN} more.</li>}
        </ul>
        <p role="status" className="text-sm text-ash empty:hidden">
          {told}
        </p>
        <div className="flex gap-2">
          <Button onClick={take} disabled={typed.trim() === '' && !whole}>
            {whole ? 'Replace the list' : 'Add postal codes'}
          </Button>
          {heldLines !== '' && !whole && (
            <Button
              look="quiet"
              onClick={() => {
                setTyped(heldLines);
                setWhole(true);
                setFaults([]);
              }}
            >
              Change the list of {format.count(heldLines.split('\n').length, 'line')}
            </Button>
          )}
          {whole && (
            <Button
              look="quiet"
              onClick={() => {
                setTyped('');
                setWhole(false);
              }}
            >
              Cancel
            </Button>
          )}
        </div>
      </div>
    </section>
  );
}
