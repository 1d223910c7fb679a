import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useId } from 'react';
import { editionsApi } from '../../api/editionsApi.ts';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';

const feed = queryOptions({ queryKey: ['release-calendar'], queryFn: editionsApi.calendar, staleTime: Infinity });

/** Live, past and planned editions in the owner's own calendar, at an address only those know who were given it. */
export function CalendarFeed() {
  const client = useQueryClient();
  const { data } = useQuery(feed);
  const id = useId();
  if (!data) return null;
  const address = data.path === null ? null : `${window.location.origin}${data.path}`;
  const change = async (act: () => Promise<{ path: string | null }>, words: string) => {
    try {
      client.setQueryData(feed.queryKey, await act());
      toast(words);
    } catch (error) {
      toast.error(`The calendar’s address was not changed: ${(error as Error).message}`);
    }
  };
  const make = () =>
    change(editionsApi.makeCalendar, address === null ? 'The calendar has an address' : 'The calendar has another address');
  const end = () => change(editionsApi.endCalendar, 'The calendar is at no address any more');
  const copy = () =>
    navigator.clipboard.writeText(address ?? '').then(
      () => toast('Address copied'),
      () => toast.error('It could not be copied: choose the text and copy it yourself'),
    );
  return (
    <section aria-label="In your calendar" className="rounded-lg border border-line-strong bg-paper px-3 py-2">
      <h2 className="font-semibold">In your calendar</h2>
      <p className="text-sm text-ash">
        Any calendar program can subscribe to when editions begin and end. Whoever knows the address can read it, and nothing else.
      </p>
      {address === null ? (
        <Button className="mt-1" onClick={() => void make()}>
          Make an address
        </Button>
      ) : (
        <div className="mt-1 flex flex-wrap items-end gap-2">
          <span className="min-w-60 flex-1">
            <label htmlFor={id} className="block text-sm text-ash">
              Address to subscribe to
            </label>
            <input
              id={id}
              readOnly
              value={address}
              onFocus={(event) => event.target.select()}
              className="h-8 w-full rounded-md border border-line-strong bg-bone px-2 text-sm"
            />
          </span>
          <Button onClick={() => void copy()}>Copy</Button>
          <Button look="quiet" onClick={() => void make()}>
            Make another
          </Button>
          <Button look="quiet" onClick={() => void end()}>
            End it
          </Button>
        </div>
      )}
    </section>
  );
}
