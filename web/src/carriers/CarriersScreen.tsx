import type { CarrierAccount } from '@ostrakon/core';
import { useQuery } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import { carrierApi, carrierQueries } from '../api/carrierApi.ts';
import { useDraft } from '../draft/DraftProvider.tsx';
import { Button } from '../ui/Button.tsx';
import { later } from '../ui/later.ts';
import { toast } from '../ui/toast.ts';
import { isSilence, silenceWords } from '../words/carrierWords.ts';
import { useFormat } from '../words/useWords.ts';
import { AccountKey } from './AccountKey.tsx';
import { AccountServices } from './AccountServices.tsx';
import { OpenAccountDialog } from './OpenAccountDialog.tsx';
import { useCarrierChange } from './useCarrierChange.ts';

const TariffDialog = later(() => import('./TariffDialog.tsx'), 'TariffDialog');

const circuits = { closed: null, open: 'Left alone for a moment after failures', halfOpen: 'Being tried again' } as const;

function Account({ account }: { account: CarrierAccount }) {
  const { services } = useDraft().book;
  const format = useFormat();
  const change = useCarrierChange();
  const [loading, setLoading] = useState(false);
  const uses = services.filter(({ carriage }) => carriage?.account === account.id);
  const fresh = account.services.filter((service) => service.fresh);
  const circuit = circuits[account.circuit];
  const remove = async () => {
    if (!(await change(() => carrierApi.remove(account.id)))) return;
    const undo = () => void change(() => carrierApi.restore(account.id));
    toast(`${account.name} removed`, { action: { label: 'Undo', onClick: undo } });
  };
  return (
    <section aria-label={account.name} className="rounded-lg border border-line-strong bg-paper p-4">
      <div className="flex items-start justify-between gap-4">
        <div>
          <h2 className="font-serif text-lg font-semibold">{account.name}</h2>
          <p className="text-sm text-ash">
            {account.kind === 'tariff'
              ? `Price list in ${account.currency}, ${format.count(account.tariff?.bands.length ?? 0, 'band')}; asked nobody`
              : `Connected, billed in ${account.currency}`}
            {uses.length > 0 && ` · carries ${format.list(uses.map(({ name }) => name))}`}
          </p>
          {circuit !== null && <p className="text-sm text-ochre">{circuit}</p>}
        </div>
        <div className="flex gap-2">
          {account.kind === 'service' ? (
            <Button onClick={() => void change(() => carrierApi.refresh(account.id))}>Look for new services</Button>
          ) : (
            <Button onClick={() => setLoading(true)}>Load another price list</Button>
          )}
          <Button
            look="quiet"
            className="text-fault!"
            disabled={uses.length > 0}
            title={uses.length > 0 ? 'Take it off its services first' : undefined}
            onClick={() => void remove()}
          >
            Remove {account.name}
          </Button>
        </div>
      </div>
      {fresh.length > 0 && (
        <p role="status" className="mt-2 flex items-center justify-between gap-3 rounded-md bg-ochre-soft px-3 py-1.5 text-sm text-ochre">
          <span>
            New since you last looked: <span className="font-semibold">{format.list(fresh.map(({ name }) => name))}</span>
            {account.newServices === 'draft'
              ? '. On the sheet where an older one of this carrier is; nothing is live before you publish.'
              : '. Off until you switch it on.'}
          </span>
          <Button look="quiet" onClick={() => void change(() => carrierApi.edit(account.id, { seen: true }))}>
            I have seen it
          </Button>
        </p>
      )}
      <AccountServices account={account} />
      {account.kind === 'service' && <AccountKey account={account} />}
      <Suspense>{loading && <TariffDialog account={account} onClose={() => setLoading(false)} />}</Suspense>
    </section>
  );
}

/** Accounts with carriers: what of theirs the shop offers, and how they have behaved. */
export function CarriersScreen() {
  const { data, isLoadingError, refetch } = useQuery({ ...carrierQueries.state, refetchInterval: 5000 });
  const format = useFormat();
  const [adding, setAdding] = useState<'service' | 'tariff' | null>(null);
  const change = useCarrierChange();
  if (isLoadingError) {
    return (
      <p role="alert" className="p-4">
        The carriers could not be read. <Button onClick={() => void refetch()}>Try again</Button>
      </p>
    );
  }
  if (!data) return <p className="p-4 text-ash">Reading the carriers…</p>;
  const trust = (id: string) => change(() => carrierApi.edit(id, { trusted: true }));
  const name = (id: string) => data.accounts.find((account) => account.id === id)?.name ?? id;
  const { timeLimit, keptFor } = data.limits;
  return (
    <div className="max-w-5xl p-4">
      <div className="mb-3 flex items-end justify-between gap-4">
        <div>
          <h1 className="font-serif text-xl font-semibold">Carriers</h1>
          <p className="text-sm text-ash">
            Asked while a buyer waits: {timeLimit / 1000} seconds at most, and an answer holds for {Math.round(keptFor / 60_000)} minutes.
          </p>
        </div>
        <div className="flex gap-2">
          <Button onClick={() => setAdding('tariff')}>Load a price list</Button>
          <Button look="main" onClick={() => setAdding('service')}>
            Add an account
          </Button>
        </div>
      </div>
      {data.accounts.length === 0 && (
        <p className="rounded-lg border border-line-strong bg-paper px-4 py-3">
          No carrier yet. Add an account to offer its services at its own price, or to see what your own prices leave; or load a carrier’s
          printed price list, which needs no connection.
        </p>
      )}
      <div className="space-y-3">
        {data.accounts.map((account) => (
          <Account key={account.id} account={account} />
        ))}
      </div>
      {data.faults.length > 0 && (
        <section aria-label="Latest failures" className="mt-5">
          <h2 className="font-serif text-lg font-semibold">Latest failures</h2>
          <table className="mt-1 w-full text-sm">
            <tbody>
              {data.faults.slice(0, 12).map(({ at, account, why, detail }, nth) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: several may fail in one moment
                <tr key={`${at} ${nth}`} className="border-line border-t">
                  <td className="w-40 py-1 text-ash">{format.moment(at)}</td>
                  <td className="py-1">
                    {name(account)} {isSilence(why) ? silenceWords[why] : why}: <span className="text-ash">{detail}</span>
                    {why === 'doubted' && (
                      <Button onClick={() => void trust(account)}>
                        These prices are right<span className="sr-only"> of {name(account)}</span>
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {adding === 'service' && <OpenAccountDialog state={data} onClose={() => setAdding(null)} />}
      <Suspense>{adding === 'tariff' && <TariffDialog onClose={() => setAdding(null)} />}</Suspense>
    </div>
  );
}
