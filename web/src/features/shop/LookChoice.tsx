import { useState } from 'react';
import { LOOKS, lookNow, lookWords, setLook } from '../../ui/look.ts';
import { Segments } from '../../ui/Segments.tsx';

/** Light or dark, for this browser alone. */
export function LookChoice() {
  const [look, setShown] = useState(lookNow);
  return (
    <section aria-label="Look">
      <h2 className="font-serif text-lg font-semibold">Look of these pages</h2>
      <p className="mb-1 text-sm text-ash">On this computer only.</p>
      <Segments
        label="Look"
        value={look}
        choices={LOOKS.map((one) => [one, lookWords[one]] as const)}
        onChange={(next) => {
          setShown(next);
          setLook(next);
        }}
      />
    </section>
  );
}
