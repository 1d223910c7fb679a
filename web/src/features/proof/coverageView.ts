import type { Axis, Fixed } from '@ostrakon/core';
import { AXES } from '@ostrakon/core/proof';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import type { ScaleKind } from './axisScale.ts';

export type Change = ReturnType<typeof useAddress>[1];

export const SCALES = [
  ['even', 'Every step as wide'],
  ['log', 'Near steps wider'],
  ['plain', 'As it is'],
] as const satisfies readonly (readonly [ScaleKind, string])[];

/** What is fixed where nothing else is said: a kilogram worth 50, one item of 10 cm that goes 5 km. */
const FIXED: Fixed = { weight: 1e9, value: 5000, items: 1, side: 100_000, distance: 5e6 };

const isAxis = (text: string | null): text is Axis => AXES.some((axis) => axis === text);

export interface Chosen {
  readonly zone: number;
  readonly group: string | null;
  readonly x: Axis;
  readonly y: Axis;
  readonly scale: ScaleKind;
  readonly byService: boolean;
  readonly fixed: Fixed;
}

export const NO_GROUP = '-';

/** What is looked at, as the address says it. */
export function useChosenView() {
  const [search, change] = useAddress();
  const { book } = useDraft();
  const [x, y] = [search.get('x'), search.get('y')];
  const group = search.get('goods');
  const fixed = Object.fromEntries(AXES.map((axis) => [axis, Number(search.get(`at-${axis}`)) || FIXED[axis]])) as Record<Axis, number>;
  const scale = SCALES.find(([kind]) => kind === search.get('scale'))?.[0] ?? 'even';
  const chosen: Chosen = {
    zone: book.zones.findIndex(({ id }) => id === search.get('zone')),
    group: group === null || group === NO_GROUP || !book.goodsGroups.some(({ id }) => id === group) ? null : group,
    x: isAxis(x) ? x : 'weight',
    y: isAxis(y) && y !== x ? y : x === 'value' ? 'weight' : 'value',
    scale,
    byService: search.get('colour') === 'service',
    fixed,
  };
  return [chosen, change] as const;
}
