import type { Repair, ToldFinding, TriedRepair } from '@ostrakon/core';
import { withPrice } from '@ostrakon/core/proof';
import { type ReactNode, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { proofDesk } from '../../proof/proofDesk.ts';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useRepair } from '../../proof/useRepair.ts';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Menu } from '../../ui/Menu.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readMoney } from '../../ui/readers.ts';
import { effectWords } from '../../words/effectWords.ts';
import { findingWords, placeOf, repairWords } from '../../words/findingWords.ts';

interface Tried {
  readonly repair: Repair;
  readonly tried: TriedRepair;
}

/** Repairs that mend the finding, those that bring nothing else first; null until they were tried. */
function useTried({ id, repairs }: ToldFinding): readonly Tried[] | null {
  const [tried, setTried] = useState<readonly Tried[] | null>(null);
  useEffect(() => {
    let gone = false;
    setTried(null);
    void proofDesk.tryRepairs(id, repairs).then((list) => {
      if (gone) return;
      const found = repairs.flatMap((repair, at): Tried[] => {
        const one = list[at];
        return one?.mends ? [{ repair, tried: one }] : [];
      });
      setTried(found.sort((a, b) => a.tried.brings.length - b.tried.brings.length));
    });
    return () => {
      gone = true;
    };
  }, [id, repairs]);
  return tried;
}

/** What the cart of the finding would then get, and what would come with it. */
function useEffectWords(): (tried: TriedRepair) => string {
  const names = useFindingNames();
  const { book, format } = names;
  return ({ quote, brings }) => {
    const options = (quote?.options ?? []).map((offer) => {
      const name = book.services.find(({ id }) => id === offer.service)?.name ?? offer.service;
      return `${name} ${offer.status === 'priced' ? format.price(offer.price) : 'asks'}`;
    });
    const then =
      options.length === 0
        ? []
        : [`this cart then gets ${options.length > 2 ? `${options.slice(0, 2).join(', ')}, …` : options.join(', ')}`];
    const [first] = brings;
    const but = first ? [`then: ${findingWords({ id: '', findings: [first], repairs: [] }, names).what}`] : [];
    return [...then, ...but].join('; ');
  };
}

/** Everything else that other carts would get otherwise. */
function WhatElse({ tried: { effect } }: { tried: TriedRepair }) {
  const names = useFindingNames();
  const { plain, more } = effectWords(effect, new Date().toISOString(), names);
  const all = [...plain, ...more];
  if (all.length === 0) return null;
  return (
    <details className="text-xs text-ash">
      <summary className="cursor-pointer py-1">{all.length === 1 ? 'what it changes' : `what it changes, ${all.length} in all`}</summary>
      <ul className="mt-0.5 space-y-0.5 text-start">
        {all.slice(0, MOST_TOLD).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {all.length > MOST_TOLD && <li>and {all.length - MOST_TOLD} more</li>}
      </ul>
    </details>
  );
}

const MOST_TOLD = 8;

/** The price of a tier that is added, with what is suggested marked as such. */
function PriceDialog({ repair, onClose }: { repair: Extract<Repair, { code: 'addTier' }>; onClose: () => void }) {
  const names = useFindingNames();
  const take = useRepair();
  const { book, format } = names;
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<string>();
  const label = repairWords(repair, names).replace('…', '');
  const read = readMoney(book.shop);
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose()}
      title={label}
      about={book.services.find(({ id }) => id === repair.service)?.name ?? ''}
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          const price = read(typed);
          if (!price.ok) return setFault(price.message);
          take(withPrice(repair, price.value), label);
          onClose();
        }}
      >
        <LabelledInput
          label={`Price, ${book.shop.currency}`}
          value={typed}
          fault={fault}
          read={read}
          onType={(text) => {
            setTyped(text);
            setFault(undefined);
          }}
        />
        {repair.suggested > 0 && (
          <p className="text-sm text-ash">
            If the last step went on: {format.money(repair.suggested)}.{' '}
            <Button look="quiet" className="h-6!" onClick={() => setTyped(format.plain(repair.suggested))}>
              Use it
            </Button>
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="main" type="submit">
            Add it
          </Button>
        </div>
      </form>
    </Modal>
  );
}

/** The best repair as a button with what it would do, the others in a menu, and the place where it is mended by hand. */
export function RepairButtons({ told, children }: { told: ToldFinding; children: ReactNode }) {
  const names = useFindingNames();
  const take = useRepair();
  const effect = useEffectWords();
  const tried = useTried(told);
  const [asking, setAsking] = useState<Extract<Repair, { code: 'addTier' }> | null>(null);
  const act = (repair: Repair) => (repair.code === 'addTier' ? setAsking(repair) : take(repair, repairWords(repair, names)));
  const [best, ...others] = tried ?? [];
  return (
    <span className="flex max-w-[26rem] shrink-0 flex-col items-end gap-0.5 text-end max-sm:w-full max-sm:items-start max-sm:text-start">
      <span className="flex max-w-full flex-wrap items-center justify-end gap-2">
        {best && (
          <Button data-repair className="max-w-full truncate" onClick={() => act(best.repair)}>
            {repairWords(best.repair, names)}
          </Button>
        )}
        {others.length > 0 && (
          <Menu
            trigger={
              <Button look="quiet" aria-label={`Other ways to mend: ${findingWords(told, names).what}`}>
                Other ways
              </Button>
            }
            groups={() => [
              {
                entries: others.map(({ repair, tried: one }) => ({
                  label: repairWords(repair, names),
                  about: effect(one),
                  act: () => act(repair),
                })),
              },
            ]}
          />
        )}
        {tried !== null && (
          <Link to={placeOf(told)} className="text-sm text-clay underline" aria-label={`Open: ${findingWords(told, names).what}`}>
            Open
          </Link>
        )}
        {children}
      </span>
      {best && <span className="text-xs text-ash">{effect(best.tried)}</span>}
      {best && <WhatElse tried={best.tried} />}
      {tried === null && told.repairs.length > 0 && <span className="text-xs text-ash">trying repairs…</span>}
      {asking && <PriceDialog repair={asking} onClose={() => setAsking(null)} />}
    </span>
  );
}
