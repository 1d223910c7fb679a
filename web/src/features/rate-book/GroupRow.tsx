import { ChevronDown, ChevronRight } from 'lucide-react';
import type { SheetRow } from './sheetRows.ts';

interface GroupRowProps {
  group: Extract<SheetRow, { kind: 'group' }>;
  row: number;
  tabIndex: number;
  columns: number;
  measured: (element: Element | null) => void;
  onToggle: () => void;
}

/** The head of zones that are gathered: folds them away. */
export function GroupRow({ group, row, tabIndex, columns, measured, onToggle }: GroupRowProps) {
  const { name, zones, folded } = group;
  const Sign = folded ? ChevronRight : ChevronDown;
  return (
    <tr ref={measured} data-index={row - 1} aria-rowindex={row + 1}>
      <th scope="rowgroup" colSpan={columns} className="border-line-strong border-b bg-ash-soft p-0 text-start font-normal">
        <button
          type="button"
          data-cell={`${row},0`}
          tabIndex={tabIndex}
          aria-expanded={!folded}
          onClick={onToggle}
          className="sticky start-0 flex items-center gap-1.5 px-2 py-1 font-semibold hover:text-clay"
        >
          <Sign size={14} aria-hidden />
          {name}
          <span className="font-normal text-ash">{zones.length === 1 ? '1 zone' : `${zones.length} zones`}</span>
        </button>
      </th>
    </tr>
  );
}
