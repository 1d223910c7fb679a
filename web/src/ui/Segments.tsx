import { ToggleGroup } from 'radix-ui';

/** A row of choices of which one holds. */
export function Segments<V extends string>({
  label,
  value,
  choices,
  onChange,
}: {
  label: string;
  value: V;
  choices: readonly (readonly [V, string])[];
  onChange: (value: V) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => {
        if (next !== '') onChange(next as V);
      }}
      className="inline-flex shrink-0 overflow-hidden whitespace-nowrap rounded-md border border-line-strong bg-paper"
    >
      {choices.map(([choice, name]) => (
        <ToggleGroup.Item
          key={choice}
          value={choice}
          className="h-8 border-line-strong border-l px-3 text-sm font-medium first:border-l-0 hover:bg-bone data-[state=on]:bg-ink data-[state=on]:text-slip"
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
