import { type MouseEvent, useRef, useState } from 'react';
import { foundBy, isFoundBy, plainName } from '../words/plainName.ts';
import { Button } from './Button.tsx';
import { SearchField } from './SearchField.tsx';

export interface Tickable {
  readonly id: string;
  readonly name: string;
  /** What it is gathered under; all or none of a list have one. */
  readonly group?: string;
}

interface TickManyProps {
  /** What is ticked, for the field that finds them: "zones". */
  what: string;
  list: readonly Tickable[];
  chosen: ReadonlySet<string>;
  onChange: (chosen: readonly string[]) => void;
}

/** Longer lists can be searched. */
const MANY = 12;

/** Things in the list from one to another, both included. */
function between(list: readonly Tickable[], one: string, other: string): string[] {
  const [a, b] = [list.findIndex(({ id }) => id === one), list.findIndex(({ id }) => id === other)];
  return list.slice(Math.min(a, b), Math.max(a, b) + 1).map(({ id }) => id);
}

/** The head of a group: ticks all of it, or none. */
function GroupTick({
  name,
  ids,
  chosen,
  onTick,
}: {
  name: string;
  ids: readonly string[];
  chosen: ReadonlySet<string>;
  onTick: (on: boolean) => void;
}) {
  const held = ids.filter((id) => chosen.has(id)).length;
  return (
    <label className="flex min-h-6 items-center gap-1.5 font-semibold">
      <input
        type="checkbox"
        className="size-4 accent-clay"
        ref={(box) => {
          if (box) box.indeterminate = held > 0 && held < ids.length;
        }}
        checked={held === ids.length}
        onChange={() => onTick(held < ids.length)}
      />
      {name}
      <span className="font-normal text-ash">
        {held} of {ids.length}
      </span>
    </label>
  );
}

/** Many things to tick: searched and ticked together, by groups, and by a row of them with Shift. */
export function TickMany({ what, list, chosen, onChange }: TickManyProps) {
  const [find, setFind] = useState('');
  const last = useRef<string | null>(null);
  const wanted = plainName(find);
  const found = wanted === '' ? list : list.filter(({ name, group }) => isFoundBy(foundBy([name, group ?? '']), wanted));
  const set = (ids: readonly string[], on: boolean) => {
    const next = new Set(chosen);
    for (const one of ids)
      if (on) next.add(one);
      else next.delete(one);
    onChange(list.map((one) => one.id).filter((one) => next.has(one)));
  };
  const onClick = (one: string) => (event: MouseEvent) => {
    const from = last.current;
    last.current = one;
    if (!event.shiftKey || from === null || from === one) return;
    event.preventDefault();
    set(between(found, from, one), !chosen.has(one));
  };
  const boxes = (some: readonly Tickable[]) => (
    <div className="flex flex-wrap gap-x-4 text-sm">
      {some.map((one) => (
        <label key={one.id} className="flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            className="size-4 accent-clay"
            checked={chosen.has(one.id)}
            onClick={onClick(one.id)}
            onChange={() => set([one.id], !chosen.has(one.id))}
          />
          {one.name}
        </label>
      ))}
    </div>
  );
  if (list.length <= MANY) return boxes(list);
  const groups = [...new Set(found.map(({ group }) => group))].flatMap((group) => (group === undefined ? [] : [group]));
  return (
    <div className="rounded-md border border-line">
      <div className="flex flex-wrap items-center gap-2 border-line border-b px-2 py-1.5">
        <SearchField label={`Find ${what}`} value={find} onType={setFind} className="min-w-0 flex-1" />
        <Button
          look="quiet"
          onClick={() =>
            set(
              found.map((one) => one.id),
              true,
            )
          }
        >
          {wanted === '' ? 'Tick all' : `Tick these ${found.length}`}
        </Button>
        <Button
          look="quiet"
          onClick={() =>
            set(
              found.map((one) => one.id),
              false,
            )
          }
        >
          {wanted === '' ? 'Tick none' : `Untick these ${found.length}`}
        </Button>
        <span role="status" className="text-sm text-ash">
          {chosen.size} of {list.length} {what}
        </span>
      </div>
      <div className="max-h-60 space-y-1 overflow-auto px-2 py-1.5">
        {groups.length === 0 && boxes(found)}
        {groups.map((group) => {
          const some = found.filter((one) => one.group === group);
          const ids = some.map((one) => one.id);
          return (
            <div key={group}>
              <GroupTick name={group} ids={ids} chosen={chosen} onTick={(on) => set(ids, on)} />
              <div className="ps-5">{boxes(some)}</div>
            </div>
          );
        })}
        {found.length === 0 && <p className="text-sm text-ash">None of that name.</p>}
      </div>
    </div>
  );
}
