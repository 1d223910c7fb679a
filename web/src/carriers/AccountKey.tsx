import type { CarrierAccount } from '@ostrakon/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { carrierApi, carrierQueries } from '../api/carrierApi.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/toast.ts';
import { useFormat } from '../words/useWords.ts';
import { rateDesk } from './rateDesk.ts';

/** The account key: kept locked, never shown, replaced by another that works. */
export function AccountKey({ account }: { account: CarrierAccount }) {
  const client = useQueryClient();
  const format = useFormat();
  // A key that can be read no more is asked for at once.
  const [typed, setTyped] = useState<string | null>(account.keyLost ? '' : null);
  const [fault, setFault] = useState<string | null>(null);
  const save = async () => {
    try {
      client.setQueryData(carrierQueries.state.queryKey, await carrierApi.edit(account.id, { key: typed ?? '' }));
      rateDesk.forget();
      setTyped(null);
      setFault(null);
      toast(`The new key of ${account.name} works`);
    } catch (error) {
      setFault((error as Error).message.replace(/^\/key: /, ''));
    }
  };
  return (
    <div className="mt-3 border-line border-t pt-2 text-sm">
      {account.keyLost && (
        <p role="alert" className="mb-2 rounded-md bg-fault-soft px-3 py-1.5 text-fault">
          The account key can be read no more, because the file that locked it is gone. Enter the key again; until then this carrier is not
          asked.
        </p>
      )}
      {typed === null ? (
        <p className="flex items-center gap-3 text-ash">
          {account.keySetAt === null
            ? 'No account key.'
            : `Account key set ${format.moment(account.keySetAt)}; it is kept locked and not shown.`}
          <Button look="quiet" onClick={() => setTyped('')}>
            Replace it
          </Button>
        </p>
      ) : (
        <form
          className="flex flex-wrap items-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <span>
            <input
              type="password"
              aria-label={`New account key of ${account.name}`}
              aria-invalid={fault !== null}
              autoComplete="off"
              className={`h-8 w-72 rounded-md border px-2 ${fault === null ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
            {fault !== null && (
              <span role="alert" className="mt-0.5 block text-xs text-fault">
                {fault}
              </span>
            )}
          </span>
          <Button look="main" type="submit">
            Check and keep it
          </Button>
          {!account.keyLost && (
            <Button
              onClick={() => {
                setTyped(null);
                setFault(null);
              }}
            >
              Leave it
            </Button>
          )}
        </form>
      )}
    </div>
  );
}
