import { Button } from '../../ui/Button.tsx';
import { toast } from '../../ui/toast.ts';

/** Puts a grid on the clipboard as a spreadsheet takes it. */
export function CopyRows({ rows }: { rows: readonly (readonly string[])[] }) {
  const copy = async () => {
    const text = rows.map((row) => row.join('\t')).join('\n');
    try {
      await navigator.clipboard.writeText(text);
      toast(`Copied ${rows.length} rows for a spreadsheet`);
    } catch {
      toast.error('The browser did not let the page write to the clipboard.');
    }
  };
  return (
    <Button look="quiet" onClick={() => void copy()}>
      Copy for a spreadsheet
    </Button>
  );
}
