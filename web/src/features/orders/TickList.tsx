import { type RoundStop, RoundStops } from '@ostrakon/core/contract';
import { useState } from 'react';
import { problemWords } from '../../access/problemWords.ts';
import { ask } from '../../api/client.ts';
import { Button } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { toast } from '../../ui/toast.ts';
import { useDesk } from './Desk.tsx';
import { deskApi } from './deskApi.ts';
import { STATE_WORDS } from './orderWords.ts';
import { useMarks } from './useMarks.ts';

/** Marks a stop as delivered, through what lies before that. */
async function deliver(stop: RoundStop): Promise<RoundStop> {
  let now = stop;
  for (const step of ['pack', 'handOver', 'deliver'] as const) {
    if (step === 'pack' && now.state === 'packed') continue;
    if (step !== 'deliver' && now.state === 'handedOver') continue;
    const { results } = await deskApi.mark({ step, of: [{ id: now.id, revision: now.revision }] });
    const done = results.find(({ id }) => id === now.id);
    if (done?.came !== 'done' || done.state === null || done.revision === null) throw new Error('changed');
    now = { ...now, state: done.state, revision: done.revision };
  }
  return now;
}

/** The stops of a round in the order they are driven to, to be ticked off on the way. */
export function TickList({ of }: { of: readonly number[] }) {
  const { format } = useDesk();
  const { readAnew } = useMarks();
  const [round, setRound] = useState<RoundStops | null>(null);
  const open = async () => {
    try {
      setRound(await ask('POST /orders/round', RoundStops, { body: { of: [...of] } }));
    } catch (failed) {
      toast.error(problemWords(failed));
    }
  };
  const tick = async (stop: RoundStop) => {
    try {
      const done = await deliver(stop);
      setRound((held) => held && { ...held, stops: held.stops.map((one) => (one.id === stop.id ? done : one)) });
    } catch (failed) {
      toast.error(
        failed instanceof Error && failed.message === 'changed' ? 'This order has been changed by somebody else' : problemWords(failed),
      );
      await open();
    }
    await readAnew();
  };
  const left = round?.stops.filter(({ state }) => state !== 'delivered').length ?? 0;
  return (
    <>
      <Button look="dark" onClick={() => void open()}>
        Tick list
      </Button>
      {round && (
        <Modal
          open
          onOpenChange={(next) => !next && setRound(null)}
          title="The round"
          about={`${format.count(round.stops.length, 'stop')}, ${format.number(Math.round(round.metres / 100) / 10)} km along straight lines; roads are longer. ${left === 0 ? 'All are delivered.' : `${format.number(left)} to go.`}`}
        >
          <ol className="max-h-[60vh] overflow-auto">
            {round.stops.map((stop, at) => (
              <li key={stop.id} className="flex gap-3 border-line border-t py-1.5">
                <input
                  type="checkbox"
                  aria-label={`${stop.name || `Order ${stop.order}`} has it`}
                  className="mt-0.5 size-5 accent-clay"
                  checked={stop.state === 'delivered'}
                  disabled={stop.state === 'delivered' || stop.state === 'cancelled'}
                  onChange={() => void tick(stop)}
                />
                <span className="w-6 text-end text-ash">{at + 1}</span>
                <span className="min-w-0 flex-1">
                  <span className="font-semibold">{stop.name || 'somebody who is forgotten'}</span> {stop.street}, {stop.town}{' '}
                  {stop.telephone !== '' && (
                    <a className="text-clay underline" href={`tel:${stop.telephone}`}>
                      {stop.telephone}
                    </a>
                  )}
                  <span className="block text-sm text-ash">
                    Order {stop.order}, {STATE_WORDS[stop.state]}: {stop.goods}
                  </span>
                </span>
              </li>
            ))}
          </ol>
        </Modal>
      )}
    </>
  );
}
