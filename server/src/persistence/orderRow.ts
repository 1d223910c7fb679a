import { buyerKeys, type CartInput, type Destination, type KeptBuyer, type Parcel, searchText } from '@ostrakon/core';
import type { DeskStep, FiledConsignment, FiledOrder, SoldLine } from '@ostrakon/core/contract';
import type { ConsignmentRow, ConsignmentStepRow, OrderBuyerRow, ParcelLabelRow, ShopOrderRow } from './orderEntities.ts';

/** Its lines, parcels and who carries it. */
export interface PlanOfRow {
  readonly lines: readonly number[];
  readonly parcels: readonly Parcel[];
  readonly carried: FiledConsignment['carried'];
}

/** Of what travels with others: what it was by itself, and, of the one that leads, the parcels of all; their lines count through the goods of all, one after another. */
export interface TogetherOfRow {
  readonly apart: Pick<ConsignmentRow, 'parcels' | 'weight' | 'carriage' | 'packaging'>;
  readonly parcels: readonly Parcel[] | null;
}

export const planIn = ({ plan }: Pick<ConsignmentRow, 'plan'>): PlanOfRow => JSON.parse(plan);
export const togetherIn = ({ together }: Pick<ConsignmentRow, 'together'>): TogetherOfRow | null => together && JSON.parse(together);
export const soldIn = ({ sold }: Pick<ShopOrderRow, 'sold'>): SoldLine[] => (sold === null ? [] : JSON.parse(sold));

/** What a search for goods, an order's number or its reference looks through. */
export const searchOf = (number: number, reference: string, goods: string): string => searchText(String(number), reference, goods);

export const stepOfRow = ({ at, by, what, from, to, note }: ConsignmentStepRow): DeskStep => ({
  at,
  by,
  what: what as DeskStep['what'],
  from: from as DeskStep['from'],
  to: to as DeskStep['to'],
  note,
});

export const windowIn = ({ window }: Pick<ConsignmentRow, 'window'>) => {
  const [from, until] = window?.split(' ') ?? [];
  return from === undefined || until === undefined ? null : { from, until };
};

function buyerOf({ name, mail, street, town, telephone }: OrderBuyerRow): KeptBuyer {
  return { name, mail, street, town, ...(telephone !== null && { telephone }) };
}
export const buyerIn = (row: OrderBuyerRow | null | undefined): KeptBuyer | null => (row ? buyerOf(row) : null);

/** A buyer as a row, with what they are found by. */
export function rowOfBuyer(order: number, buyer: KeptBuyer, { country, postalCode }: Destination): OrderBuyerRow {
  const { name, mail, street, town, telephone = null } = buyer;
  const [byName, byMail] = buyerKeys({ name, mail, street, town, country, postalCode });
  const search = searchText(name, mail, street, town, postalCode ?? '', telephone ?? '');
  return { order, name, mail, street, town, telephone, search, byName, byMail };
}

const labelFiled = ({ id: _id, consignment: _consignment, events, ...label }: ParcelLabelRow) => ({
  ...label,
  events: events === null ? [] : JSON.parse(events),
});

/** The label of a consignment as a row. */
export const rowOfLabel = (consignment: number, { events, ...label }: NonNullable<FiledConsignment['labels']>[number]) => ({
  ...label,
  consignment,
  events: events.length === 0 ? null : JSON.stringify(events),
});

export interface OrderRows {
  readonly order: ShopOrderRow;
  readonly buyer: OrderBuyerRow | null;
  readonly consignments: readonly ConsignmentRow[];
  readonly steps: readonly ConsignmentStepRow[];
  readonly labels: readonly ParcelLabelRow[];
}

/** An order as it is filed, of its rows. */
export function orderFromRows(
  { order, buyer, consignments, steps, labels }: OrderRows,
  leads: ReadonlyMap<number, { order: number; part: number }>,
): FiledOrder {
  const { cart, choices, sold, notes, edition, buyerMark, ...facts } = order;
  const parts = consignments.map((row): FiledConsignment => {
    const {
      id,
      revision: _revision,
      order: _order,
      parts: _parts,
      placedAt: _placedAt,
      search: _search,
      noted: _noted,
      labels: _labels,
      ...rest
    } = row;
    const { lead, together: _together, plan: _plan, parcels: _parcels, window: _window, ...told } = rest;
    const joint = togetherIn(row);
    const leader = lead === null ? undefined : leads.get(lead);
    const own = steps.filter((step) => step.consignment === id);
    const ownLabels = labels.filter((label) => label.consignment === id);
    return {
      ...told,
      state: row.state as FiledConsignment['state'],
      kind: row.kind as FiledConsignment['kind'],
      window: windowIn(row),
      ...(planIn(row) as { lines: number[]; parcels: FiledConsignment['parcels']; carried: FiledConsignment['carried'] }),
      with: leader && joint ? ({ ...leader, ...joint } as FiledConsignment['with']) : null,
      steps: own.map(stepOfRow),
      ...(ownLabels.length > 0 && { labels: ownLabels.map(labelFiled) }),
    };
  });
  return {
    ...facts,
    edition: edition === 0 ? null : edition,
    cart: JSON.parse(cart) as CartInput,
    choices: JSON.parse(choices),
    ...(sold !== null && { sold: JSON.parse(sold) }),
    ...(notes !== null && { notes: JSON.parse(notes) }),
    buyer: buyerIn(buyer),
    ...(buyerMark !== null && { buyerMark }),
    ...(parts.length > 0 && { consignments: parts }),
  };
}

// Written field by field, here and below: to leave fields out of a copy costs as much as to plan an order.
export const rowOfOrder = (filed: FiledOrder): ShopOrderRow => {
  const { number, reference, placedAt, language, delivery, cart, choices, sold, notes, edition, buyerMark } = filed;
  return {
    number,
    reference,
    placedAt,
    language,
    delivery,
    edition: edition ?? 0,
    buyerMark: buyerMark ?? null,
    cart: JSON.stringify(cart),
    choices: JSON.stringify(choices),
    sold: sold === undefined ? null : JSON.stringify(sold),
    notes: notes === undefined || notes.length === 0 ? null : JSON.stringify(notes),
  };
};

/** A consignment as a row; who it travels with is said by `leadOf`. */
export function rowOfConsignment(
  order: FiledOrder,
  filed: FiledConsignment,
  id: number,
  leadOf: (order: number, part: number) => number | undefined,
): ConsignmentRow {
  const { lines, parcels, carried, with: joint, labels = [], window } = filed;
  return {
    id,
    revision: 1,
    order: order.number,
    part: filed.part,
    parts: order.consignments?.length ?? 1,
    placedAt: order.placedAt,
    state: filed.state,
    service: filed.service,
    kind: filed.kind,
    origin: filed.origin,
    to: filed.to,
    price: filed.price,
    tax: filed.tax,
    taxRate: filed.taxRate,
    pieces: filed.pieces,
    weight: filed.weight,
    goods: filed.goods,
    countsOn: filed.countsOn ?? null,
    packBy: filed.packBy,
    leavesOn: filed.leavesOn,
    dueAt: filed.dueAt,
    first: filed.first,
    last: filed.last,
    carriage: filed.carriage,
    packaging: filed.packaging,
    into: filed.into,
    givenBack: filed.givenBack,
    parcels: joint && joint.parcels === null ? 0 : (joint?.parcels ?? parcels).reduce((sum, { count }) => sum + count, 0),
    search: searchOf(order.number, order.reference, filed.goods),
    window: window && `${window.from} ${window.until}`,
    plan: JSON.stringify({ lines, parcels, carried }),
    labels: labels.filter((label) => label.state === 'bought').length,
    lead: (joint && leadOf(joint.order, joint.part)) ?? null,
    together: joint && JSON.stringify({ apart: joint.apart, parcels: joint.parcels }),
    noted: (order.notes?.length ?? 0) > 0,
  };
}
