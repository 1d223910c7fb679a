import { Suspense, useState } from 'react';
import { useDraft, useDraftSession } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { type FileWriting, writesOtherwise, writingChoices } from '../ui/fileWriting.ts';
import { later } from '../ui/later.ts';
import { Menu } from '../ui/Menu.tsx';

const CardsFileDialog = later(() => import('./CardsFileDialog.tsx'), 'CardsFileDialog');

/** Prices out to a file and in again; of one lane where it is given. */
export function CardsFileMenu({ lane }: { lane?: { zone: string; service: string } }) {
  const session = useDraftSession();
  const [reading, setReading] = useState(false);
  const { locale } = useDraft().book.shop;
  const write = (writing: FileWriting) => () =>
    void import('./cardsFile.ts').then(({ downloadCards }) => downloadCards(session.getSnapshot().book, writing, lane && [lane]));
  const what = lane ? 'Export these prices' : 'Export all prices';
  return (
    <>
      <Menu
        trigger={<Button>Import, export</Button>}
        groups={() => [
          {
            entries: [
              ...(writesOtherwise(locale) ? [] : [{ label: what, act: write('plain') }]),
              { label: 'Import prices…', act: () => setReading(true) },
            ],
          },
          ...(writesOtherwise(locale)
            ? [{ heading: what, entries: writingChoices(locale).map(([writing, label]) => ({ label, act: write(writing) })) }]
            : []),
        ]}
      />
      <Suspense>{reading && <CardsFileDialog onClose={() => setReading(false)} />}</Suspense>
    </>
  );
}
