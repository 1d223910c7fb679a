import { Button } from '../../ui/Button.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import type { SheetView } from './useSheetView.ts';

/** Finding, gathering and folding zones, for a sheet that is longer than the page. */
export function SheetTools({ view, shown, all }: { view: SheetView; shown: number; all: number }) {
  const { find, gathering, groups } = view;
  const open = groups.some((name) => !view.folded.has(name));
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3">
      <SearchField label="Find a zone" value={find} onType={view.setFind} sign className="w-64" />
      <Segments
        label="How zones are gathered"
        value={gathering}
        choices={[
          ['none', 'Your order'],
          ['country', 'By country'],
          ['label', 'By label'],
        ]}
        onChange={view.setGathering}
      />
      {groups.length > 0 && (
        <Button look="quiet" onClick={() => view.fold(open ? groups : [])}>
          {open ? 'Fold all' : 'Unfold all'}
        </Button>
      )}
      <span role="status" className="text-sm text-ash">
        {shown === all ? `${all} zones` : `${shown} of ${all} zones`}
      </span>
    </div>
  );
}
