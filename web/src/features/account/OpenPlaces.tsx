import { useQuery, useQueryClient } from '@tanstack/react-query';
import { accessApi, accessQueries } from '../../access/accessApi.ts';
import { problemWords } from '../../access/problemWords.ts';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';

const SYSTEMS = [
  [/android/i, 'Android'],
  [/iphone|ipad/i, 'a phone or tablet'],
  [/windows/i, 'Windows'],
  [/mac os/i, 'a Mac'],
  [/linux/i, 'Linux'],
] as const;

/** What a browser says of itself, as far as it helps to know it again. */
const placeOf = (browser: string): string => `A browser on ${SYSTEMS.find(([sign]) => sign.test(browser))?.[1] ?? 'another machine'}`;

const moment = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** The browsers somebody is signed in with. */
export function OpenPlaces() {
  const client = useQueryClient();
  const { data: sessions = [] } = useQuery(accessQueries.sessions);
  const { busy, error, send } = useSending();
  const end = (id: string) =>
    send(async () => {
      await accessApi.endSession(id);
      await client.invalidateQueries({ queryKey: accessQueries.sessions.queryKey });
    });
  const everywhere = () =>
    send(async () => {
      await accessApi.signOutEverywhere();
      window.location.reload();
    });
  return (
    <>
      <ul className="space-y-1">
        {sessions.map(({ id, browser, seenAt, madeAt, here }) => (
          <li key={id} className="flex items-baseline justify-between gap-3">
            <span>
              {placeOf(browser)}
              {here && <strong className="ms-1">(this one)</strong>}
              <span className="block text-sm text-ash">
                since {moment.format(new Date(madeAt))}, last seen {moment.format(new Date(seenAt))}
              </span>
            </span>
            {!here && (
              <Button
                look="quiet"
                disabled={busy}
                aria-label={`End the session since ${moment.format(new Date(madeAt))}`}
                onClick={() => void end(id)}
              >
                End it
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Button className="mt-3" disabled={busy} onClick={() => void everywhere()}>
        Sign out everywhere
      </Button>
      {error !== null && (
        <p role="alert" className="mt-1 text-fault">
          {problemWords(error)}
        </p>
      )}
    </>
  );
}
