import { ToggleGroup } from 'radix-ui';

/** A row of choices of which one holds; many of them may run over several lines. */
export function Segments<V extends string>({
  label,
  value,
  choices,
  onChange,
  wrap = false,
}: {
  label: string;
  value: V;
  choices: readonly (readonly [V, string])[];
  onChange: (value: V) => void;
  wrap?: boolean;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(next) => {
        if (next !== '') onChange(next as V);
      }}
      className={
        wrap
          ? 'flex flex-wrap gap-1'
          : 'inline-flex shrink-0 overflow-hidden whitespace-nowrap rounded-md border border-line-strong bg-paper'
      }
    >
      {choices.map(([choice, name]) => (
        <ToggleGroup.Item
          key={choice}
          value={choice}
          className={`text-sm font-medium hover:bg-bone data-[state=on]:bg-ink data-[state=on]:text-slip ${
            wrap ? 'h-7 rounded-md border border-line-strong bg-paper px-2' : 'h-8 border-line-strong border-l px-3 first:border-l-0'
          }`}
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
