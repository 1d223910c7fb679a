import type { TwoWays } from './useTypedField.ts';

/** What a number was read as that could be read otherwise, with the other way one click away. */
export function Echo({ twoWays, onInstead }: { twoWays: TwoWays; onInstead: (text: string) => void }) {
  return (
    <span role="status" className="mt-0.5 block px-2 pb-0.5 text-xs text-ochre">
      = {twoWays.as}{' '}
      <button
        type="button"
        className="font-semibold text-clay underline"
        // The field keeps the cursor: leaving it would take what is typed first.
        onMouseDown={(event) => event.preventDefault()}
        onClick={() => onInstead(twoWays.instead)}
      >
        meant {twoWays.instead}?
      </button>
    </span>
  );
}
