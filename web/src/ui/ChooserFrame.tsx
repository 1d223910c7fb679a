import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useMemo, useState } from 'react';
import { beginsWith, isFoundBy, plainName } from '../words/plainName.ts';
import { type Choice, type ChooserProps, chooserLook } from './choices.ts';

/** The best matches only: more than anybody reads would take long to draw. */
const MOST_SHOWN = 80;

function bestOf(choices: readonly Choice[], wanted: string): readonly Choice[] {
  const found = choices.filter(({ by }) => isFoundBy(by, wanted));
  return [...found].sort((a, b) => Number(beginsWith(b.by, wanted)) - Number(beginsWith(a.by, wanted)));
}

function List({
  choices,
  value,
  hint,
  label,
  onPick,
}: { choices: readonly Choice[]; onPick: (value: string) => void } & Pick<ChooserProps, 'value' | 'hint' | 'label'>) {
  const [typed, setTyped] = useState('');
  const wanted = plainName(typed);
  const found = useMemo(() => (wanted === '' ? choices : bestOf(choices, wanted)), [choices, wanted]);
  const shown = found.slice(0, MOST_SHOWN);
  const groups = [...new Set(shown.map(({ group }) => group ?? ''))];
  return (
    <Command label={label} shouldFilter={false} defaultValue={value}>
      <Command.Input
        autoFocus
        placeholder={hint}
        value={typed}
        onValueChange={setTyped}
        className="h-9 w-full border-line border-b bg-paper px-3 outline-none placeholder:text-ash"
      />
      <Command.List className="max-h-72 overflow-auto p-1">
        <Command.Empty className="px-2 py-3 text-sm text-ash">Nothing of that name.</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            {...(group !== '' && { heading: group })}
            className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-ash"
          >
            {shown
              .filter((choice) => (choice.group ?? '') === group)
              .map((choice) => (
                <Command.Item
                  key={choice.value}
                  value={choice.value}
                  onSelect={() => onPick(choice.value)}
                  className="flex cursor-pointer justify-between gap-3 rounded-md px-2 py-1 text-sm data-[selected=true]:bg-clay-tint"
                >
                  <span className={choice.value === value ? 'font-semibold' : ''}>{choice.name}</span>
                  {choice.detail !== undefined && <span className="text-end text-ash">{choice.detail}</span>}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
        {found.length > MOST_SHOWN && (
          <p className="px-2 py-1 text-sm text-ash">{found.length - MOST_SHOWN} more. Type more of the name.</p>
        )}
      </Command.List>
    </Command>
  );
}

/** A chooser that has just been asked for: it begins open. */
export function ChooserFrame({ label, value, shown, choices, onChange, hint, className, id }: ChooserProps) {
  const [open, setOpen] = useState(true);
  const list = useMemo(() => (open ? choices() : []), [open, choices]);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button type="button" id={id} aria-label={`${label}: ${shown}`} aria-haspopup="listbox" className={chooserLook(className)}>
          <span className="min-w-0 flex-1 truncate">{shown}</span>
          <ChevronDown size={14} aria-hidden className="shrink-0 text-ash" />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          className="z-60 w-[min(26rem,calc(100vw-1rem))] overflow-hidden rounded-lg border border-line-strong bg-paper shadow-sm"
        >
          <List
            choices={list}
            value={value}
            hint={hint}
            label={label}
            onPick={(next) => {
              setOpen(false);
              onChange(next);
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
