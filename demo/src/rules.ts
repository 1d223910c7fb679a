import { type Allowance, type Charge, EVERYWHERE, plainAllowance, plainCharge, type Scope } from '@ostrakon/core';

const charge = (id: string, name: string, amount: Charge['amount'], scope: Partial<Scope>, more: Partial<Charge> = {}): Charge => ({
  ...plainCharge(id, name, amount),
  scope: { ...EVERYWHERE, ...scope },
  ...more,
});

/** Added abroad and in the north, where packing takes longer and the way is flown. */
export const charges: readonly Charge[] = [
  charge(
    'packing',
    'Packing for abroad',
    { kind: 'percent', basisPoints: 180, of: 'valueAfterDiscounts' },
    { services: ['ground'], zones: ['us', 'us-far', 'europe', 'far'] },
    { floor: 150 },
  ),
  charge('remote', 'Remote area', { kind: 'fixed', amount: 600, per: 'consignment' }, { services: ['ground'], zones: ['us-far', 'far'] }),
  charge(
    'season',
    'November and December',
    { kind: 'percent', basisPoints: 500, of: 'base' },
    { services: ['ground'], zones: ['europe', 'far'] },
    { dates: { from: '11-01', until: '12-31' } },
  ),
  charge('cartons', 'Carton, passed on', { kind: 'packagingCost' }, { services: ['ground'], zones: ['europe'] }),
];

const allowance = (id: string, name: string, effect: Allowance['effect'], scope: Partial<Scope>, more: Partial<Allowance>): Allowance => ({
  ...plainAllowance(id, name, effect),
  scope: { ...EVERYWHERE, ...scope },
  ...more,
});

const noMachines = { groups: ['clay', 'glazes', 'shelves'], others: true };

export const allowances: readonly Allowance[] = [
  allowance(
    'half-ground',
    'Half-price ground',
    { kind: 'percentOff', basisPoints: 5000 },
    { services: ['ground'] },
    { coupons: ['HALFGROUND'] },
  ),
  allowance(
    'ride-along',
    'Forgotten tools ride along',
    { kind: 'free' },
    { services: ['packet', 'ground'], goods: noMachines },
    { sinceOrder: 6 },
  ),
  allowance(
    'ten-boxes',
    'Ten boxes of clay on the round',
    { kind: 'free' },
    { services: ['van'], goods: { groups: ['clay'], others: false } },
    { ranges: [{ measure: 'itemCount', from: 10 }] },
  ),
];
