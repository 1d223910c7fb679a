import { Modal } from '../../ui/Modal.tsx';

const SHORTCUTS = [
  ['Ctrl K', 'Find a zone, a price, a product, a trial or a command'],
  ['Arrow keys', 'Walk the sheet, or a table of prices'],
  ['Enter', 'Open a cell of the sheet; take what was typed'],
  ['Alt and an arrow key', 'Move the zone or service under the focus'],
  ['Tab', 'The next cell of a table of prices'],
  ['Ctrl Delete', 'Remove the tier under the focus'],
  ['Ctrl D', 'Take the price above, in a table of prices'],
  ['Space', 'Choose a cell of the sheet, to change several together'],
  ['Shift and a click', 'Choose all cells up to this one'],
  ['Esc', 'Close, or take back what was being typed'],
  ['[ and ]', 'The trial before, the trial after'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['F6', 'From the page to the bench, and back'],
  ['?', 'This list'],
] as const;

export function Shortcuts({ onClose }: { onClose: () => void }) {
  return (
    <Modal open onOpenChange={(open) => !open && onClose()} title="Shortcuts">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {SHORTCUTS.map(([keys, what]) => (
          <div key={keys} className="contents">
            <dt className="font-semibold whitespace-nowrap">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
