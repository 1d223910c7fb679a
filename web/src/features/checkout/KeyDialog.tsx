import type { CheckoutKey, KeyScope } from '@ostrakon/core/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { accessApi, accessQueries } from '../../access/accessApi.ts';
import { CopyText } from '../../access/OneTimeAddress.tsx';
import { fieldFault, problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';

export const SCOPE_WORDS = {
  quotes: ['Options', 'may say when a buyer ordered last'],
  orders: ['Orders', 'places orders of this shop'],
  goods: ['Goods', 'keeps the goods of this shop up to date'],
  mail: ['E-mails', 'hands in messages that came back'],
  loads: ['Orders taken', 'counts the orders of a packing day or a round'],
} as const satisfies Readonly<Record<KeyScope, readonly [name: string, about: string]>>;
const SCOPES = Object.keys(SCOPE_WORDS) as KeyScope[];

function Scopes({
  chosen,
  onChange,
  fault,
}: {
  chosen: readonly KeyScope[];
  onChange: (next: KeyScope[]) => void;
  fault: string | undefined;
}) {
  return (
    <fieldset>
      <legend className="text-sm">What it is for</legend>
      {SCOPES.map((scope) => (
        <label key={scope} className="flex items-center gap-2 py-0.5">
          <input
            type="checkbox"
            checked={chosen.includes(scope)}
            onChange={(event) => onChange(event.target.checked ? [...chosen, scope] : chosen.filter((one) => one !== scope))}
          />
          <span>
            {SCOPE_WORDS[scope][0]} <span className="text-sm text-ash">{SCOPE_WORDS[scope][1]}</span>
          </span>
        </label>
      ))}
      {fault !== undefined && (
        <p role="alert" className="text-sm text-fault">
          {fault}
        </p>
      )}
    </fieldset>
  );
}

function Origins({ text, onType, fault }: { text: string; onType: (text: string) => void; fault: string | undefined }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="text-sm">
        Where your checkout’s pages are, one address a line
      </label>
      <textarea
        id={id}
        rows={3}
        value={text}
        placeholder="https://www.example.org"
        aria-invalid={fault !== undefined}
        aria-describedby={fault === undefined ? undefined : `${id}-fault`}
        onChange={(event) => onType(event.target.value)}
        className={`mt-0.5 w-full rounded-md border px-2 py-1 placeholder:text-ash ${fault === undefined ? 'border-line-strong bg-paper' : 'border-fault bg-fault-soft'}`}
      />
      {fault !== undefined && (
        <p id={`${id}-fault`} role="alert" className="text-sm text-fault">
          {fault}
        </p>
      )}
    </div>
  );
}

/** What a page sends as its origin: an address without what follows the host. */
const originsIn = (text: string): string[] =>
  text
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((one) => (URL.canParse(one) && /^https?:$/.test(new URL(one).protocol) ? new URL(one).origin : one));

/** A new key, or what one is for. */
export function KeyDialog({ of, onClose }: { of: 'page' | 'server' | CheckoutKey; onClose: () => void }) {
  const client = useQueryClient();
  const held = typeof of === 'string' ? null : of;
  const kind = typeof of === 'string' ? of : of.kind;
  const [name, setName] = useState(held?.name ?? '');
  const [origins, setOrigins] = useState(held?.origins.join('\n') ?? '');
  const [scopes, setScopes] = useState<KeyScope[]>(held?.scopes ?? ['quotes']);
  const [secret, setSecret] = useState<string | null>(null);
  const { busy, error, send } = useSending();
  const faults = { name: fieldFault(error, 'name'), origins: fieldFault(error, 'origins'), scopes: fieldFault(error, 'scopes') };
  const save = () =>
    send(async () => {
      const what = kind === 'page' ? { origins: originsIn(origins) } : { scopes };
      if (held) {
        client.setQueryData(accessQueries.keys.queryKey, await accessApi.editKey(held.id, { name, ...what }));
        onClose();
        return;
      }
      const made = await accessApi.makeKey(kind === 'page' ? { kind, name, origins: originsIn(origins) } : { kind, name, scopes });
      await client.invalidateQueries({ queryKey: accessQueries.keys.queryKey });
      if (kind === 'page') onClose();
      else setSecret(made.secret);
    });
  if (secret !== null) {
    return (
      <Modal open onOpenChange={onClose} title={`The key “${name}” is made`}>
        <CopyText
          label="Server key"
          text={secret}
          note="It is shown this one time. Keep it where your server keeps its secrets; never put it into a page."
        />
        <Button look="main" className="mt-3" onClick={onClose}>
          I have kept it
        </Button>
      </Modal>
    );
  }
  const title = held ? `The key “${held.name}”` : kind === 'page' ? 'Make a page key' : 'Make a server key';
  return (
    <Modal open onOpenChange={onClose} title={title}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <LabelledInput
          label="Name, for yourself"
          value={name}
          onType={setName}
          fault={faults.name}
          hint={kind === 'page' ? 'Checkout' : 'Shop server'}
        />
        {kind === 'page' ? (
          <Origins text={origins} onType={setOrigins} fault={faults.origins} />
        ) : (
          <Scopes chosen={scopes} onChange={setScopes} fault={faults.scopes} />
        )}
        {error !== null && Object.values(faults).every((fault) => fault === undefined) && (
          <p role="alert" className="text-fault">
            {problemWords(error)}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy}>
          {held ? 'Save' : 'Make it'}
        </Button>
      </form>
    </Modal>
  );
}
