import type { GoodsSet } from '@ostrakon/core';
import { useDraft } from '../draft/DraftProvider.tsx';

/** A choice of goods groups, the goods in no group among them. All ticked is no condition. */
export function GoodsSetField({
  legend,
  value,
  onChange,
}: {
  legend: string;
  value: GoodsSet | null;
  onChange: (value: GoodsSet | null) => void;
}) {
  const { goodsGroups } = useDraft().book;
  const groups = value?.groups ?? goodsGroups.map(({ id }) => id);
  const others = value?.others ?? true;
  const give = (next: GoodsSet) => {
    const all = next.others && goodsGroups.every(({ id }) => next.groups.includes(id));
    onChange(all ? null : next);
  };
  const box = (label: string, checked: boolean, toggle: () => void) => (
    <label key={label} className="flex min-h-6 items-center gap-1.5">
      <input type="checkbox" className="size-4 accent-clay" checked={checked} onChange={toggle} />
      {label}
    </label>
  );
  return (
    <fieldset>
      <legend className="py-1">{legend}</legend>
      <div className="flex flex-wrap gap-x-4 text-sm">
        {goodsGroups.map(({ id, name }) =>
          box(name, groups.includes(id), () =>
            give({ groups: groups.includes(id) ? groups.filter((one) => one !== id) : [...groups, id], others }),
          ),
        )}
        {box('Goods in no group', others, () => give({ groups, others: !others }))}
      </div>
    </fieldset>
  );
}
