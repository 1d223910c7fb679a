import { useEffect, useMemo, useRef, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { type Gathering, type SheetRow, sheetRows } from './sheetRows.ts';

export interface SheetView {
  readonly find: string;
  readonly setFind: (text: string) => void;
  readonly gathering: Gathering;
  readonly setGathering: (by: Gathering) => void;
  readonly folded: ReadonlySet<string>;
  readonly fold: (names: readonly string[]) => void;
  readonly toggle: (name: string) => void;
  readonly rows: readonly SheetRow[];
  /** Names of all groups, in their order. */
  readonly groups: readonly string[];
}

/** Which zones the sheet shows, and how they are gathered: part of the address, so that it can be sent on. */
export function useSheetView(): SheetView {
  const { zones, shop } = useDraft().book;
  const [search, setAddress] = useAddress();
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const asks = search.get('find') ?? '';
  // The field holds what is typed at once; the address follows, and leads where it was not written from here.
  const [find, setFind] = useState(asks);
  const written = useRef(new Set<string>());
  useEffect(() => {
    if (!written.current.has(asks)) setFind(asks);
    written.current.delete(asks);
  }, [asks]);
  const asked = search.get('by');
  const gathering: Gathering = asked === 'country' || asked === 'label' ? asked : 'none';
  const { locale } = shop;
  const rows = useMemo(() => sheetRows(zones, { find, gathering, folded, locale }), [zones, find, gathering, folded, locale]);
  return {
    find,
    setFind: (text) => {
      written.current.add(text);
      setFind(text);
      setAddress({ find: text });
    },
    gathering,
    setGathering: (by) => {
      setFolded(new Set());
      setAddress({ by: by === 'none' ? null : by });
    },
    folded,
    fold: (names) => setFolded(new Set(names)),
    toggle: (name) => {
      const next = new Set(folded);
      if (!next.delete(name)) next.add(name);
      setFolded(next);
    },
    rows,
    groups: rows.flatMap((row) => (row.kind === 'group' ? [row.name] : [])),
  };
}
