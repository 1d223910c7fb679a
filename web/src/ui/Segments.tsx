import { RadioGroup } from 'radix-ui';
import type { KeyboardEvent, ReactNode } from 'react';
import { columnsBy } from '../words/direction.ts';

const DOWN: Readonly<Record<string, number>> = { ArrowUp: -1, ArrowDown: 1 };

/** A row of choices of which one holds; many of them may run over several lines. */
export function Segments<V extends string>({
  label,
  value,
  choices,
  onChange,
  wrap = false,
}: {
  label: string;
  /** Null while none of them holds. */
  value: V | null;
  /** Value and name; a sign to stand for the name where there is little room. */
  choices: readonly (readonly [V, string, ReactNode?])[];
  onChange: (value: V) => void;
  wrap?: boolean;
}) {
  // Chosen with the key itself: a key let go before the focus has moved would otherwise choose nothing.
  const onArrow = (event: KeyboardEvent<HTMLElement>) => {
    const step = DOWN[event.key] ?? columnsBy(event.key);
    const items = [...event.currentTarget.querySelectorAll<HTMLElement>('[role=radio]')];
    const at = items.indexOf(event.target as HTMLElement);
    if (step === 0 || at === -1) return;
    event.preventDefault();
    const next = (at + step + items.length) % items.length;
    const [value] = choices[next] ?? [];
    items[next]?.focus();
    if (value !== undefined) onChange(value);
  };
  return (
    <RadioGroup.Root
      onKeyDownCapture={onArrow}
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => onChange(next as V)}
      orientation="horizontal"
      className={
        wrap
          ? 'flex flex-wrap gap-1'
          : 'inline-flex shrink-0 overflow-hidden whitespace-nowrap rounded-md border border-line-strong bg-paper'
      }
    >
      {choices.map(([choice, name, sign]) => (
        <RadioGroup.Item
          key={choice}
          value={choice}
          {...(sign !== undefined && { 'aria-label': name, title: name })}
          className={`text-sm font-medium hover:bg-bone data-[state=checked]:bg-ink data-[state=checked]:text-slip ${
            wrap ? 'h-7 rounded-md border border-line-strong bg-paper px-2' : 'h-8 border-line-strong border-s px-3 first:border-s-0'
          }`}
        >
          {sign ?? name}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
