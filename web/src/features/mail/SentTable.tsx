import { MailState, type SentMail } from '@ostrakon/core/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import clsx from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { fieldFault, problemWords } from '../../access/problemWords.ts';
import { Button } from '../../ui/Button.tsx';
import { FileField } from '../../ui/FileField.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import { mailApi, mailQueries } from './mailApi.ts';
import { KIND_WORDS, STATE_LOOKS, STATE_WORDS } from './mailWords.ts';

const PAGE = 50;
const AGAIN: readonly MailState[] = ['failed', 'bounced', 'unsure', 'dropped'];

function Row({ mail, onDone }: { mail: SentMail; onDone: () => void }) {
  const format = useFormat();
  const act = async (work: Promise<SentMail>) => {
    try {
      await work;
    } catch (failed) {
      toast.error(problemWords(failed));
    }
    onDone();
  };
  const when = mail.sentAt ?? mail.nextAt;
  return (
    <tr className="border-line border-t align-top">
      <td className="py-1.5 pe-4 whitespace-nowrap">
        {mail.order === null ? (
          ''
        ) : (
          <Link className="text-clay underline" to={`/orders/${mail.order}`}>
            {mail.order}
          </Link>
        )}
      </td>
      <td className="py-1.5 pe-4 whitespace-nowrap">{KIND_WORDS[mail.kind]}</td>
      <td className="max-w-72 py-1.5 pe-4">
        <span className="block truncate">{mail.subject ?? 'not written yet'}</span>
        <span className="block truncate text-sm text-ash">{mail.to ?? ''}</span>
      </td>
      <td className="py-1.5 pe-4">
        <span className={clsx('rounded-full px-2 text-sm whitespace-nowrap', STATE_LOOKS[mail.state])}>{STATE_WORDS[mail.state]}</span>
        {mail.detail !== null && mail.state !== 'sent' && <span className="mt-0.5 block max-w-72 text-sm text-ash">{mail.detail}</span>}
      </td>
      <td className="py-1.5 pe-4 text-sm whitespace-nowrap text-ash">{when === null ? '' : format.moment(when)}</td>
      <td className="py-1.5 pe-4 text-end">
        {AGAIN.includes(mail.state) && (
          <Button look="quiet" onClick={() => void act(mailApi.again(mail.id))}>
            Send again
          </Button>
        )}
        {mail.state === 'waiting' && (
          <Button look="quiet" onClick={() => void act(mailApi.callOff(mail.id))}>
            Do not send
          </Button>
        )}
      </td>
    </tr>
  );
}

/** A message that came back after its e-mail had gone: chosen as a file, it marks that e-mail. */
function CameBack({ onDone }: { onDone: () => void }) {
  const [fault, setFault] = useState<string | null>(null);
  const read = async (file: File) => {
    setFault(null);
    try {
      const { order, to } = await mailApi.returned(await file.text());
      toast(`${to ?? 'An e-mail'} did not get it${order === null ? '' : `: order ${order}`}`);
    } catch (failed) {
      setFault(fieldFault(failed, 'message') ?? problemWords(failed));
    }
    onDone();
  };
  return (
    <details className="mb-2 text-sm">
      <summary className="min-h-6 cursor-pointer">Did one come back?</summary>
      <p className="max-w-2xl py-1 text-ash">
        Save the message your mail server sent you as a file (.eml) and choose it here: the e-mail it is about is marked, and its order
        stands among those with trouble. Your mail server can hand such messages in by itself, with a key for e-mails under{' '}
        <Link className="text-clay underline" to="/shop/checkout">
          Connect your checkout
        </Link>
        .
      </p>
      <FileField accept=".eml,message/rfc822,text/plain" aria-label="The message that came back" onFile={(file) => void read(file)} />
      {fault !== null && (
        <p role="alert" className="text-fault">
          {fault}
        </p>
      )}
    </details>
  );
}

/** What became of each e-mail. */
export function SentTable() {
  const client = useQueryClient();
  const format = useFormat();
  const [state, setState] = useState('');
  const [offset, setOffset] = useState(0);
  const { data, error } = useQuery(mailQueries.sent(state, offset));
  const readAnew = () => void client.invalidateQueries({ queryKey: ['mail', 'sent'] });
  return (
    <section aria-label="What became of them" className="rounded-lg border border-line-strong bg-paper p-4">
      <div className="mb-2 flex items-center justify-between gap-3">
        <h2 className="font-serif text-lg font-semibold">What became of them</h2>
        <Select
          label="Which e-mails"
          className="w-52!"
          value={state}
          onChange={(event) => {
            setState(event.target.value);
            setOffset(0);
          }}
        >
          <option value="">All of them</option>
          {MailState.options.map((one) => (
            <option key={one} value={one}>
              {STATE_WORDS[one]} ({format.number(data?.counts[one] ?? 0)})
            </option>
          ))}
        </Select>
      </div>
      <CameBack onDone={readAnew} />
      {error && (
        <p role="alert" className="text-fault">
          {problemWords(error)}
        </p>
      )}
      {data?.mails.length === 0 && <p className="text-sm text-ash">{state === '' ? 'Nothing has been sent yet.' : 'None of them.'}</p>}
      {data && data.mails.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full">
            <HeadRow names={['Order', 'What', 'Subject and receiver', 'State', 'When', '']} />
            <tbody>
              {data.mails.map((mail) => (
                <Row key={mail.id} mail={mail} onDone={readAnew} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {data && data.total > PAGE && (
        <div className="mt-2 flex items-center justify-end gap-2 text-sm">
          {format.number(offset + 1)} to {format.number(Math.min(offset + PAGE, data.total))} of {format.number(data.total)}
          <Button disabled={offset === 0} onClick={() => setOffset(Math.max(0, offset - PAGE))}>
            Newer
          </Button>
          <Button disabled={offset + PAGE >= data.total} onClick={() => setOffset(offset + PAGE)}>
            Older
          </Button>
        </div>
      )}
    </section>
  );
}
