import { type CardKind, firstCard, laneOf, type Service, type Zone } from '@ostrakon/core';
import { Plus } from 'lucide-react';
import { memo } from 'react';
import { useNavigate } from 'react-router';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { Menu, type MenuGroup } from '../../ui/Menu.tsx';
import type { CellPlace } from './LaneCell.tsx';

const kinds: readonly (readonly [CardKind, string])[] = [
  ['flat', 'One price'],
  ['firstAndFurther', 'First item and each further'],
  ['weightTiers', 'Tiers by weight'],
  ['valueTiers', 'Tiers by goods value'],
  ['countTiers', 'Tiers by number of items'],
  ['twoWay', 'A two-way grid'],
];

/** A round begins with rings, a counter with one price. */
const kindsFor = ({ kind }: Service) => (kind === 'round' ? [['distanceTiers', 'Rings by distance'] as const, ...kinds] : kinds);

function useStartMenu(zone: Zone, service: Service): () => MenuGroup[] {
  const session = useDraftSession();
  const navigate = useNavigate();
  const here = { zone: zone.id, service: service.id };
  const open = () => void navigate(`/book/${zone.id}/${service.id}`);
  return () => {
    const { book } = session.getSnapshot();
    const start = (kind: CardKind) => () => {
      if (session.dispatch({ name: 'startLane', args: { ...here, card: firstCard(kind, book.shop) } }).ok) open();
    };
    const copy = (from: { zone: string; service: string }) => () => {
      if (session.dispatch({ name: 'copyLane', args: { from, to: [here], parts: ['card', 'limits', 'freeFrom'] } }).ok) open();
    };
    const otherZones = book.zones.filter((other) => other.id !== zone.id && laneOf(other, service.id));
    const otherServices = book.services.filter((other) => other.id !== service.id && laneOf(zone, other.id));
    return [
      {
        heading: `Offer ${service.name} to ${zone.name}`,
        entries: kindsFor(service).map(([kind, label]) => ({ label, act: start(kind) })),
      },
      {
        heading: 'Copied from',
        entries: [
          ...otherZones.map((other) => ({ label: `${service.name} to ${other.name}`, act: copy({ zone: other.id, service: service.id }) })),
          ...otherServices.map((other) => ({ label: `${other.name} to ${zone.name}`, act: copy({ zone: zone.id, service: other.id }) })),
        ],
      },
    ];
  };
}

/** A crossing without a lane: starts one, by hand or copied from another. */
export const StartCell = memo(function StartCell({
  zone,
  service,
  row,
  column,
  tabIndex,
  marked,
}: CellPlace & { zone: Zone; service: Service }) {
  const groups = useStartMenu(zone, service);
  return (
    <td className={`border-line border-b border-l p-0 ${marked ? 'bg-clay-soft' : 'bg-bone'}`}>
      <Menu
        groups={groups}
        trigger={
          <button
            type="button"
            data-cell={`${row},${column}`}
            tabIndex={tabIndex}
            aria-label={`${service.name} to ${zone.name}: not offered. Start a lane`}
            className="group grid h-[53px] w-full place-items-center text-ash hover:bg-clay-tint/40"
          >
            <span aria-hidden className="group-hover:hidden group-focus-visible:hidden">
              –
            </span>
            <Plus size={16} aria-hidden className="hidden text-clay group-hover:block group-focus-visible:block" />
          </button>
        }
      />
    </td>
  );
});
