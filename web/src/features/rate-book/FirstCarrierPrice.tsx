import { type CarrierChoice, carriedService, type PlannedZone } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { carrierQueries } from '../../api/carrierApi.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { readPercent } from '../../ui/readers.ts';
import { Select } from '../../ui/Select.tsx';
import { TickMany } from '../../ui/TickMany.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';

interface Offered {
  readonly choice: CarrierChoice;
  readonly name: string;
}

type Faults = { readonly name?: string; readonly carriage?: string; readonly share?: string; readonly zones?: string };

/** Ten times the carrier's price, in basis points. */
const MOST_SHARE = 100_000;

function Fault({ text, id }: { text: string | undefined; id?: string }) {
  if (text === undefined) return null;
  return (
    <p id={id} role="alert" className="text-xs text-fault">
      {text}
    </p>
  );
}

/** A first service at a carrier's price and the owner's share on top. */
export function FirstCarrierPrice({ zones, onClose }: { zones: readonly PlannedZone[]; onClose: () => void }) {
  const { data } = useQuery(carrierQueries.state);
  const offered = (data?.accounts ?? []).flatMap(({ id, name, services }) =>
    services.map(({ code, name: service }): Offered => ({ choice: { account: id, carrier: name, code }, name: `${service} by ${name}` })),
  );
  if (!data) return null;
  if (offered.length > 0) return <CarrierForm zones={zones} offered={offered} onClose={onClose} />;
  return (
    <p className="mt-3">
      A carrier with an account is asked for its price while the buyer waits, and you add a percentage to it.{' '}
      <Link to="/shop/carriers" className="text-clay underline">
        Open an account with a carrier
      </Link>
      , then come back here and type what you add.
    </p>
  );
}

function CarrierForm({ zones, offered, onClose }: { zones: readonly PlannedZone[]; offered: readonly Offered[]; onClose: () => void }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const format = useFormat();
  const [name, setName] = useState('');
  const [chosen, setChosen] = useState('');
  const [share, setShare] = useState('');
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set(zones.map(({ id }) => id)));
  const [faults, setFaults] = useState<Faults>({});
  const faultId = useId();
  const readShare = readPercent(book.shop, MOST_SHARE);

  const offer = () => {
    const carriage = offered[Number(chosen)]?.choice;
    const read = readShare(share);
    const into = zones.filter(({ id }) => ticked.has(id));
    const found: Faults = {
      ...(name.trim() === '' && { name: 'Write what the buyer picks, such as Parcel.' }),
      ...((chosen === '' || !carriage) && { carriage: 'Choose whose price it is.' }),
      ...(!read.ok && { share: read.message }),
      ...(into.length === 0 && { zones: 'Choose at least one zone.' }),
    };
    setFaults(found);
    if (!carriage || !read.ok || Object.keys(found).length > 0) return;
    const commands = carriedService(book, { name: name.trim(), carriage, share: read.value, zones: into });
    const taken = session.dispatch({ name: 'together', args: { commands } });
    if (!taken.ok) return setFaults({ name: `${taken.message}.` });
    toast(`${name.trim()} is offered in ${format.count(into.length, 'zone')}`);
    onClose();
  };

  return (
    <form
      className="mt-3 space-y-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        offer();
      }}
    >
      <LabelledInput label="Name the buyer reads" hint="Parcel" value={name} fault={faults.name} onType={setName} />
      <div>
        <span className="text-sm">Whose price it is</span>
        <Select
          label="Whose price it is"
          className="mt-1"
          value={chosen}
          aria-invalid={faults.carriage !== undefined}
          aria-describedby={faults.carriage === undefined ? undefined : faultId}
          onChange={(event) => setChosen(event.target.value)}
        >
          <option value="" disabled>
            choose
          </option>
          {offered.map((one, at) => (
            <option key={one.name} value={at}>
              {one.name}
            </option>
          ))}
        </Select>
        <Fault text={faults.carriage} id={faultId} />
      </div>
      <LabelledInput
        label="Added to it, %"
        hint="0 for the carrier’s price as it is"
        value={share}
        fault={faults.share}
        read={readShare}
        onType={setShare}
      />
      <fieldset>
        <legend className="text-sm">Offered in</legend>
        <TickMany what="zones" list={zones} chosen={ticked} onChange={(next) => setTicked(new Set(next))} />
        <Fault text={faults.zones} />
      </fieldset>
      <p className="text-sm text-ash">While the carrier does not answer, buyers are told to ask you.</p>
      <div className="flex justify-end gap-2 pt-1">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" type="submit">
          Offer it
        </Button>
      </div>
    </form>
  );
}
