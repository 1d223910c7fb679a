import { type CartInput, Destination, listSubdivisions } from '@ostrakon/core';
import { X } from 'lucide-react';
import { Suspense, useMemo } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { CountryChooser } from '../places/CountryChooser.tsx';
import { SignButton } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';
import { Select } from '../ui/Select.tsx';
import { TypedField } from '../ui/TypedField.tsx';
import { useSubdivisionNames } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { FollowZone } from './FollowZone.tsx';

const TownFinder = later(() => import('./TownFinder.tsx'), 'TownFinder');
const AddressNotes = later(() => import('./AddressNotes.tsx'), 'AddressNotes');

type To = CartInput['destination'];

interface AddressProps {
  to: To;
  onChange: (to: To) => void;
  /** Sets the fields of further addresses apart: " of address 2". */
  of?: string;
}

function CountrySelect({ to, onChange, of = '' }: AddressProps) {
  const { served, locale } = useDraft().book.shop;
  return (
    <CountryChooser
      label={`Country${of}`}
      value={to.country}
      locale={locale}
      served={served}
      onChange={(country) => country !== to.country && onChange({ country })}
    />
  );
}

function SubdivisionSelect({ to, onChange, of = '' }: AddressProps) {
  const name = useSubdivisionNames();
  const codes = useMemo(
    () =>
      listSubdivisions(to.country)
        .map((code) => [code, name(code)] as const)
        .sort((a, b) => a[1].localeCompare(b[1])),
    [to.country, name],
  );
  if (codes.length === 0) return null;
  return (
    <Select
      label={`Province or state${of}`}
      value={to.subdivision ?? ''}
      onChange={(event) => {
        const { subdivision: _old, ...rest } = to;
        onChange(event.target.value === '' ? rest : { ...rest, subdivision: event.target.value });
      }}
    >
      <option value="">Any province</option>
      {codes.map(([code, label]) => (
        <option key={code} value={code}>
          {label}
        </option>
      ))}
    </Select>
  );
}

function AddressFields({ to, onChange, of = '' }: AddressProps) {
  return (
    <>
      <CountrySelect to={to} onChange={onChange} of={of} />
      <SubdivisionSelect to={to} onChange={onChange} of={of} />
      <TypedField
        label={`Postal code${of}`}
        placeholder="Postal code"
        shown={to.postalCode ?? ''}
        read={(text) => {
          const code = text.trim().toUpperCase();
          if (code === '') return { ok: true, value: undefined };
          const parsed = Destination.safeParse({ ...to, postalCode: code });
          return parsed.success ? { ok: true, value: code } : { ok: false, message: `${parsed.error.issues[0]?.message}.` };
        }}
        commit={(postalCode) => {
          const { postalCode: _old, ...rest } = to;
          onChange(postalCode === undefined ? rest : { ...rest, postalCode });
          return { ok: true };
        }}
      />
    </>
  );
}

/** Where the cart goes, and the further addresses that parts of it go to. */
export function BenchAddress() {
  const { state, send } = useBench();
  const to = state.cart.destination;
  const others = state.cart.others ?? [];
  const go = (destination: To) => send({ kind: 'setDestination', destination });
  return (
    <section aria-label="Address" className="space-y-2">
      <div className="grid grid-cols-[1fr_1fr_6rem] gap-2">
        <AddressFields to={to} onChange={go} />
        <Suspense>
          <AddressNotes to={to} onChange={go} />
        </Suspense>
      </div>
      {others.map((other, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: an address is known by its number
        <div key={at}>
          <div className="flex items-center justify-between text-sm text-ash">
            <span>Address {at + 2}</span>
            <SignButton className="size-6!" label={`Remove address ${at + 2}`} onClick={() => send({ kind: 'removeOther', at })}>
              <X size={14} aria-hidden />
            </SignButton>
          </div>
          <div className="grid grid-cols-[1fr_1fr_6rem] gap-2">
            <AddressFields
              to={other}
              of={` of address ${at + 2}`}
              onChange={(destination) => send({ kind: 'setOther', at, destination })}
            />
          </div>
        </div>
      ))}
      <FollowZone />
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        {others.length < 49 && (
          <button type="button" className="text-sm text-clay hover:underline" onClick={() => send({ kind: 'addAddress' })}>
            Send a part to another address
          </button>
        )}
        <Suspense>
          <TownFinder key={to.country} to={to} onChange={go} />
        </Suspense>
      </div>
    </section>
  );
}
