import type { Change, RateBook } from '@ostrakon/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { byPlace, changePlace } from '../words/changePlaces.ts';
import { changeWords } from '../words/changeWords.ts';
import { useFormat, useSubdivisionNames } from '../words/useWords.ts';

/** Places told at first. */
const FEW = 12;

/** Changes in sentences, those of one place together under a way there. */
export function ChangeGroups({ changes, book }: { changes: readonly Change[]; book: RateBook }) {
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const [all, setAll] = useState(false);
  const told = changes.map((change) => ({ place: changePlace(change, book), sentence: changeWords(change, format, subdivision, book) }));
  const groups = byPlace(told);
  return (
    <>
      <ul aria-label="Changes" className="divide-y divide-line rounded-lg border border-line-strong bg-paper">
        {(all ? groups : groups.slice(0, FEW)).map(([{ name, to }, list]) => (
          <li key={name} className="px-3 py-1.5">
            {to === null ? (
              <span className="text-sm font-semibold text-ash">{name}</span>
            ) : (
              <Link to={to} className="text-sm font-semibold text-clay hover:underline">
                {name}
              </Link>
            )}
            {list.map(({ sentence }) => (
              <p key={sentence} className="font-serif">
                {sentence}
              </p>
            ))}
          </li>
        ))}
      </ul>
      {groups.length > FEW && !all && (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show all {format.count(changes.length, 'change')}
        </Button>
      )}
    </>
  );
}
