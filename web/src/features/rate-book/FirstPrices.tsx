import {
  firstPrices,
  homeCountry,
  newId,
  type PlannedZone,
  type FirstPrices as Prices,
  plannedZones,
  type RateBook,
  type ZonePrice,
} from '@ostrakon/core';
import { useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { readMoney } from '../../ui/readers.ts';
import { Segments } from '../../ui/Segments.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { FirstCarrierPrice } from './FirstCarrierPrice.tsx';
import { readOnePrice } from './sheetPrices.ts';

type Start = 'one' | 'free' | 'carrier';

const STARTS = [
  ['one', 'One price for each zone'],
  ['free', 'Free from a value'],
  ['carrier', 'A carrier’s price'],
] as const satisfies readonly (readonly [Start, string])[];

interface TypedPrices {
  readonly zones: readonly PlannedZone[];
  /** By zone; nothing where the service is not offered. */
  readonly typed: Readonly<Record<string, string>>;
  readonly name: string;
  /** From which value delivery is free; null where that was not asked. */
  readonly from: string | null;
}

/** The figures as they were typed, and what is wrong with them, by field. */
function readAll({ zones, typed, name, from }: TypedPrices, shop: RateBook['shop']) {
  const found: Record<string, string> = {};
  const prices = zones.flatMap((zone): ZonePrice[] => {
    const text = typed[zone.id]?.trim() ?? '';
    if (text === '') return [];
    const price = readOnePrice(shop)(text);
    if (price.ok) return [{ ...zone, result: price.value }];
    found[zone.id] = price.message;
    return [];
  });
  const [first] = zones;
  if (first && prices.length === 0 && Object.keys(found).length === 0) found[first.id] = 'Write at least one price.';
  if (name.trim() === '') found.name = 'Write what the buyer picks, such as Parcel.';
  const value = from === null ? null : readMoney(shop)(from);
  if (value?.ok === false) found.from = value.message;
  return { found, prices, freeFrom: value?.ok ? value.value : null };
}

/** A first service with the owner's own figures: no price is suggested. */
export function FirstPrices({ onClose }: { onClose: () => void }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const [start, setStart] = useState<Start>('one');
  const [name, setName] = useState('');
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const [from, setFrom] = useState('');
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const zones = plannedZones(book, format.region, 'Everywhere else');
  const read = readOnePrice(book.shop);

  const offer = () => {
    const { found, prices, freeFrom } = readAll({ zones, typed, name, from: start === 'free' ? from : null }, book.shop);
    setFaults(found);
    if (Object.keys(found).length > 0) return;
    const asked: Prices = {
      service: { id: newId(name, book.services, 'service'), name: name.trim() },
      country: homeCountry(book),
      prices,
      freeFrom,
    };
    const taken = session.dispatch({ name: 'together', args: { commands: firstPrices(asked) } });
    if (!taken.ok) return setFaults({ name: `${taken.message}.` });
    toast(`${asked.service.name} is offered in ${format.count(prices.length, 'zone')}`);
    onClose();
  };

  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="What does delivery cost?"
      about="With figures of your own; each can be changed later."
    >
      <Segments label="How prices begin" value={start} choices={STARTS} onChange={setStart} />
      {start === 'carrier' ? (
        <FirstCarrierPrice zones={zones} onClose={onClose} />
      ) : (
        <form
          className="mt-3 space-y-2.5"
          onSubmit={(event) => {
            event.preventDefault();
            offer();
          }}
        >
          <LabelledInput label="Name the buyer reads" hint="Parcel" value={name} fault={faults.name} onType={setName} />
          {zones.map((zone) => (
            <LabelledInput
              key={zone.id}
              label={`Price to ${zone.name}, ${book.shop.currency}`}
              hint="an amount, free, ask us, or nothing where you do not offer it"
              value={typed[zone.id] ?? ''}
              fault={faults[zone.id]}
              read={read}
              onType={(text) => setTyped({ ...typed, [zone.id]: text })}
            />
          ))}
          {start === 'free' && (
            <LabelledInput
              label={`Free when goods come to, ${book.shop.currency}`}
              value={from}
              fault={faults.from}
              read={readMoney(book.shop)}
              onType={setFrom}
            />
          )}
          <div className="flex justify-end gap-2 pt-1">
            <Button onClick={onClose}>Cancel</Button>
            <Button look="main" type="submit">
              Offer it
            </Button>
          </div>
        </form>
      )}
    </Modal>
  );
}
