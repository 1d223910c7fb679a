import clsx from 'clsx';

export interface Choice {
  readonly value: string;
  readonly name: string;
  /** Said beside the name. */
  readonly detail?: string;
  /** What it is found by, as `foundBy` makes it. */
  readonly by: string;
  readonly group?: string;
}

export interface ChooserProps {
  readonly label: string;
  readonly value: string;
  /** What stands for the value as it is. */
  readonly shown: string;
  /** Asked for when the list opens. */
  readonly choices: () => readonly Choice[];
  readonly onChange: (value: string) => void;
  /** Said in the empty field: what it understands. */
  readonly hint: string;
  readonly className?: string;
  readonly id?: string;
}

/** The button of a chooser; on the sheet of a dialog it looks like a field. */
export const chooserLook = (className?: string) =>
  clsx('flex h-8 w-full min-w-0 items-center rounded-md border border-line-strong bg-paper px-2 text-start text-base', className);
