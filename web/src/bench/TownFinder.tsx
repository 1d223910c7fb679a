import type { CartInput } from '@ostrakon/core';
import { Suspense, useCallback, useState } from 'react';
import { townChoices } from '../map/townPoints.ts';
import { useTownPoints } from '../map/useTownPoints.ts';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';
import { useSubdivisionNames } from '../words/useWords.ts';

const ChooserFrame = later(() => import('../ui/ChooserFrame.tsx'), 'ChooserFrame');

type To = CartInput['destination'];

/** Sends the cart to a town by its name: its point and, where open data say, its province or state. */
export function TownFinder({ to, onChange }: { to: To; onChange: (to: To) => void }) {
  const [asked, setAsked] = useState(false);
  const { towns, ready, failed } = useTownPoints(to.country, asked);
  const subdivisionName = useSubdivisionNames();
  const choices = useCallback(() => townChoices(towns, subdivisionName), [towns, subdivisionName]);
  if (failed) return <p className="text-sm text-ash">The table of towns did not come.</p>;
  if (!asked || !ready)
    return (
      <Button look="quiet" className="h-6!" onClick={() => setAsked(true)}>
        {asked ? 'Looking towns up…' : 'Find by town…'}
      </Button>
    );
  if (towns.length === 0) return <p className="text-sm text-ash">No towns of this country are listed.</p>;
  return (
    <Suspense>
      <ChooserFrame
        label="Town"
        value=""
        shown="Choose a town"
        hint="A town"
        choices={choices}
        onChange={(at) => {
          const town = towns[Number(at)];
          if (!town) return;
          const { latitude, longitude, subdivision } = town;
          onChange({ country: to.country, ...(subdivision !== null && { subdivision }), point: { latitude, longitude } });
          setAsked(false);
        }}
      />
    </Suspense>
  );
}
