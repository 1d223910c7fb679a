import { listCountries, listSubdivisions, regionName } from '@ostrakon/core';
import { GoodsFound, OfferedByHand, OrderPlaced } from '@ostrakon/core/contract';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import {
  articleOf,
  emptyOrder,
  type Faults,
  type KnownGoods,
  NO_GOODS,
  readByHand,
  readOptions,
  type TypedGoods,
  type TypedOrder,
} from './byHand.ts';
import { useDesk } from './Desk.tsx';

/** Goods found for what is typed; those found before stay known. */
function useKnownGoods(text: string): readonly KnownGoods[] {
  const kept = useRef(new Map<string, KnownGoods>());
  const { data } = useQuery({
    queryKey: ['desk', 'goods', text],
    queryFn: () => ask('GET /orders/goods', GoodsFound, { query: { text } }),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });
  for (const one of data?.goods ?? []) kept.current.set(one.id, one);
  return [...kept.current.values()];
}

function GoodsRow({
  typed,
  at,
  known,
  faults,
  onChange,
  onRemove,
}: {
  typed: TypedGoods;
  at: number;
  known: readonly KnownGoods[];
  faults: Faults;
  onChange: (typed: TypedGoods) => void;
  onRemove: (() => void) | null;
}) {
  const { format } = useDesk();
  const article = articleOf(typed.what, known);
  const of = (field: keyof TypedGoods) => faults[`goods/${at}/${field}`];
  return (
    <fieldset className="mt-1 flex items-start gap-2">
      <legend className="sr-only">Goods {at + 1}</legend>
      <div className="min-w-0 flex-[3]">
        <LabelledInput
          quiet
          label="Goods"
          hint="Name or article number"
          choices={known.map(({ name }) => name)}
          value={typed.what}
          fault={of('what')}
          onType={(what) => onChange({ ...typed, what })}
        />
      </div>
      <div className="w-16">
        <LabelledInput quiet label="Pieces" value={typed.pieces} fault={of('pieces')} onType={(pieces) => onChange({ ...typed, pieces })} />
      </div>
      <div className="w-28">
        <LabelledInput
          quiet
          label="Price each"
          hint={article ? format.money(article.price) : ''}
          value={typed.price}
          fault={of('price')}
          onType={(price) => onChange({ ...typed, price })}
        />
      </div>
      <div className="w-24">
        <LabelledInput
          quiet
          label="Weight each"
          value={typed.weight}
          fault={of('weight')}
          onType={(weight) => onChange({ ...typed, weight })}
        />
      </div>
      <Button
        look="quiet"
        className="mt-4"
        aria-label={`Take goods ${at + 1} off`}
        disabled={onRemove === null}
        onClick={() => onRemove?.()}
      >
        ×
      </Button>
    </fieldset>
  );
}

function Address({ typed, faults, set }: { typed: TypedOrder; faults: Faults; set: (more: Partial<TypedOrder>) => void }) {
  const { facts } = useDesk();
  const { data: names } = useQuery({
    queryKey: ['subdivision-names'],
    queryFn: async () => (await import('@ostrakon/core/subdivision-names')).subdivisionNames(),
    staleTime: Infinity,
    structuralSharing: false,
  });
  const countries = useMemo(
    () =>
      listCountries()
        .map((code) => [code, regionName(code, facts.locale)] as const)
        .toSorted((a, b) => a[1].localeCompare(b[1], facts.locale)),
    [facts.locale],
  );
  const provinces = listSubdivisions(typed.country);
  const field = (name: 'name' | 'mail' | 'telephone' | 'street' | 'town' | 'postalCode', label: string) => (
    <LabelledInput label={label} value={typed[name]} fault={faults[name]} onType={(text) => set({ [name]: text })} />
  );
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1">
      {field('name', 'Who receives it')}
      {field('street', 'Street and number')}
      {field('mail', 'E-mail, if there is one')}
      {field('town', 'Town')}
      {field('telephone', 'Telephone, if there is one')}
      {field('postalCode', 'Postal code')}
      <div>
        <p className="mb-0.5 text-sm" aria-hidden>
          Country
        </p>
        <Select label="Country" value={typed.country} onChange={(event) => set({ country: event.target.value, subdivision: '' })}>
          {countries.map(([code, name]) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </Select>
      </div>
      <div>
        <p className="mb-0.5 text-sm" aria-hidden>
          Province or state
        </p>
        <Select
          label="Province or state"
          disabled={provinces.length === 0}
          value={typed.subdivision}
          onChange={(event) => set({ subdivision: event.target.value })}
        >
          <option value="">by the postal code</option>
          {provinces.map((code) => (
            <option key={code} value={code}>
              {names?.get(code)?.english ?? code}
            </option>
          ))}
        </Select>
      </div>
    </div>
  );
}

function HowDelivered({
  typed,
  offered,
  faults,
  set,
}: {
  typed: TypedOrder;
  offered: OfferedByHand | undefined;
  faults: Faults;
  set: (more: Partial<TypedOrder>) => void;
}) {
  const { format } = useDesk();
  const chosen = offered?.options.find(({ service }) => service === typed.service);
  return (
    <div className="mt-3 flex items-start gap-3">
      <div className="min-w-0 flex-[2]">
        <p className="mb-0.5 text-sm" aria-hidden>
          How it is delivered
        </p>
        <Select label="How it is delivered" value={typed.service} onChange={(event) => set({ service: event.target.value })}>
          <option value="">{offered ? 'choose' : 'first the goods and the address'}</option>
          {offered?.options.map(({ service, name, price }) => (
            <option key={service} value={service}>
              {name}, {format.money(price)}
            </option>
          ))}
          {(offered?.others.length ?? 0) > 0 && (
            <optgroup label="Not offered for this">
              {offered?.others.map(({ service, name }) => (
                <option key={service} value={service}>
                  {name}
                </option>
              ))}
            </optgroup>
          )}
        </Select>
        {faults.service !== undefined && (
          <p role="alert" className="mt-0.5 text-xs text-fault">
            {faults.service}
          </p>
        )}
      </div>
      <LabelledInput
        label="Charged for delivery"
        hint={chosen ? format.money(chosen.price) : ''}
        value={typed.charged}
        fault={faults.charged}
        onType={(charged) => set({ charged })}
      />
      <LabelledInput label="Coupon, if there is one" value={typed.coupon} fault={faults.coupons} onType={(coupon) => set({ coupon })} />
    </div>
  );
}

/** An order that came by telephone or over the counter. */
export function ByHandDialog({ onClose }: { onClose: () => void }) {
  const { facts } = useDesk();
  const navigate = useNavigate();
  const [typed, setTyped] = useState(() => emptyOrder(facts.country));
  const [looked, setLooked] = useState('');
  const [faults, setFaults] = useState<Faults>({});
  const [reference] = useState(() => `by-hand-${crypto.randomUUID()}`);
  const { busy, error, send } = useSending();
  const known = useKnownGoods(useDeferredValue(looked));
  const asked = readOptions(typed, known, facts);
  const { data: offered, error: noOptions } = useQuery({
    queryKey: ['desk', 'options', useDeferredValue(JSON.stringify(asked))],
    queryFn: () => (asked.ok ? ask('POST /orders/options', OfferedByHand, { body: asked.asked }) : null),
    enabled: asked.ok,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const set = (more: Partial<TypedOrder>) => {
    setTyped({ ...typed, ...more });
    setFaults({});
  };
  const setGoods = (at: number, one: TypedGoods) => {
    setLooked(one.what);
    set({ goods: typed.goods.map((held, index) => (index === at ? one : held)) });
  };
  const place = () => {
    const read = readByHand(typed, reference, known, facts);
    if (!read.ok) return setFaults(read.faults);
    void send(async () => {
      const placed = await ask('POST /orders', OrderPlaced, { body: read.order });
      toast(`Order ${placed.number} written down`);
      onClose();
      await navigate(`/orders/${placed.number}`);
    });
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="Write an order down"
      about="As it comes by telephone or over the counter."
    >
      <Address typed={typed} faults={faults} set={set} />
      <div className="mt-3">
        {typed.goods.map((one, at) => (
          <GoodsRow
            // biome-ignore lint/suspicious/noArrayIndexKey: rows are known by their place
            key={at}
            typed={one}
            at={at}
            known={known}
            faults={faults}
            onChange={(next) => setGoods(at, next)}
            onRemove={typed.goods.length > 1 ? () => set({ goods: typed.goods.filter((_, index) => index !== at) }) : null}
          />
        ))}
        <Button look="quiet" onClick={() => set({ goods: [...typed.goods, NO_GOODS] })}>
          More goods
        </Button>
      </div>
      <HowDelivered typed={typed} offered={offered ?? undefined} faults={faults} set={set} />
      {(error !== null || noOptions !== null) && (
        <p role="alert" className="mt-2 text-sm text-fault">
          {problemWords(error ?? noOptions)}
        </p>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={busy} onClick={place}>
          Write it down
        </Button>
      </div>
    </Modal>
  );
}
