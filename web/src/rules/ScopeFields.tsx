import type { Scope } from '@ostrakon/core';
import { useDraft } from '../draft/DraftProvider.tsx';
import type { Taken } from '../ui/useTypedField.ts';
import { GoodsSetField } from './GoodsSetField.tsx';

function Several({
  legend,
  list,
  value,
  onChange,
}: {
  legend: string;
  list: readonly { id: string; name: string }[];
  value: readonly string[] | null;
  onChange: (value: string[] | null) => void;
}) {
  const held = value ?? list.map(({ id }) => id);
  const toggle = (id: string) => {
    const next = held.includes(id)
      ? held.filter((one) => one !== id)
      : list.map((one) => one.id).filter((one) => held.includes(one) || one === id);
    // A rule for nothing at all is one that is switched off; the last tick stays.
    if (next.length > 0) onChange(next.length === list.length ? null : next);
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
          all, new ones too
        </label>
      </legend>
      <div className="flex flex-wrap gap-x-4 text-sm">
        {list.map(({ id, name }) => (
          <label key={id} className="flex min-h-6 items-center gap-1.5">
            <input type="checkbox" className="size-4 accent-clay" checked={held.includes(id)} onChange={() => toggle(id)} />
            {name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Where a rule holds: services, zones and goods. */
export function ScopeFields({ scope, goodsLegend, onChange }: { scope: Scope; goodsLegend: string; onChange: (scope: Scope) => Taken }) {
  const { services, zones, goodsGroups } = useDraft().book;
  return (
    <div className="space-y-2">
      <Several legend="Services" list={services} value={scope.services} onChange={(next) => onChange({ ...scope, services: next })} />
      <Several legend="Zones" list={zones} value={scope.zones} onChange={(next) => onChange({ ...scope, zones: next })} />
      {goodsGroups.length > 0 && (
        <GoodsSetField legend={goodsLegend} value={scope.goods} onChange={(goods) => onChange({ ...scope, goods })} />
      )}
    </div>
  );
}
