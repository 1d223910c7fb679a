import { useBench } from '../../bench/BenchProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';
import { useFormat } from '../../words/useWords.ts';
import type { Season } from './seasons.ts';

const MOST = 8;

/** Charges, reductions and prices that hold on some days only; the bench looks at their first or last minute. */
export function Seasons({ seasons }: { seasons: readonly Season[] }) {
  const { send } = useBench();
  const format = useFormat();
  if (seasons.length === 0) return null;
  const look = (ms: number, words: string) => {
    const moment = new Date(ms).toISOString();
    send({ kind: 'setMoment', moment });
    toast(`The bench looks at ${words}: ${format.moment(moment)}`);
  };
  const told = (ms: number) => format.moment(new Date(ms).toISOString());
  return (
    <section aria-label="On some days only">
      <h2 className="mb-1 font-semibold">In the draft on some days only</h2>
      <ul className="rounded-lg border border-line-strong bg-paper text-sm">
        {seasons.slice(0, MOST).map(({ name, from, until }) => (
          <li key={`${name} ${from}`} className="flex flex-wrap items-center gap-x-3 border-line border-b px-3 py-1 last:border-b-0">
            <span className="font-medium">{name}</span>
            <span className="text-ash">
              {from !== null && `from ${told(from)}`} {until !== null && `to ${told(until)}`}
            </span>
            <span className="ms-auto flex gap-3">
              {from !== null && (
                <Button
                  look="quiet"
                  aria-label={`Bench at the first minute of ${name}`}
                  onClick={() => look(from, `the first minute of ${name}`)}
                >
                  Look at its first minute
                </Button>
              )}
              {until !== null && (
                <Button
                  look="quiet"
                  aria-label={`Bench at the last minute of ${name}`}
                  onClick={() => look(until, `the last minute of ${name}`)}
                >
                  Its last
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {seasons.length > MOST && <p className="mt-1 text-sm text-ash">and {seasons.length - MOST} more</p>}
    </section>
  );
}
