import { Suspense, useState } from 'react';
import { useDraftSession } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';
import { Menu } from '../ui/Menu.tsx';

const CardsFileDialog = later(() => import('./CardsFileDialog.tsx'), 'CardsFileDialog');

/** Prices out to a file and in again; of one lane where it is given. */
export function CardsFileMenu({ lane }: { lane?: { zone: string; service: string } }) {
  const session = useDraftSession();
  const [reading, setReading] = useState(false);
  const write = () => void import('./cardsFile.ts').then(({ downloadCards }) => downloadCards(session.getSnapshot().book, lane && [lane]));
  return (
    <>
      <Menu
        trigger={<Button>Prices file</Button>}
        groups={() => [
          {
            entries: [
              { label: lane ? 'Write the prices of this lane to a file' : 'Write all prices to a file', act: write },
              { label: 'Read prices from a file…', act: () => setReading(true) },
            ],
          },
        ]}
      />
      <Suspense>{reading && <CardsFileDialog onClose={() => setReading(false)} />}</Suspense>
    </>
  );
}
