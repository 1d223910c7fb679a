import { Check } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useId, useRef, useState } from 'react';
import type { MenuEntry, MenuGroup, MenuProps } from './Menu.tsx';

const item =
  'flex cursor-pointer items-center justify-between gap-6 rounded-md px-2.5 py-1.5 text-sm outline-none data-highlighted:bg-clay-tint data-disabled:cursor-not-allowed data-disabled:opacity-45';

function Entry({ entry, onChoose }: { entry: MenuEntry; onChoose: (entry: MenuEntry) => void }) {
  const aboutId = useId();
  const { about, chosen } = entry;
  return (
    <DropdownMenu.Item
      disabled={entry.disabled ?? false}
      onSelect={() => onChoose(entry)}
      className={`${item} ${entry.grave ? 'text-fault' : ''}`}
      {...(about !== undefined && { 'aria-label': entry.label, 'aria-describedby': aboutId })}
      {...(chosen !== undefined && { role: 'menuitemradio', 'aria-checked': chosen })}
    >
      {about === undefined ? (
        entry.label
      ) : (
        <span className="leading-tight">
          <span className="block font-semibold">{entry.label}</span>
          <span id={aboutId} className="text-xs text-ash">
            {about}
          </span>
        </span>
      )}
      {chosen && <Check size={14} aria-hidden className="shrink-0 text-clay" />}
      {entry.keys !== undefined && <kbd className="font-sans text-xs text-ash">{entry.keys}</kbd>}
    </DropdownMenu.Item>
  );
}

function Entries({ groups, onChoose }: { groups: () => readonly MenuGroup[]; onChoose: (entry: MenuEntry) => void }) {
  const filled = groups().filter((group) => group.entries.length > 0);
  return filled.map((group, at) => (
    <DropdownMenu.Group key={group.heading ?? group.entries[0]?.label}>
      {at > 0 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
      {group.heading !== undefined && <DropdownMenu.Label className="px-2.5 py-1 text-xs text-ash">{group.heading}</DropdownMenu.Label>}
      {group.entries.map((entry) => (
        <Entry key={entry.label} entry={entry} onChoose={onChoose} />
      ))}
    </DropdownMenu.Group>
  ));
}

/** A menu that has just been asked for: it begins open. */
export function MenuFrame({ trigger, groups }: MenuProps) {
  const [open, setOpen] = useState(true);
  const chosen = useRef<MenuEntry | null>(null);
  const triggerButton = useRef<HTMLButtonElement>(null);
  /* Only once the menu has let go of the focus: what an entry opens (a name being changed, a dialog) takes it and keeps it. */
  const actWhenClosed = (event: Event) => {
    const entry = chosen.current;
    if (entry === null) return;
    chosen.current = null;
    event.preventDefault();
    triggerButton.current?.focus();
    entry.act();
  };
  return (
    <DropdownMenu.Root open={open} onOpenChange={setOpen}>
      {/* Opened by a click, not by pressing down or by an arrow key: triggers on the sheet are dragged and walked over. */}
      <DropdownMenu.Trigger
        asChild
        ref={triggerButton}
        onPointerDown={(event) => event.preventDefault()}
        onClick={() => setOpen(true)}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') event.preventDefault();
        }}
      >
        {trigger}
      </DropdownMenu.Trigger>
      {open && (
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            sideOffset={4}
            onCloseAutoFocus={actWhenClosed}
            className="z-50 max-h-(--radix-dropdown-menu-content-available-height) min-w-52 overflow-auto rounded-lg border border-line-strong bg-paper p-1 shadow-sm"
          >
            <Entries
              groups={groups}
              onChoose={(entry) => {
                chosen.current = entry;
              }}
            />
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      )}
    </DropdownMenu.Root>
  );
}
