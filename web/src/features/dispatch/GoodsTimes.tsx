import { type GoodsGroup, GoodsGroup as Schema } from '@ostrakon/core';
import { Link } from 'react-router';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { readDayCount } from '../../calendars/readDays.ts';
import { WeekdayBoxes } from '../../calendars/WeekdayBoxes.tsx';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { DateWindowFields } from '../../rules/DateWindowFields.tsx';
import { Button } from '../../ui/Button.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { useFormat } from '../../words/useWords.ts';

function Group({ group }: { group: GoodsGroup }) {
  const session = useDraftSession();
  const format = useFormat();
  const set = checkedChange(Schema, group, (next) => session.dispatch({ name: 'setGoodsGroup', args: next }));
  const setRule = (at: number, more: Partial<GoodsGroup['leavesOn'][number]>) =>
    set({ leavesOn: group.leavesOn.map((rule, index) => (index === at ? { ...rule, ...more } : rule)) });
  return (
    <li className="grid grid-cols-[12rem_1fr] gap-3 border-line border-b py-2 last:border-b-0">
      <span className="py-1.5 font-medium">{group.name}</span>
      <div className="space-y-2">
        <span className="flex items-start gap-2">
          <TypedField<number>
            label={`Extra packing days of ${group.name}`}
            className="w-16"
            inputClass="text-end"
            shown={String(group.extraPackingDays)}
            read={readDayCount}
            commit={(extraPackingDays) => set({ extraPackingDays })}
          />
          <span aria-hidden className="py-1.5">
            extra packing {group.extraPackingDays === 1 ? 'day' : 'days'}
          </span>
          {group.leavesOn.length < 10 && (
            <Button
              look="quiet"
              className="ms-3"
              onClick={() => set({ leavesOn: [...group.leavesOn, { weekdays: [1, 2, 3], season: null }] })}
            >
              {group.leavesOn.length === 0 ? 'Leaves only on some days…' : 'Another rule…'}
            </Button>
          )}
        </span>
        {group.leavesOn.map((rule, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rules are known by their place
          <div key={at} className="flex flex-wrap items-start gap-x-4 gap-y-1 rounded-md bg-bone px-2 py-1.5">
            <span className="flex items-center gap-2 py-1">
              Leaves only on
              <WeekdayBoxes
                label={`Days on which ${group.name} leave`}
                value={rule.weekdays}
                onChange={(weekdays) => setRule(at, { weekdays })}
              />
            </span>
            <span className="w-80">
              <DateWindowFields value={rule.season} onChange={(season) => setRule(at, { season })} />
            </span>
            <Button look="quiet" onClick={() => set({ leavesOn: group.leavesOn.filter((_rule, index) => index !== at) })}>
              Remove
              <span className="sr-only">
                {' '}
                the rule of {format.list(rule.weekdays.map(format.weekday))} for {group.name}
              </span>
            </Button>
          </div>
        ))}
      </div>
    </li>
  );
}

/** What goods add: packing days on top, and days on which they may leave. */
export function GoodsTimes() {
  const { goodsGroups } = useDraft().book;
  return (
    <section aria-label="Goods that take longer">
      <h2 className="font-serif text-lg font-semibold">Goods that take longer</h2>
      <p className="text-sm text-ash">
        Extra days are packing days on top of the above; of several goods in a cart the most count. A product may ask for more in the list
        of{' '}
        <Link to="/shop/goods" className="text-clay underline">
          goods
        </Link>
        . These hold for every location.
      </p>
      {goodsGroups.length === 0 ? (
        <p className="mt-1 text-ash">There are no goods groups yet.</p>
      ) : (
        <ul>
          {goodsGroups.map((group) => (
            <Group key={group.id} group={group} />
          ))}
        </ul>
      )}
    </section>
  );
}
