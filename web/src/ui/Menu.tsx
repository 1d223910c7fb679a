import { cloneElement, type ReactElement, Suspense, useState } from 'react';
import { later } from './later.ts';

export interface MenuEntry {
  readonly label: string;
  readonly keys?: string;
  readonly act: () => void;
  readonly disabled?: boolean;
  readonly grave?: boolean;
  /** A line under the label that explains it. */
  readonly about?: string;
  /** Of several, the one that holds. */
  readonly chosen?: boolean;
}

export interface MenuGroup {
  readonly heading?: string;
  readonly entries: readonly MenuEntry[];
}

export interface MenuProps {
  /** A button. */
  trigger: ReactElement<Record<string, unknown>>;
  /** Asked for when the menu opens. */
  groups: () => readonly MenuGroup[];
}

const MenuFrame = later(() => import('./MenuFrame.tsx'), 'MenuFrame');

/** A menu of commands; its frame comes when the first one opens. Groups are set apart by a line and may have a heading. */
export function Menu({ trigger, groups }: MenuProps) {
  const [asked, setAsked] = useState(false);
  const button = cloneElement(trigger, { 'aria-haspopup': 'menu', 'aria-expanded': false, onClick: () => setAsked(true) });
  if (!asked) return button;
  return (
    <Suspense fallback={button}>
      <MenuFrame trigger={trigger} groups={groups} />
    </Suspense>
  );
}
