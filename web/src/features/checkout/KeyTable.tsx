import type { CheckoutKey } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { accessApi, accessQueries } from '../../access/accessApi.ts';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { KeyDialog, SCOPE_WORDS } from './KeyDialog.tsx';

function KeyRow({ held, onEdit }: { held: CheckoutKey; onEdit: () => void }) {
  const client = useQueryClient();
  const format = useFormat();
  const [ending, setEnding] = useState(false);
  const { busy, error, send } = useSending();
  const { id, kind, name, scopes, origins, shown, madeAt, madeBy, usedAt } = held;
  const end = () =>
    send(async () => {
      client.setQueryData(accessQueries.keys.queryKey, await accessApi.endKey(id));
      toast(`The key “${name}” opens nothing any more`);
    });
  return (
    <tr className="border-line border-t align-baseline">
      <th scope="row" className="py-2 pe-4 text-start font-semibold">
        {name}
        <span className="block text-sm font-normal text-ash">{kind === 'page' ? 'Page key' : 'Server key'}</span>
      </th>
      <td className="max-w-72 pe-4 break-all">
        <code className="text-sm">{kind === 'page' ? shown : `${shown}…`}</code>
      </td>
      <td className="pe-4 text-sm">{kind === 'page' ? origins.join(', ') : scopes.map((scope) => SCOPE_WORDS[scope][0]).join(', ')}</td>
      <td className="pe-4 text-sm">
        {usedAt === null ? 'Never used' : `Last used ${format.moment(usedAt)}`}
        <span className="block text-ash">
          made {format.moment(madeAt)} by {madeBy}
        </span>
      </td>
      <td className="space-x-3 whitespace-nowrap">
        <Button look="quiet" aria-label={`Change the key ${name}`} onClick={onEdit}>
          Change
        </Button>
        <Button look="quiet" disabled={busy} aria-label={`End the key ${name}`} onClick={() => setEnding(true)}>
          End it
        </Button>
        {error !== null && (
          <span role="alert" className="block text-sm text-fault">
            {problemWords(error)}
          </span>
        )}
        {ending && (
          <Modal
            open
            onOpenChange={() => setEnding(false)}
            title={`End the key “${name}”?`}
            about="Whatever uses it is refused from this moment on. It cannot be brought back; another one can be made."
          >
            <div className="flex gap-2">
              <Button
                look="main"
                onClick={() => {
                  setEnding(false);
                  void end();
                }}
              >
                End it
              </Button>
              <Button onClick={() => setEnding(false)}>Cancel</Button>
            </div>
          </Modal>
        )}
      </td>
    </tr>
  );
}

/** The keys of the checkout, and new ones. */
export function KeyTable({ keys }: { keys: readonly CheckoutKey[] }) {
  const [open, setOpen] = useState<'page' | 'server' | CheckoutKey | null>(null);
  return (
    <>
      <ul className="mb-3 max-w-2xl list-disc space-y-1 ps-5">
        <li>
          A <strong>page key</strong> lets pages of your shop ask from the buyer’s browser. It is no secret: it names the addresses those
          pages are at, and no other page may use it.
        </li>
        <li>
          A <strong>server key</strong> is for your shop’s own server, with a secret only it knows. It may say more, such as when a buyer
          ordered last.
        </li>
      </ul>
      {keys.length > 0 && (
        <div className="mb-3 overflow-x-auto">
          <table className="w-full">
            <HeadRow names={['Name', 'Key', 'For', 'Use', '']} />
            <tbody>
              {keys.map((held) => (
                <KeyRow key={held.id} held={held} onEdit={() => setOpen(held)} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <div className="flex gap-2">
        <Button onClick={() => setOpen('page')}>Make a page key</Button>
        <Button onClick={() => setOpen('server')}>Make a server key</Button>
      </div>
      {open !== null && <KeyDialog of={open} onClose={() => setOpen(null)} />}
    </>
  );
}
