import { laneOf, recipes } from '@ostrakon/core';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { type RefObject, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBench } from '../../bench/BenchProvider.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { returnFocus } from '../../ui/keepFocus.ts';
import { LOOKS, lookWords, setLook } from '../../ui/look.ts';
import { GUIDE_PAGES } from '../../words/guidePages.ts';
import { isFoundBy, plainName } from '../../words/plainName.ts';
import { recipeWords } from '../../words/recipeWords.ts';

/** Of long lists those that match by name: a thousand entries would take long to draw. */
const MOST_SHOWN = 40;

/** The first of a list whose names hold every word that was typed. */
function matching<T>(list: readonly T[], typed: string, nameOf: (one: T) => string): readonly T[] {
  if (list.length <= MOST_SHOWN) return list;
  const wanted = plainName(typed);
  const found: T[] = [];
  for (const one of list) {
    if (wanted !== '' && !isFoundBy(plainName(nameOf(one)), wanted)) continue;
    found.push(one);
    if (found.length === MOST_SHOWN) break;
  }
  return found;
}

/** Each word that was typed begins a word of the name, or of what else the thing is called. */
function fits(value: string, typed: string, called: readonly string[] = []): number {
  const words = plainName(`${value} ${called.join(' ')}`).split(' ');
  const wanted = plainName(typed).split(' ');
  if (!wanted.every((one) => words.some((word) => word.startsWith(one)))) return 0;
  return plainName(value).startsWith(wanted.join(' ')) ? 1 : 0.5;
}

interface Entry {
  readonly label: string;
  /** Other words people look for it by. */
  readonly called?: readonly string[];
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
          value={entry.label}
          {...(entry.called && { keywords: [...entry.called] })}
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
export function Palette({
  ahead,
  onClose,
}: {
  /** What was typed before the field had the focus; null from then on. */
  ahead: RefObject<string | null>;
  onClose: () => void;
}) {
  const { book } = useDraft();
  const session = useDraftSession();
  const { trials, products, send } = useBench();
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [before] = useState(() => document.activeElement);
  // Only once the field has the focus do the keys come to it by themselves.
  const takeAhead = () => {
    if (ahead.current) setTyped(ahead.current);
    ahead.current = null;
  };
  const all = useMemo(() => [...products.values()], [products]);
  const found = matching(all, typed, ({ name }) => name);
  const go = (path: string) => () => void navigate(path);
  const lanes = useMemo(
    () =>
      book.zones.flatMap((zone) =>
        book.services.flatMap((service) =>
          laneOf(zone, service.id) ? [{ label: `${service.name} to ${zone.name}`, path: `/book/${zone.id}/${service.id}` }] : [],
        ),
      ),
    [book.zones, book.services],
  );
  return (
    // Not modal to the page behind: hiding and locking all of a large sheet would style every cell anew, twice. Whatever the
    // focus or the pointer does outside closes it.
    <Dialog.Root open modal={false} onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <div className="fixed inset-0 z-40 bg-shade" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            returnFocus(before);
          }}
          className="fixed top-[12vh] left-1/2 z-50 w-[560px] max-w-[calc(100vw-1rem)] -translate-x-1/2 overflow-hidden rounded-lg border border-line-strong bg-paper"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Command label="Find" filter={fits} onKeyDown={(event) => event.key === 'Tab' && event.preventDefault()}>
            <Command.Input
              value={typed}
              onFocus={takeAhead}
              onValueChange={setTyped}
              placeholder="Find a zone, a price, a product, a trial or a command"
              className="h-11 w-full border-line border-b bg-paper px-4 outline-none"
            />
            <Command.List className="max-h-[50vh] overflow-auto p-1.5">
              <Command.Empty className="px-2 py-3 text-ash">Nothing of that name.</Command.Empty>
              <Group
                heading="Commands"
                onDone={onClose}
                entries={[
                  { label: 'Rate book', called: ['sheet', 'prices', 'zones', 'services', 'rates'], act: go('/book') },
                  {
                    label: 'Recipes: common ways to charge',
                    called: ['template', 'example', 'begin', 'start', 'how to', 'new prices'],
                    act: go('/recipes'),
                  },
                  {
                    label: 'Charges',
                    called: ['surcharge', 'handling', 'packing', 'fuel', 'fee', 'extra', 'season'],
                    act: go('/charges'),
                  },
                  {
                    label: 'Free and reduced delivery',
                    called: ['reductions', 'discount', 'coupon', 'free delivery', 'free shipping', 'threshold', 'offer'],
                    act: go('/charges'),
                  },
                  { label: 'Dates: days on the way', called: ['transit', 'arrival', 'delivery time', 'delivery days'], act: go('/dates') },
                  {
                    label: 'Last orders',
                    called: ['deadline', 'cut-off', 'cutoff', 'holiday', 'order by'],
                    act: go('/dates?show=last-orders'),
                  },
                  { label: 'Costs: what carriage costs', called: ['survey', 'margin', 'postage'], act: go('/costs') },
                  { label: 'Fit prices to costs', called: ['suggest', 'margin', 'propose'], act: go('/costs/fit') },
                  { label: 'Label test', called: ['postage', 'print'], act: go('/costs/label') },
                  { label: 'Carriers', called: ['markup', 'live rates', 'account', 'postage'], act: go('/shop/carriers') },
                  {
                    label: 'Dispatch: cut-offs and closed days',
                    called: ['holiday', 'vacation', 'packing days', 'handling time', 'working days', 'cutoff'],
                    act: go('/dates/dispatch'),
                  },
                  { label: 'Show arrival in every zone', called: ['promise', 'dates', 'delivery time'], act: go('/book?face=promise') },
                  { label: 'Show this cart in every zone', called: ['quote'], act: go('/book?face=cart') },
                  { label: 'Show margin in every zone', called: ['profit', 'loss', 'cost'], act: go('/book?face=margin') },
                  { label: 'Publish', called: ['checkout', 'history', 'edition', 'live', 'save'], act: go('/publish') },
                  {
                    label: 'Shop facts and messages',
                    called: ['currency', 'name', 'units', 'tax', 'language', 'rounding'],
                    act: go('/shop'),
                  },
                  {
                    label: 'Served places',
                    called: ['countries', 'where', 'worldwide', 'everywhere', 'territories'],
                    act: go('/shop/places'),
                  },
                  { label: 'Orders', called: ['packing desk', 'parcels', 'labels', 'tracking', 'shipments'], act: go('/orders') },
                  {
                    label: 'Slips and lists',
                    called: ['packing slip', 'pick list', 'round sheet', 'templates'],
                    act: go('/orders/papers'),
                  },
                  { label: 'Goods', called: ['products', 'articles', 'items', 'stock', 'weights'], act: go('/shop/goods') },
                  {
                    label: 'Packaging',
                    called: ['boxes', 'cartons', 'parcels', 'envelopes', 'volumetric', 'tare'],
                    act: go('/shop/packaging'),
                  },
                  { label: 'Locations', called: ['warehouse', 'shop address', 'origin', 'time zone'], act: go('/shop/locations') },
                  {
                    label: 'Words for buyers',
                    called: ['translation', 'languages', 'policy', 'returns', 'e-mail', 'names', 'messages'],
                    act: go('/shop/words'),
                  },
                  {
                    label: 'Delivery page',
                    called: ['embed', 'widget', 'feed', 'search engines', 'schema.org', 'shipping policy', 'pdf'],
                    act: go('/shop/delivery'),
                  },
                  { label: 'Connect your checkout', called: ['keys', 'api', 'integration', 'cart'], act: go('/shop/checkout') },
                  { label: 'People', called: ['users', 'staff', 'passwords', 'roles', 'sign in'], act: go('/shop/people') },
                  { label: 'E-mails', called: ['mail', 'smtp', 'packer', 'message'], act: go('/shop/mail') },
                  { label: 'Activity', called: ['audit', 'log', 'who'], act: go('/shop/activity') },
                  { label: 'Backup, export and import', called: ['restore', 'copy', 'download'], act: go('/shop/backup') },
                  ...LOOKS.map((look) => ({
                    label: `Look: ${lookWords[look].toLowerCase()}`,
                    called: ['theme', 'kiln', 'night', 'mode', 'colours', 'contrast'],
                    act: () => setLook(look),
                  })),
                  { label: 'Undo', keys: 'Ctrl Z', act: session.undo },
                  { label: 'Redo', keys: 'Ctrl Shift Z', act: session.redo },
                  { label: 'List of keys', called: ['shortcuts', 'keyboard'], act: go('/guide/keys') },
                ]}
              />
              <Group
                heading="Recipes"
                onDone={onClose}
                entries={recipes.map((one) => ({
                  label: recipeWords(one).title,
                  called: ['recipe'],
                  act: go(`/recipes/${one.id}`),
                }))}
              />
              <Group
                heading="Handbook"
                onDone={onClose}
                entries={GUIDE_PAGES.map(([page, title]) => ({
                  label: `Handbook: ${title}`,
                  called: ['help', 'guide', 'manual', 'documentation', 'how'],
                  act: go(`/guide/${page}`),
                }))}
              />
              <Group
                heading="Services"
                onDone={onClose}
                entries={book.services.map(({ id, name }) => ({ label: `${name}: days and places`, act: go(`/services/${id}`) }))}
              />
              <Group
                heading="Zones"
                onDone={onClose}
                entries={matching(book.zones, typed, ({ name }) => name).map((zone) => ({ label: zone.name, act: go(`/book/${zone.id}`) }))}
              />
              <Group
                heading="Prices"
                onDone={onClose}
                entries={matching(lanes, typed, ({ label }) => label).map(({ label, path }) => ({ label, act: go(path) }))}
              />
              <Group
                heading="Trials"
                onDone={onClose}
                entries={matching(trials, typed, ({ name }) => name).map((trial) => ({
                  label: trial.name,
                  act: () => send({ kind: 'load', trial }),
                }))}
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
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
