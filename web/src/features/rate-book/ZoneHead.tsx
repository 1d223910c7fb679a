import { newId, type Zone } from '@ostrakon/core';
import { MoreHorizontal } from 'lucide-react';
import { memo, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useDraftSession } from '../../draft/DraftProvider.tsx';
import { FindingLink } from '../../proof/FindingLink.tsx';
import type { SheetMark } from '../../proof/sheetMarks.ts';
import { SignButton } from '../../ui/Button.tsx';
import { later } from '../../ui/later.ts';
import { Menu, type MenuGroup } from '../../ui/Menu.tsx';
import { RenameField } from '../../ui/RenameField.tsx';
import { toast } from '../../ui/toast.ts';

const CopyPrices = later(() => import('./CopyPrices.tsx'), 'CopyPrices');

function useZoneMenu(zone: Zone, rename: () => void, copy: () => void): () => MenuGroup[] {
  const session = useDraftSession();
  const navigate = useNavigate();
  return () => {
    const { zones } = session.getSnapshot().book;
    const at = zones.findIndex((one) => one.id === zone.id);
    const move = (to: number) => () => void session.dispatch({ name: 'moveZone', args: { zone: zone.id, to } });
    const duplicate = () => {
      const name = `${zone.name} copy`;
      session.dispatch({ name: 'duplicateZone', args: { zone: zone.id, id: newId(name, zones, 'zone'), name } });
      toast(`${name} has the same services and prices, and no places yet`);
    };
    const remove = () => {
      session.dispatch({ name: 'removeZone', args: { zone: zone.id } });
      toast(`Removed the zone ${zone.name} and its prices`, { action: { label: 'Undo', onClick: session.undo } });
    };
    return [
      {
        entries: [
          { label: 'Places…', act: () => void navigate(`/book/${zone.id}`) },
          // After the menu has given the focus back.
          { label: 'Rename', act: () => setTimeout(rename) },
          { label: 'Copy its services to…', act: copy, disabled: zones.length < 2 },
          { label: 'Duplicate', act: duplicate },
        ],
      },
      {
        entries: [
          { label: 'Move nearer', keys: 'Alt ↑', act: move(at - 1), disabled: at === 0 },
          { label: 'Move farther', keys: 'Alt ↓', act: move(at + 1), disabled: at === zones.length - 1 },
        ],
      },
      { entries: [{ label: `Remove ${zone.name}`, act: remove, grave: true }] },
    ];
  };
}

interface ZoneHeadProps {
  compact: boolean;
  zone: Zone;
  summary: string;
  row: number;
  tabIndex: number;
  /** What was found of it. */
  finding?: SheetMark | undefined;
}

/** A zone's name and places at the side of its row, with its menu. */
export const ZoneHead = memo(function ZoneHead({ compact, zone, summary, row, tabIndex, finding }: ZoneHeadProps) {
  const session = useDraftSession();
  const [renaming, setRenaming] = useState(false);
  const [copying, setCopying] = useState(false);
  const groups = useZoneMenu(
    zone,
    () => setRenaming(true),
    () => setCopying(true),
  );
  return (
    <>
      {renaming ? (
        <RenameField
          label="Name of the zone"
          name={zone.name}
          onRename={(name) => session.dispatch({ name: 'renameZone', args: { zone: zone.id, name } })}
          onDone={() => setRenaming(false)}
        />
      ) : (
        <Link
          to={`/book/${zone.id}`}
          data-cell={`${row},0`}
          title={`${zone.name}\n${summary}`}
          tabIndex={tabIndex}
          className={`min-w-0 flex-1 rounded-md pt-0.5 hover:text-clay ${compact ? 'max-h-[39px] overflow-hidden' : ''}`}
        >
          <span className="line-clamp-2 leading-tight font-semibold">{zone.name}</span>
          <span className="block truncate text-sm text-ash">{summary}</span>
        </Link>
      )}
      {finding && <FindingLink mark={finding} zone={zone.id} of={zone.name} className="shrink-0" />}
      <Menu
        groups={groups}
        trigger={
          <SignButton label={`More for ${zone.name}`} className="h-6! w-5!">
            <MoreHorizontal size={14} aria-hidden />
          </SignButton>
        }
      />
      <Suspense>{copying && <CopyPrices of="zone" id={zone.id} name={zone.name} onClose={() => setCopying(false)} />}</Suspense>
    </>
  );
});
