import { Plus } from 'lucide-react';
import { useSearchParams } from 'react-router';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Menu } from '../../ui/Menu.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { useLane } from './useLane.ts';

const OWN = '-';

/** The cards of a lane: its own, and those of goods groups that have one. */
export function GroupTabs() {
  const { at, lane, group } = useLane();
  const { goodsGroups } = useDraft().book;
  const session = useDraftSession();
  const [, setSearch] = useSearchParams();
  const show = (goods: string) => setSearch(goods === OWN ? {} : { goods }, { replace: true });
  const name = (id: string) => goodsGroups.find((one) => one.id === id)?.name ?? id;
  const without = goodsGroups.filter(({ id }) => !lane.groupCards.some((held) => held.group === id));
  if (goodsGroups.length === 0) return null;
  const start = (id: string) => {
    const own = lane.card;
    if (session.dispatch({ name: 'setCard', args: { ...at, group: id, card: own } }).ok) show(id);
  };
  return (
    <div className="mb-2 flex flex-wrap items-center gap-2">
      {lane.groupCards.length > 0 && (
        <Segments
          wrap
          label="Goods priced"
          value={group ?? OWN}
          choices={[[OWN, 'All other goods'], ...lane.groupCards.map((held) => [held.group, name(held.group)] as const)]}
          onChange={show}
        />
      )}
      {without.length > 0 && (
        <Menu
          groups={() => [{ heading: 'Its own prices for', entries: without.map((one) => ({ label: one.name, act: () => start(one.id) })) }]}
          trigger={
            <Button look="quiet">
              <Plus size={14} aria-hidden /> Prices for a goods group
            </Button>
          }
        />
      )}
      {group !== null && (
        <Button
          look="quiet"
          className="text-fault!"
          onClick={() => {
            session.dispatch({ name: 'removeGroupCard', args: { ...at, group } });
            show(OWN);
          }}
        >
          Price {name(group)} like other goods
        </Button>
      )}
    </div>
  );
}
