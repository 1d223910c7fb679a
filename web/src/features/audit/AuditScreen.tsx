import type { AuditEntry } from '@ostrakon/core/contract';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useId, useState } from 'react';
import { accessApi } from '../../access/accessApi.ts';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { toCsv } from '../../ui/csv.ts';
import { download } from '../../ui/download.ts';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { Select } from '../../ui/Select.tsx';
import { AUDIT_GROUPS, AUDIT_WORDS } from '../../words/auditWords.ts';
import { useFormat } from '../../words/useWords.ts';

interface Wanted {
  readonly text: string;
  readonly kinds: string;
}

const pageOf = ({ text, kinds }: Wanted, before: number | undefined) =>
  accessApi.audit({ before, text: text === '' ? undefined : text, kinds: kinds === '' ? undefined : kinds });

/** All entries that are wanted, oldest ones too. */
async function allOf(wanted: Wanted): Promise<AuditEntry[]> {
  const entries: AuditEntry[] = [];
  for (let before: number | undefined; ; ) {
    const page = await pageOf(wanted, before);
    entries.push(...page.entries);
    before = page.entries.at(-1)?.seq;
    if (!page.more || before === undefined) return entries;
  }
}

/** Who published, changed keys and people, restored, exported: to be searched and written out. */
export function AuditScreen() {
  const format = useFormat();
  const id = useId();
  const [text, setText] = useState('');
  const [kinds, setKinds] = useState('');
  const wanted = { text: useDeferredValue(text.trim()), kinds };
  const { busy, error, send } = useSending();
  const query = useInfiniteQuery({
    queryKey: ['audit', wanted.text, kinds],
    queryFn: ({ pageParam }) => pageOf(wanted, pageParam),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => (last.more ? last.entries.at(-1)?.seq : undefined),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
  const entries = query.data?.pages.flatMap((page) => page.entries) ?? [];
  const save = () =>
    send(async () => {
      const rows = (await allOf(wanted)).map(({ at, who, what, of }) => [at, who, AUDIT_WORDS[what], of]);
      download('who-did-what.csv', toCsv([['when', 'who', 'what', 'of'], ...rows]));
    });
  const failed = error ?? query.error;
  return (
    <div className="max-w-5xl space-y-3 p-4">
      <h1 className="font-serif text-xl font-semibold">Who did what</h1>
      <p className="max-w-2xl text-ash">
        Who published, changed keys, accounts and people, signed in, made backups, exported. Every change of a draft has its own history.
      </p>
      <div className="flex flex-wrap items-end gap-2">
        <div className="min-w-52 flex-1">
          <label htmlFor={id} className="block text-sm">
            Search names and what it was about
          </label>
          <input
            id={id}
            type="search"
            maxLength={100}
            value={text}
            onChange={(event) => setText(event.target.value)}
            className="h-8 w-full rounded-md border border-line-strong bg-paper px-2"
          />
        </div>
        <div className="w-60">
          <Select label="What kind" value={kinds} onChange={(event) => setKinds(event.target.value)}>
            {AUDIT_GROUPS.map(([value, name]) => (
              <option key={name} value={value}>
                {name}
              </option>
            ))}
          </Select>
        </div>
        <Button disabled={busy || entries.length === 0} onClick={() => void save()}>
          {busy ? 'Exporting…' : 'Export as CSV'}
        </Button>
      </div>
      {failed !== null && (
        <p role="alert" className="text-fault">
          {problemWords(failed)}
        </p>
      )}
      {query.isSuccess && entries.length === 0 ? (
        <p className="rounded-lg border border-line-strong bg-paper p-4">
          {text === '' && kinds === '' ? 'Nothing has been written down yet.' : 'Nothing fits what you search for.'}
        </p>
      ) : (
        <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper px-4 py-1">
          <table className="w-full">
            <HeadRow names={['When', 'Who', 'What']} />
            <tbody>
              {entries.map(({ seq, at, who, what, of }) => (
                <tr key={seq} className="border-line border-t align-baseline">
                  <td className="py-1 pe-4 text-sm whitespace-nowrap text-ash">{format.moment(at)}</td>
                  <td className="pe-4 whitespace-nowrap">{who}</td>
                  <td>
                    {AUDIT_WORDS[what]} {of !== '' && <strong className="font-semibold">{of}</strong>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {query.hasNextPage && (
        <Button disabled={query.isFetchingNextPage} onClick={() => void query.fetchNextPage()}>
          Older ones
        </Button>
      )}
    </div>
  );
}
