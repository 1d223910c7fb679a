import type { Carriage, ClosedDays, Service } from '@ostrakon/core';
import { useState } from 'react';
import { carrierApi } from '../../api/carrierApi.ts';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';

/** Closed days as the carrier gives them, this year and the next, put with those of the service. */
export function TakeClosedDays({ service, carriage }: { service: Service; carriage: Carriage }) {
  const session = useDraftSession();
  const [busy, setBusy] = useState(false);
  const take = async () => {
    setBusy(true);
    try {
      const year = new Date().getFullYear();
      const lists = await Promise.all([year, year + 1].map((one) => carrierApi.closedDays(carriage.account, one)));
      const byName = new Map<string, ClosedDays['days']>();
      for (const { name, days } of lists.flat()) byName.set(name, [...(byName.get(name) ?? []), ...days]);
      const taken = [...byName].map(([name, days]) => ({ name, days }));
      const kept = service.days.closed.filter(({ name }) => !byName.has(name));
      const outcome = session.dispatch({
        name: 'setServiceDays',
        args: { service: service.id, days: { ...service.days, closed: [...kept, ...taken] } },
      });
      if (outcome.ok)
        toast(`Took ${taken.length} closed days of ${carriage.carrier}`, { action: { label: 'Undo', onClick: session.undo } });
      else toast.error(`${outcome.message}.`);
    } catch (error) {
      toast.error((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <Button disabled={busy} onClick={() => void take()}>
      {busy ? 'Asking…' : `Take the closed days of ${carriage.carrier}`}
    </Button>
  );
}
