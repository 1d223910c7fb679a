import type { SetMail } from '@ostrakon/core/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { mailApi, mailQueries } from './mailApi.ts';
import { BUYER_MAILS } from './mailWords.ts';
import { PackersForm } from './PackersForm.tsx';
import { SentTable } from './SentTable.tsx';
import { ServerForm } from './ServerForm.tsx';

function BuyersForm({ settings, save }: { settings: SetMail; save: (settings: SetMail) => Promise<void> }) {
  const { busy, error, send } = useSending();
  return (
    <section aria-label="What buyers are sent" className="rounded-lg border border-line-strong bg-paper p-4">
      <h2 className="font-serif text-lg font-semibold">What buyers are sent</h2>
      {BUYER_MAILS.map(([kind, name, when]) => (
        <label key={kind} className="flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-clay"
            disabled={busy}
            checked={settings.buyers[kind]}
            onChange={() => void send(() => save({ ...settings, buyers: { ...settings.buyers, [kind]: !settings.buyers[kind] } }))}
          />
          <span>
            {name} <span className="text-sm text-ash">{when}</span>
          </span>
        </label>
      ))}
      <p className="mt-2 text-sm">
        <Link className="text-clay underline" to="/orders/papers?paper=mailUnderWay">
          Change what they say
        </Link>
      </p>
      {error !== null && (
        <p role="alert" className="text-sm text-fault">
          {problemWords(error)}
        </p>
      )}
    </section>
  );
}

/** E-mails of the shop: who sends them, what buyers and packers are sent, and what became of each. */
export function MailScreen() {
  const client = useQueryClient();
  const { data, error } = useQuery(mailQueries.facts);
  const { queryKey } = mailQueries.facts;
  const save = async (settings: SetMail) => {
    const before = client.getQueryData(queryKey);
    const { password: _password, ...shown } = settings;
    if (before) client.setQueryData(queryKey, { ...before, settings: shown });
    try {
      client.setQueryData(queryKey, await mailApi.set(settings));
    } catch (failed) {
      client.setQueryData(queryKey, before);
      throw failed;
    }
  };
  return (
    <div className="max-w-6xl space-y-4 p-4">
      <div>
        <h1 className="font-serif text-xl font-semibold">E-mails</h1>
        <p className="max-w-2xl text-ash">What your shop writes to buyers as their orders go their way, and to those who pack them.</p>
      </div>
      {error && (
        <p role="alert" className="text-fault">
          {problemWords(error)}
        </p>
      )}
      {data && (
        <>
          <div className="grid items-start gap-4 lg:grid-cols-2">
            <ServerForm key={data.settings.server?.host ?? ''} settings={data.settings} hasPassword={data.hasPassword} save={save} />
            <div className="space-y-4">
              <BuyersForm settings={data.settings} save={save} />
              <PackersForm settings={data.settings} save={save} />
            </div>
          </div>
          <SentTable />
        </>
      )}
    </div>
  );
}
