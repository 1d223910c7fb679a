import { type Card, costCurve, type Lane, massToMicrograms, type Service, type Shop, type Survey, type Zone } from '@ostrakon/core';
import { useEffect, useMemo, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import type { Asked } from '../../ui/askWorker.ts';
import { readCount, readMoney, readPercent } from '../../ui/readers.ts';
import { toast } from '../../ui/toast.ts';
import type { Read } from '../../ui/useTypedField.ts';
import {
  type Fitted,
  lineCard,
  type MeasuredOrder,
  type OrdersOf,
  proposedCard,
  readWeights,
  startFitting,
  type WeightMeasureName,
  withCosts,
  withoutIdleBounds,
} from './fitting.ts';
import { askedBare } from './probes.ts';

/** A service in a zone whose prices can be fitted. */
export interface FitPlace {
  readonly zone: Zone;
  readonly service: Service;
  readonly lane: Lane;
}

export interface FittedLane extends FitPlace {
  readonly survey: Survey;
  /** The same service in every zone of the survey. */
  readonly all: readonly FitPlace[];
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
  /** All zones of the service at once, with the same weights. */
  readonly together: boolean;
}

/** What is proposed for one zone. */
export interface Proposal extends FitPlace {
  readonly orders: readonly MeasuredOrder[];
  readonly taxRate: number;
  readonly tiers: Card;
  readonly line: Card;
}

export type Shape = 'tiers' | 'line';

function readTiers(text: string, shop: Shop): Read<number> {
  const read = readCount(shop)(text);
  return read.ok && read.value > 40 ? { ok: false, message: 'At most 40.' } : read;
}

/** A fit from what is typed to the prices that are taken over. */
export function useFit({ zone, service, lane, survey, all }: FittedLane) {
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
    together: false,
  });
  const [fitting, setFitting] = useState<Asked<Fitted[]> | null>(null);
  const [proposals, setProposals] = useState<readonly Proposal[]>([]);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => () => fitting?.stop(), [fitting]);
  const places = typed.together ? all : [{ zone, service, lane }];
  const curve = useMemo(() => costCurve(survey, zone.id, service.id), [survey, zone.id, service.id]);
  const read = {
    weights: readWeights(typed.weights, shop),
    tiers: readTiers(typed.tiers, shop),
    margin: readPercent(shop, 100_000)(typed.margin),
    loss: typed.loss.trim() === '' ? ({ ok: true, value: null } as const) : readMoney(shop)(typed.loss),
  };
  const weights = read.weights.ok ? read.weights.value : [];
  const { orders, beyond } = withCosts(weights, curve, typed.which);
  const taxOf = (of: Zone) => (shop.pricing.tax === 'included' ? of.taxRate : 0);
  const set = (more: Partial<FitTyped>) => {
    setTyped({ ...typed, ...more });
    setProposals([]);
  };
  const unit = shop.units === 'metric' ? '1 kg' : '1 lb';
  const start = async () => {
    const { tiers, margin, loss } = read;
    if (!tiers.ok || !margin.ok || !loss.ok) return;
    setFault(null);
    const { measure, which } = typed;
    const asked = places.flatMap((place): (FitPlace & { of: OrdersOf })[] => {
      const address = survey.addresses.find((one) => one.zone === place.zone.id);
      const costed = withCosts(weights, costCurve(survey, place.zone.id, service.id), which);
      if (!address || costed.orders.length === 0) return [];
      const at = { zone: place.zone.id, service: service.id };
      const of = { book, at, destination: address.destination, measure, bare: askedBare(survey), orders: costed.orders };
      return [{ ...place, of }];
    });
    const target = { tiers: tiers.value, margin: margin.value, mostLoss: loss.value };
    const started = startFitting({ of: asked.map(({ of }) => of), target, unit: massToMicrograms(unit) });
    setFitting(started);
    try {
      const fits = await started.answer;
      const step = Number(typed.step);
      const made = asked.flatMap(({ of: _of, ...place }, at): Proposal[] => {
        const fit = fits[at];
        if (!fit) return [];
        const taxRate = taxOf(place.zone);
        // Zones that are fitted together end their tiers where the least is known of all of them.
        const known = { tiers: fit.tiers, orders: fits.flatMap((one) => one.orders) };
        const how = { measure, taxRate, step, whole: typed.together };
        return [
          {
            ...place,
            orders: fit.orders,
            taxRate,
            tiers: proposedCard(known, place.lane.card, how),
            line: lineCard(fit.line, { ...how, unit }),
          },
        ];
      });
      const kept = withoutIdleBounds(made.map(({ tiers: card }) => card));
      setProposals(made.map((proposal, at) => ({ ...proposal, tiers: kept[at] ?? proposal.tiers })));
    } catch (error) {
      setFault((error as Error).message);
    }
    setFitting(null);
  };
  const stop = () => {
    fitting?.stop();
    setFitting(null);
  };
  const take = (shape: Shape) => {
    const cards = proposals.map((proposal) => ({ zone: proposal.zone.id, service: service.id, card: proposal[shape] }));
    const outcome = session.dispatch({ name: 'setCards', args: { cards } });
    if (!outcome.ok) return setFault(`${outcome.message}.`);
    const where = cards.length === 1 ? zone.name : `${cards.length} zones`;
    toast(`${service.name} to ${where} has the fitted prices`, { action: { label: 'Undo', onClick: session.undo } });
    setProposals([]);
  };
  return {
    typed,
    set,
    read,
    beyond,
    heaviest: curve.at(-1)?.weight ?? 0,
    ready: Object.values(read).every(({ ok }) => ok) && orders.length > 0,
    running: fitting !== null,
    start,
    stop,
    proposals,
    take,
    fault,
  };
}
