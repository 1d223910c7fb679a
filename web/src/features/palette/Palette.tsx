import { laneOf } from '@ostrakon/core';
import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';

/** Of many thousand products, those that match best by name. */
const MOST_PRODUCTS_SHOWN = 40;

interface Entry {
  readonly label: string;
  readonly keys?: string;
  readonly act: () => void;
}

function Group({ heading, entries, onDone }: { heading: string; entries: readonly Entry[]; onDone: () => void }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-ash"
    >
      {entries.map((entry) => (
        <Command.Item
          key={entry.label}
          value={`${heading} ${entry.label}`}
          onSelect={() => {
            entry.act();
            onDone();
          }}
          className="flex cursor-pointer justify-between rounded-md px-2 py-1.5 data-[selected=true]:bg-clay-tint"
        >
          {entry.label}
          {entry.keys !== undefined && <kbd className="font-sans text-xs text-ash">{entry.keys}</kbd>}
        </Command.Item>
      ))}
    </Command.Group>
  );
}

/** Finds any zone, lane, product, trial or command. */
export function Palette({ onClose, onHelp }: { onClose: () => void; onHelp: () => void }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const { trials, products, send } = useBench();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const found = useMemo(() => {
    const wanted = typed.trim().toLowerCase();
    const all = [...products.values()];
    return (wanted === '' ? all : all.filter((product) => product.name.toLowerCase().includes(wanted))).slice(0, MOST_PRODUCTS_SHOWN);
  }, [products, typed]);
  const go = (path: string) => () => void navigate(path);
  const lanes = book.zones.flatMap((zone) =>
    book.services.flatMap((service) =>
      laneOf(zone, service.id) ? [{ label: `${service.name} to ${zone.name}`, act: go(`/book/${zone.id}/${service.id}`) }] : [],
    ),
  );
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Find"
      overlayClassName="fixed inset-0 z-40 bg-ink/35"
      contentClassName="fixed top-[12vh] left-1/2 z-50 w-[560px] -translate-x-1/2 overflow-hidden rounded-lg border border-line-strong bg-paper"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="Find a zone, lane, product, trial or command"
        className="h-11 w-full border-line border-b bg-paper px-4 outline-none"
      />
      <Command.List className="max-h-[50vh] overflow-auto p-1.5">
        <Command.Empty className="px-2 py-3 text-ash">Nothing of that name.</Command.Empty>
        <Group
          heading="Commands"
          onDone={onClose}
          entries={[
            { label: 'Open the rate book', act: go('/book') },
            { label: 'Charges and allowances', act: go('/charges') },
            { label: 'Dates: days on the way', act: go('/dates') },
            { label: 'Last orders', act: go('/dates?show=last-orders') },
            { label: 'What carriage costs', act: go('/costs') },
            { label: 'Fit prices to costs', act: go('/costs/fit') },
            { label: 'Label test', act: go('/costs/label') },
            { label: 'Carriers', act: go('/shop/carriers') },
            { label: 'Dispatch: cut-offs and closed days', act: go('/shop/dispatch') },
            { label: 'Show promises in every zone', act: go('/book?face=promise') },
            { label: 'Show this cart in every zone', act: go('/book?face=cart') },
            { label: 'Publish', act: go('/publish') },
            { label: 'Shop facts and messages', act: go('/shop') },
            { label: 'Served places', act: go('/shop/places') },
            { label: 'Goods', act: go('/shop/goods') },
            { label: 'Packaging', act: go('/shop/packaging') },
            { label: 'Locations', act: go('/shop/locations') },
            { label: 'Backup, export and import', act: go('/shop/backup') },
            { label: 'Undo', keys: 'Ctrl Z', act: session.undo },
            { label: 'Redo', keys: 'Ctrl Shift Z', act: session.redo },
            { label: 'List shortcuts', keys: '?', act: onHelp },
          ]}
        />
        <Group
          heading="Services"
          onDone={onClose}
          entries={book.services.map(({ id, name }) => ({ label: `${name}: days and places`, act: go(`/services/${id}`) }))}
        />
        <Group heading="Zones" onDone={onClose} entries={book.zones.map((zone) => ({ label: zone.name, act: go(`/book/${zone.id}`) }))} />
        <Group heading="Lanes" onDone={onClose} entries={lanes} />
        <Group
          heading="Trials"
          onDone={onClose}
          entries={trials.map((trial) => ({ label: trial.name, act: () => send({ kind: 'load', trial }) }))}
        />
        <Group
          heading="Put on the bench"
          onDone={onClose}
          entries={found.map((product) => ({
            label: product.name,
            act: () => send({ kind: 'addProduct', product: product.id }),
          }))}
        />
      </Command.List>
    </Command.Dialog>
  );
}
