import { LetterKind, type PaperChoices, PaperKind, PaperSeen, PaperState, PrintedKind, type SetPaper } from '@ostrakon/core/contract';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useDeferredValue, useId, useRef, useState } from 'react';
import { Link } from 'react-router';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { toast } from '../../ui/toast.ts';
import { useAddress } from '../../ui/useAddress.ts';
import { DeskProvider, useDesk } from './Desk.tsx';
import { LogoField } from './LogoField.tsx';
import { LongForm } from './LongForm.tsx';
import { LETTER_NAMES, PAPER_NAMES } from './usePrint.ts';

const NAMES: Readonly<Record<PaperKind, string>> = { ...PAPER_NAMES, ...LETTER_NAMES };
const isLetter = (kind: PaperKind): kind is LetterKind => LetterKind.safeParse(kind).success;

/** What can stand on which papers. */
const TICKS: readonly (readonly [keyof Omit<PaperChoices, 'note' | 'longForm' | 'logo'>, string, readonly PaperKind[]])[] = [
  ['prices', 'Prices', ['slip', 'mailPacked', 'mailUnderWay', 'mailReady', 'mailLate']],
  ['address', 'The buyer’s address', ['slip', 'roundSheet', ...LetterKind.options]],
  ['date', 'The day it was ordered', ['slip']],
  ['bars', 'The order’s number as bars', ['slip']],
];

/** A page of its own for what is shown and printed: paper is white, whatever the shop looks like. */
const pageOf = (html: string) => `<!doctype html><html><head><meta charset="utf-8"><style>
body{font:13px/1.45 system-ui,sans-serif;color:#111;background:#fff;margin:24px}
table{border-collapse:collapse;width:100%;margin:8px 0}th,td{text-align:left;border-bottom:1px solid #ccc;padding:4px 6px;vertical-align:top}
h1{font-size:20px}h2{font-size:15px}svg{max-width:100%;height:auto;max-height:260px}
</style></head><body>${html}</body></html>`;

function Editor({ state }: { state: PaperState }) {
  const client = useQueryClient();
  const { kind, language, given } = state;
  const [source, setSource] = useState(state.source ?? given);
  const [choices, setChoices] = useState(state.choices);
  const [asSource, setAsSource] = useState(state.source !== null);
  const { busy, error, send } = useSending();
  const frame = useRef<HTMLIFrameElement>(null);
  const [noteId, sourceId] = [useId(), useId()];
  const set: SetPaper = { language, source: source === given ? null : source, choices };
  const shown = useDeferredValue(JSON.stringify(set));
  const { data: seen } = useQuery({
    queryKey: ['paper', kind, 'look', shown],
    queryFn: () => ask('POST /papers/:kind/look', PaperSeen, { params: { kind }, body: JSON.parse(shown) as SetPaper }),
    placeholderData: keepPreviousData,
  });
  const isChanged = source !== (state.source ?? given) || JSON.stringify(choices) !== JSON.stringify(state.choices);
  const save = () =>
    send(async () => {
      client.setQueryData(['paper', kind, language], await ask('PUT /papers/:kind', PaperState, { params: { kind }, body: set }));
      toast(`${NAMES[kind]}: saved`);
    });
  const faults = seen?.faults ?? [];
  const ticks = TICKS.filter(([, , kinds]) => kinds.includes(kind));
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <div className="space-y-3">
        <fieldset hidden={ticks.length === 0} className="space-y-1">
          <legend className="font-semibold">What stands on it</legend>
          {ticks.map(([name, label]) => (
            <label key={name} className="flex min-h-6 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-clay"
                checked={choices[name]}
                onChange={(event) => setChoices({ ...choices, [name]: event.target.checked })}
              />
              {label}
            </label>
          ))}
        </fieldset>
        {kind === 'slip' && <LogoField logo={choices.logo ?? null} onChange={(logo) => setChoices({ ...choices, logo })} />}
        {kind === 'customs' && <LongForm value={choices.longForm ?? null} onChange={(longForm) => setChoices({ ...choices, longForm })} />}
        <div>
          <label htmlFor={noteId} className="block text-sm">
            A few words at its end
          </label>
          <textarea
            id={noteId}
            rows={2}
            maxLength={500}
            value={choices.note}
            onChange={(event) => setChoices({ ...choices, note: event.target.value })}
            className="w-full rounded-md border border-line-strong bg-paper px-2 py-1"
          />
        </div>
        {asSource ? (
          <div>
            <label htmlFor={sourceId} className="block text-sm">
              Template, in the Liquid language
            </label>
            <textarea
              id={sourceId}
              rows={16}
              spellCheck={false}
              maxLength={20_000}
              value={source}
              aria-invalid={faults.length > 0}
              onChange={(event) => setSource(event.target.value)}
              className="w-full rounded-md border border-line-strong bg-paper px-2 py-1 font-mono text-sm"
            />
          </div>
        ) : (
          <Button look="quiet" onClick={() => setAsSource(true)}>
            Change the template itself
          </Button>
        )}
        {faults.map(({ line, message }) => (
          <p key={`${line} ${message}`} role="alert" className="text-sm text-fault">
            Line {line}: {message}
          </p>
        ))}
        {error !== null && (
          <p role="alert" className="text-sm text-fault">
            {problemWords(error)}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <Button look="main" disabled={busy || !isChanged || faults.length > 0} onClick={() => void save()}>
            Save
          </Button>
          <Button disabled={source === given} onClick={() => setSource(given)}>
            As it came with the shop
          </Button>
          {!isLetter(kind) && (
            <Button disabled={faults.length > 0} onClick={() => frame.current?.contentWindow?.print()}>
              Print this one
            </Button>
          )}
        </div>
      </div>
      <iframe
        ref={frame}
        title={isLetter(kind) ? 'How the e-mail looks' : `How ${PAPER_NAMES[kind].toLowerCase()} look`}
        sandbox="allow-same-origin allow-modals"
        srcDoc={pageOf(seen?.html ?? '')}
        className="min-h-[70vh] w-full rounded-lg border border-line-strong bg-white"
      />
    </div>
  );
}

function Papers() {
  const { format } = useDesk();
  const [search, change] = useAddress();
  const asked = PaperKind.safeParse(search.get('paper'));
  const kind = asked.success ? asked.data : 'slip';
  const language = search.get('language') ?? undefined;
  const { data, error } = useQuery({
    queryKey: ['paper', kind, language ?? ''],
    queryFn: () => ask('GET /papers/:kind', PaperState, { params: { kind }, query: { language } }),
  });
  return (
    <div className="space-y-3 p-4">
      <p>
        <Link to="/orders" className="text-clay underline">
          Orders
        </Link>
      </p>
      <h1 className="font-serif text-xl font-semibold">Slips, lists and e-mails</h1>
      <div className="flex flex-wrap items-center gap-3">
        <Segments
          label="Which paper"
          value={isLetter(kind) ? null : kind}
          choices={PrintedKind.options.map((one) => [one, PAPER_NAMES[one]] as const)}
          onChange={(next) => change({ paper: next === 'slip' ? null : next })}
        />
        <Select
          className="w-60!"
          label="Which e-mail"
          value={isLetter(kind) ? kind : ''}
          onChange={(event) => change({ paper: event.target.value || null })}
        >
          <option value="">E-mails…</option>
          {LetterKind.options.map((one) => (
            <option key={one} value={one}>
              {LETTER_NAMES[one]}
            </option>
          ))}
        </Select>
        {data && data.languages.length > 1 && (
          <Select className="w-52!" label="Language" value={data.language} onChange={(event) => change({ language: event.target.value })}>
            {data.languages.map((one) => (
              <option key={one} value={one}>
                {format.language(one)}
              </option>
            ))}
          </Select>
        )}
      </div>
      {error && (
        <p role="alert" className="text-fault">
          {problemWords(error)}
        </p>
      )}
      {data && <Editor key={`${data.kind} ${data.language}`} state={data} />}
    </div>
  );
}

/** What the desk prints, and how it looks. */
export const PapersScreen = () => (
  <DeskProvider>
    <Papers />
  </DeskProvider>
);
