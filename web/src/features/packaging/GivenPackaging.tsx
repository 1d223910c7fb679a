import { massToMicrograms, type Packaging, sidesOf } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { carrierApi, carrierQueries } from '../../api/carrierApi.ts';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { packagingKinds } from './packagingWords.ts';

/** What every carrier the shop has an account with gives to pack into; carriers that do not answer are left to be asked again. */
function useGiven() {
  const { data } = useQuery(carrierQueries.state);
  const accounts = data?.accounts ?? [];
  const ids = accounts.map(({ id }) => id);
  return useQuery({
    queryKey: ['given-packaging', ids],
    queryFn: async () => {
      const answers = await Promise.allSettled(ids.map((id) => carrierApi.packaging(id)));
      return {
        packaging: answers.flatMap((answer) => (answer.status === 'fulfilled' ? answer.value : [])),
        names: new Map(accounts.flatMap(({ id, services }) => services.map(({ code, name }) => [`${id} ${code}`, name] as const))),
        silent: accounts.filter((_account, at) => answers[at]?.status === 'rejected').map(({ name }) => name),
      };
    },
    enabled: data !== undefined,
    staleTime: 60_000,
  });
}

/** Boxes and envelopes of carriers, to add to the shop's packaging: they serve that carrier's services alone. */
export function GivenPackaging({ onClose }: { onClose: () => void }) {
  const { packing } = useDraft().book;
  const session = useDraftSession();
  const format = useFormat();
  const { data } = useGiven();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const held = new Set(packing.packaging.map(({ id }) => id));
  const toggle = (id: string) => {
    const next = new Set(ticked);
    if (!next.delete(id)) next.add(id);
    setTicked(next);
  };
  const usedFor = ({ carrier }: Packaging): string => {
    if (!carrier) return '';
    const names = carrier.services?.map((code) => data?.names.get(`${carrier.account} ${code}`) ?? code);
    return names ? `${format.list(names)} of ${carrier.name}` : `all services of ${carrier.name}`;
  };
  const add = () => {
    const chosen = data?.packaging.filter(({ id }) => ticked.has(id)) ?? [];
    const commands = chosen.map((packaging: Packaging) => ({ name: 'addPackaging' as const, args: packaging }));
    const taken = session.dispatch({ name: 'together', args: { commands } });
    if (!taken.ok) return toast.error(`${taken.message}.`);
    toast(`Added ${format.list(chosen.map(({ name }) => name))}`, { action: { label: 'Undo', onClick: session.undo } });
    return onClose();
  };
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="What carriers give"
      about="Boxes and envelopes that cost you nothing. They are used only for parcels that go by this carrier."
    >
      {!data && <p className="text-ash">Asking the carriers…</p>}
      {data?.silent.length !== 0 && data && <p className="text-ochre">{format.list(data.silent)} did not answer.</p>}
      {data?.packaging.length === 0 && (
        <p>
          No carrier of yours gives any.{' '}
          <Link to="/shop/carriers" className="text-clay underline">
            Carriers
          </Link>
        </p>
      )}
      <ul className="divide-y divide-line">
        {data?.packaging.map((one) => (
          <li key={one.id}>
            <label className="flex min-h-9 items-center gap-3 py-1">
              <input
                type="checkbox"
                className="size-4 accent-clay"
                disabled={held.has(one.id)}
                checked={held.has(one.id) || ticked.has(one.id)}
                onChange={() => toggle(one.id)}
              />
              <span className="flex-1">
                {one.name}
                <span className="block text-sm text-ash">
                  {packagingKinds[one.kind]}, {format.sides(sidesOf(one.inside))} inside, weighs {format.mass(massToMicrograms(one.tare))}
                  {one.mostLoad !== null && `, carries ${format.mass(massToMicrograms(one.mostLoad))}`}
                </span>
              </span>
              <span className="text-sm text-ash">{held.has(one.id) ? 'added' : `for ${usedFor(one)}`}</span>
            </label>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex justify-end">
        <Button look="main" disabled={ticked.size === 0} onClick={add}>
          Add the ticked
        </Button>
      </div>
    </Modal>
  );
}
