import { costCurve, type Lane, type Service, type Shop, type Survey, type Zone } from '@ostrakon/core';
import { useEffect, useMemo, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import type { Asked } from '../../ui/askWorker.ts';
import { readCount, readMoney, readPercent } from '../../ui/readers.ts';
import { toast } from '../../ui/toast.ts';
import type { Read } from '../../ui/useTypedField.ts';
import { type Fitted, proposedCard, readWeights, startFitting, type WeightMeasureName, withCosts } from './fitting.ts';
import { askedBare } from './probes.ts';

export interface FittedLane {
  readonly zone: Zone;
  readonly service: Service;
  readonly lane: Lane;
  readonly survey: Survey;
}

const TYPICAL =
  '250 g x 60\n500 g x 90\n1 kg x 120\n2 kg x 110\n3 kg x 70\n5 kg x 60\n8 kg x 30\n12 kg x 40\n15 kg x 20\n22 kg x 15\n30 kg x 5';

export interface FitTyped {
  readonly weights: string;
  readonly tiers: string;
  readonly margin: string;
  readonly loss: string;
  readonly step: string;
  readonly measure: WeightMeasureName;
  readonly which: 'mean' | 'most';
}

function readTiers(text: string, shop: Shop): Read<number> {
  const read = readCount(shop)(text);
  return read.ok && read.value > 40 ? { ok: false, message: 'At most 40.' } : read;
}

/** A fit from what is typed to the card that is taken over. */
export function useFit({ zone, service, lane, survey }: FittedLane) {
  const session = useDraftSession();
  const { book } = useDraft();
  const { shop } = book;
  const [typed, setTyped] = useState<FitTyped>({
    weights: TYPICAL,
    tiers: '6',
    margin: '10%',
    loss: '',
    step: '5',
    measure: lane.card.kind === 'weightTiers' ? (lane.card.measure as WeightMeasureName) : 'packedWeight',
    which: 'mean',
  });
  const [fitting, setFitting] = useState<Asked<Fitted> | null>(null);
  const [fit, setFit] = useState<Fitted | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => () => fitting?.stop(), [fitting]);
  const curve = useMemo(() => costCurve(survey, zone.id, service.id), [survey, zone.id, service.id]);
  const read = {
    weights: readWeights(typed.weights, shop),
    tiers: readTiers(typed.tiers, shop),
    margin: readPercent(shop, 100_000)(typed.margin),
    loss: typed.loss.trim() === '' ? ({ ok: true, value: null } as const) : readMoney(shop)(typed.loss),
  };
  const { orders, beyond } = withCosts(read.weights.ok ? read.weights.value : [], curve, typed.which);
  const taxRate = shop.pricing.tax === 'included' ? zone.taxRate : 0;
  const set = (more: Partial<FitTyped>) => {
    setTyped({ ...typed, ...more });
    setFit(null);
  };
  const start = async () => {
    const { tiers, margin, loss } = read;
    const address = survey.addresses.find((one) => one.zone === zone.id);
    if (!tiers.ok || !margin.ok || !loss.ok || !address) return;
    setFault(null);
    const { measure } = typed;
    const of = {
      book,
      at: { zone: zone.id, service: service.id },
      destination: address.destination,
      measure,
      bare: askedBare(survey),
      orders,
    };
    const started = startFitting(of, { tiers: tiers.value, margin: margin.value, mostLoss: loss.value });
    setFitting(started);
    try {
      setFit(await started.answer);
    } catch (error) {
      setFault((error as Error).message);
    }
    setFitting(null);
  };
  const stop = () => {
    fitting?.stop();
    setFitting(null);
  };
  const proposed = fit && proposedCard(fit, lane.card, { measure: typed.measure, taxRate, step: Number(typed.step) });
  const take = () => {
    if (!proposed) return;
    const outcome = session.dispatch({ name: 'setCard', args: { zone: zone.id, service: service.id, card: proposed } });
    if (!outcome.ok) return setFault(`${outcome.message}.`);
    toast(`${service.name} to ${zone.name} has the fitted prices`, { action: { label: 'Undo', onClick: session.undo } });
    setFit(null);
  };
  const ready = Object.values(read).every(({ ok }) => ok) && orders.length > 0;
  return {
    typed,
    set,
    read,
    orders: fit?.orders ?? [],
    beyond,
    heaviest: curve.at(-1)?.weight ?? 0,
    taxRate,
    ready,
    running: fitting !== null,
    start,
    stop,
    proposed,
    take,
    fault,
  };
}
