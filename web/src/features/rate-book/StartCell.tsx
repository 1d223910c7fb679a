import { type CardKind, firstCard, isFigureKind, laneOf, type Service, type Zone } from '@ostrakon/core';
import { Plus } from 'lucide-react';
import { memo } from 'react';
import { useNavigate } from 'react-router';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { Menu, type MenuGroup } from '../../ui/Menu.tsx';
import { kindWords } from '../../words/cardKinds.ts';
import type { CellPlace } from './LaneCell.tsx';

const KINDS: readonly CardKind[] = ['flat', 'firstAndFurther', 'weightTiers', 'valueTiers', 'countTiers', 'twoWay'];

/** A round begins with rings, a counter with one price. */
const kindsFor = ({ kind }: Service): readonly CardKind[] => (kind === 'round' ? ['distanceTiers', ...KINDS] : KINDS);

function useStartMenu(zone: Zone, service: Service): () => MenuGroup[] {
  const session = useDraftSession();
  const navigate = useNavigate();
  const here = { zone: zone.id, service: service.id };
  const open = (asked = '') => void navigate(`/book/${zone.id}/${service.id}${asked}`);
  return () => {
    const { book } = session.getSnapshot();
    const words = kindWords(book.shop.units);
    const start = (kind: CardKind) => () => {
      // What is nothing but figures is asked for on its page; until then buyers are asked to write.
      const card = firstCard(isFigureKind(kind) ? 'flat' : kind);
      if (session.dispatch({ name: 'startLane', args: { ...here, card } }).ok) open(isFigureKind(kind) ? `?kind=${kind}` : '');
    };
    const copy = (from: { zone: string; service: string }) => () => {
      if (session.dispatch({ name: 'copyLane', args: { from, to: [here], parts: ['card', 'limits', 'freeFrom'] } }).ok) open();
    };
    const otherZones = book.zones.filter((other) => other.id !== zone.id && laneOf(other, service.id));
    const otherServices = book.services.filter((other) => other.id !== service.id && laneOf(zone, other.id));
    return [
      {
        heading: `Offer ${service.name} to ${zone.name}`,
        entries: kindsFor(service).map((kind) => ({ label: words[kind].name, about: words[kind].about, act: start(kind) })),
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
  compact,
}: CellPlace & { zone: Zone; service: Service; compact: boolean }) {
  const groups = useStartMenu(zone, service);
  return (
    <td aria-colindex={column + 1} className={`h-px border-line border-b border-s p-0 ${marked ? 'bg-clay-soft' : 'bg-bone'}`}>
      <Menu
        groups={groups}
        trigger={
          <button
            type="button"
            data-cell={`${row},${column}`}
            tabIndex={tabIndex}
            aria-label={`${service.name} to ${zone.name}: not offered here. Offer it`}
            className={`group grid h-full w-full items-center ${compact ? 'min-h-[47px] justify-items-end px-2' : 'min-h-[53px] justify-items-center'} text-ash hover:bg-clay-tint/40`}
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
