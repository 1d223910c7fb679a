import {
  type CarrierAccount,
  daysOfCountry,
  homeCountry,
  newId,
  PLAIN_CARRIAGE,
  PLAIN_SERVICE,
  PLAIN_TERMS,
  type Service,
} from '@ostrakon/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { carrierApi } from '../api/carrierApi.ts';
import { useDraft, useDraftSession } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { LabelledInput } from '../ui/LabelledInput.tsx';
import { Modal } from '../ui/Modal.tsx';
import { readPercent } from '../ui/readers.ts';
import { Segments } from '../ui/Segments.tsx';
import { TickMany } from '../ui/TickMany.tsx';
import { toast } from '../ui/toast.ts';
import { useFormat } from '../words/useWords.ts';
import { zoneTicks } from '../words/zoneGroups.ts';
import { useCarrierChange } from './useCarrierChange.ts';

/** Switches the ticked services on: what buyers call them, in which zones, and what is added. */
function SwitchOn({ account, codes, onClose }: { account: CarrierAccount; codes: readonly string[]; onClose: (done: boolean) => void }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const chosen = account.services.filter(({ code }) => codes.includes(code));
  const [names, setNames] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(chosen.map(({ code, name }) => [code, name])),
  );
  const [zones, setZones] = useState<ReadonlySet<string>>(new Set());
  const [markup, setMarkup] = useState('0 %');
  const [fault, setFault] = useState<{ at: string; message: string } | null>(null);
  const save = () => {
    const share = readPercent(book.shop, 100_000)(markup);
    if (!share.ok) return setFault({ at: 'markup', message: share.message });
    if (zones.size === 0) return setFault({ at: 'zones', message: 'Choose a zone.' });
    const taken: { id: string }[] = [...book.services];
    const services = chosen.map(({ code }): Service => {
      const id = newId(names[code] ?? code, taken, 'service');
      taken.push({ id });
      return {
        ...PLAIN_SERVICE,
        days: daysOfCountry(homeCountry(book)),
        id,
        name: (names[code] ?? '').trim(),
        kind: 'carrier',
        carriage: { ...PLAIN_CARRIAGE, account: account.id, carrier: account.name, service: code },
        terms: { ...PLAIN_TERMS, markup: { ...PLAIN_TERMS.markup, basisPoints: share.value } },
      };
    });
    const unnamed = services.find(({ name }) => name === '');
    if (unnamed) return setFault({ at: unnamed.carriage?.service ?? '', message: 'Write what the buyer reads.' });
    const inOrder = book.zones.map(({ id }) => id).filter((id) => zones.has(id));
    const card = { kind: 'flat', result: { kind: 'refer' } } as const;
    const outcome = session.dispatch({ name: 'addCarrierServices', args: { services, zones: inOrder, card } });
    if (!outcome.ok) return setFault({ at: 'zones', message: `${outcome.message}.` });
    toast(`${services.map(({ name }) => name).join(' and ')} on the sheet`, {
      action: { label: 'Undo', onClick: session.undo },
    });
    return onClose(true);
  };
  return (
    <Modal
      open
      onOpenChange={(open) => !open && onClose(false)}
      title={`Switch on services of ${account.name}`}
      about="They join the draft as columns of the sheet. Markup, packaging and what holds without an answer can be set there."
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        {chosen.map(({ code, name }) => (
          <LabelledInput
            key={code}
            label={`Name the buyer reads, for ${name}`}
            value={names[code] ?? ''}
            onType={(text) => setNames({ ...names, [code]: text })}
            fault={fault?.at === code ? fault.message : undefined}
          />
        ))}
        <fieldset>
          <legend className="text-sm">Offered in</legend>
          <TickMany
            what="zones"
            list={zoneTicks(book.zones, book.shop.locale)}
            chosen={zones}
            onChange={(next) => setZones(new Set(next))}
          />
          {fault?.at === 'zones' && (
            <p role="alert" className="text-xs text-fault">
              {fault.message}
            </p>
          )}
        </fieldset>
        <LabelledInput
          label="Percent added to the carrier’s price"
          value={markup}
          read={readPercent(book.shop, 100_000)}
          onType={setMarkup}
          fault={fault?.at === 'markup' ? fault.message : undefined}
        />
        <div className="flex justify-end">
          <Button look="main" type="submit">
            Switch on
          </Button>
        </div>
      </form>
    </Modal>
  );
}

/** A carrier's services: none is on until it is ticked and switched on. */
export function AccountServices({ account }: { account: CarrierAccount }) {
  const { services } = useDraft().book;
  const format = useFormat();
  const change = useCarrierChange();
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const [opening, setOpening] = useState(false);
  const on = (code: string) => services.filter(({ carriage }) => carriage?.account === account.id && carriage.service === code);
  const toggle = (code: string) => setTicked(ticked.includes(code) ? ticked.filter((one) => one !== code) : [...ticked, code]);
  return (
    <div className="mt-3">
      <table className="w-full table-fixed text-sm">
        <thead className="text-start text-ash">
          <tr>
            <th scope="col" className="w-8">
              <span className="sr-only">Switch on</span>
            </th>
            <th scope="col" className="py-1 font-normal">
              Service
            </th>
            <th scope="col" className="w-64 font-normal">
              In this shop
            </th>
          </tr>
        </thead>
        <tbody>
          {account.services.map(({ code, name, note, fresh, gone }) => {
            const used = on(code);
            return (
              <tr key={code} className="border-line border-t">
                <td className="py-1">
                  <input
                    type="checkbox"
                    className="accent-clay"
                    aria-label={`Switch on ${name}`}
                    disabled={gone}
                    checked={ticked.includes(code)}
                    onChange={() => toggle(code)}
                  />
                </td>
                <td className="py-1 pe-3">
                  <span className="font-semibold">{name}</span> <span className="text-ash">{note}</span>
                  {fresh && <span className="ms-1 rounded bg-ochre-soft px-1 text-xs text-ochre">new</span>}
                  {gone && <span className="ms-1 rounded bg-fault-soft px-1 text-xs text-fault">no longer offered</span>}
                </td>
                <td className="py-1 text-ash">
                  {used.length === 0
                    ? 'off'
                    : used.map((service, at) => (
                        <span key={service.id}>
                          {at > 0 && ', '}
                          <Link to={`/services/${service.id}`} className="text-clay underline">
                            {service.name}
                          </Link>
                          {service.kind === 'card' && ' (own prices)'}
                        </span>
                      ))}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {account.services.length === 0 && <p className="text-sm text-ash">Its services are not known yet: look for new services.</p>}
      <div className="mt-2 flex flex-wrap items-center justify-between gap-3">
        <Button look="main" disabled={ticked.length === 0} onClick={() => setOpening(true)}>
          {ticked.length === 0 ? 'Tick services to switch on' : `Switch on ${format.count(ticked.length, 'service')}…`}
        </Button>
        {account.kind === 'service' && (
          <span className="flex items-center gap-2 text-sm">
            Services it begins to offer later
            <Segments
              label={`Services ${account.name} begins to offer later`}
              value={account.newServices}
              choices={[
                ['off', 'stay off'],
                ['draft', 'join the draft'],
              ]}
              onChange={(newServices) => void change(() => carrierApi.edit(account.id, { newServices }))}
            />
          </span>
        )}
      </div>
      {opening && (
        <SwitchOn
          account={account}
          codes={ticked}
          onClose={(done) => {
            setOpening(false);
            if (done) setTicked([]);
          }}
        />
      )}
    </div>
  );
}
