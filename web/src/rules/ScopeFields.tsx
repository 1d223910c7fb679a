import type { Scope } from '@ostrakon/core';
import { useMemo } from 'react';
import { useDraft } from '../draft/DraftProvider.tsx';
import { type Tickable, TickMany } from '../ui/TickMany.tsx';
import type { Taken } from '../ui/useTypedField.ts';
import { zoneTicks } from '../words/zoneGroups.ts';
import { GoodsSetField } from './GoodsSetField.tsx';

function Several({
  legend,
  list,
  value,
  mayBeNone = false,
  onChange,
}: {
  legend: string;
  list: readonly Tickable[];
  value: readonly string[] | null;
  /** Whether none at all may be ticked: a rule that is being written. */
  mayBeNone?: boolean;
  onChange: (value: string[] | null) => void;
}) {
  const held = value ?? list.map(({ id }) => id);
  const tick = (next: readonly string[]) => {
    if (next.length > 0 || mayBeNone) onChange(next.length === list.length ? null : [...next]);
  };
  return (
    <fieldset>
      <legend className="flex w-full items-center gap-3 py-1">
        {legend}
        <label className="flex items-center gap-1.5 text-sm text-ash">
          <input
            type="checkbox"
            className="size-4 accent-clay"
            checked={value === null}
            disabled={value === null}
            onChange={() => onChange(null)}
          />
          all of them, also those added later
        </label>
      </legend>
      <TickMany what={legend.toLowerCase()} list={list} chosen={new Set(held)} onChange={tick} />
    </fieldset>
  );
}

/** Where a rule holds: services, zones and goods. */
export function ScopeFields({ scope, goodsLegend, onChange }: { scope: Scope; goodsLegend: string; onChange: (scope: Scope) => Taken }) {
  const { services, zones, goodsGroups, shop } = useDraft().book;
  const ticks = useMemo(() => zoneTicks(zones, shop.locale), [zones, shop.locale]);
  return (
    <div className="space-y-2">
      <Several
        mayBeNone
        legend="Services"
        list={services}
        value={scope.services}
        onChange={(next) => onChange({ ...scope, services: next })}
      />
      <Several legend="Zones" list={ticks} value={scope.zones} onChange={(next) => onChange({ ...scope, zones: next })} />
      {goodsGroups.length > 0 && (
        <GoodsSetField legend={goodsLegend} value={scope.goods} onChange={(goods) => onChange({ ...scope, goods })} />
      )}
    </div>
  );
}
