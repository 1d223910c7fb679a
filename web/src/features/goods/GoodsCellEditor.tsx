import type { OwnCharge, Product } from '@ostrakon/core';
import { type KeyboardEvent, useId, useRef, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Echo } from '../../ui/Echo.tsx';
import { readMoney } from '../../ui/readers.ts';
import { useFormat } from '../../words/useWords.ts';
import { type ColumnId, cellText, HANDLING, readCell } from './goodsColumns.ts';

type Set = Partial<Omit<Product, 'id'>>;

interface EditorProps {
  product: Product;
  column: ColumnId;
  /** The first key typed, where typing began the edit. */
  begun: string | null;
  onTake: (set: Set, move: 'down' | 'right' | 'stay') => void;
  onLeave: () => void;
}

const field = 'h-full w-full border-0 bg-paper px-2 outline-2 outline-clay -outline-offset-2';

/** What fields are called where their column's name for programs would say nothing. */
const LABELS: Readonly<Partial<Record<ColumnId, string>>> = { extraPackingDays: 'Extra days', hsCode: 'Customs code', madeIn: 'Made in' };

function TextEditor({ product, column, begun, onTake, onLeave }: EditorProps) {
  const { book } = useDraft();
  const format = useFormat();
  const faultId = useId();
  const begunWith = cellText(product, column, book, format);
  const [text, setText] = useState(begun ?? begunWith);
  const [fault, setFault] = useState<string | null>(null);
  const seen = readCell(column, text, book);
  const twoWays = text === begunWith || !seen.ok ? undefined : seen.twoWays;
  const done = useRef(false);
  const take = (move: 'down' | 'right' | 'stay') => {
    if (done.current) return;
    const read = readCell(column, text, book);
    if (!read.ok) return setFault(read.message);
    done.current = true;
    onTake(read.value, move);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Enter') take('down');
    if (event.key === 'Tab') {
      event.preventDefault();
      take('right');
    }
    if (event.key === 'Escape') {
      done.current = true;
      onLeave();
    }
  };
  return (
    <>
      <input
        // biome-ignore lint/a11y/noAutofocus: it takes the place of the cell the user just chose to change
        autoFocus
        aria-label={`${LABELS[column] ?? column} of ${product.name}`}
        aria-invalid={fault !== null}
        aria-describedby={fault === null ? undefined : faultId}
        value={text}
        onFocus={(event) => begun === null && event.target.select()}
        onChange={(event) => {
          setText(event.target.value);
          setFault(null);
        }}
        onBlur={() => take('stay')}
        onKeyDown={onKeyDown}
        className={`${field} ${fault === null ? '' : 'bg-fault-soft! outline-fault!'}`}
      />
      {twoWays && fault === null && (
        <span className="absolute top-full start-0 z-20 rounded-b-md border border-line-strong bg-paper px-2 pb-1 whitespace-nowrap">
          <Echo twoWays={twoWays} onInstead={setText} />
        </span>
      )}
      {fault !== null && (
        <span
          id={faultId}
          role="alert"
          className="absolute top-full start-0 z-20 rounded-b-md bg-fault px-2 py-1 text-xs whitespace-nowrap text-paper"
        >
          {fault}
        </span>
      )}
    </>
  );
}

function ChoiceEditor({ product, column, onTake, onLeave }: EditorProps) {
  const { book } = useDraft();
  const group = column === 'group';
  const list = group ? book.goodsGroups : book.locations;
  const held = group ? product.group : product.origin;
  return (
    <select
      // biome-ignore lint/a11y/noAutofocus: it takes the place of the cell the user just chose to change
      autoFocus
      aria-label={`${group ? 'Goods group' : 'Origin'} of ${product.name}`}
      value={list.some(({ id }) => id === held) ? (held ?? '') : ''}
      onChange={(event) => {
        const value = event.target.value === '' ? null : event.target.value;
        onTake(group ? { group: value } : { origin: value }, 'stay');
      }}
      onBlur={onLeave}
      onKeyDown={(event) => {
        if (event.key === 'Escape' || event.key === 'Enter') onLeave();
        event.stopPropagation();
      }}
      className={field}
    >
      <option value="">{group ? 'No group' : 'Wherever it can be sent from'}</option>
      {list.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

function HandlingEditor({ product, onTake, onLeave }: EditorProps) {
  return (
    <fieldset
      // Takes the focus when a word in it is pressed: the editor is not left by that.
      tabIndex={-1}
      className="absolute top-0 start-0 z-20 w-48 rounded-md border border-clay bg-paper p-2 shadow-sm"
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && onLeave()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape' || event.key === 'Enter') onLeave();
      }}
    >
      <legend className="sr-only">Handling of {product.name}</legend>
      {HANDLING.map(([flag, words], at) => (
        <label key={flag} className="flex items-center gap-2 py-0.5">
          <input
            // biome-ignore lint/a11y/noAutofocus: it takes the place of the cell the user just chose to change
            autoFocus={at === 0}
            type="checkbox"
            className="size-4 accent-clay"
            checked={product[flag]}
            onChange={(event) => onTake({ [flag]: event.target.checked }, 'stay')}
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}

const HOWS = [
  ['instead', 'instead of the price of the service'],
  ['onTop', 'on top of it'],
] as const satisfies readonly (readonly [OwnCharge['how'], string])[];

/** A delivery charge of a product's own: an amount an item, and what becomes of the service's price. */
function OwnChargeEditor({ product, begun, onTake, onLeave }: EditorProps) {
  const { book } = useDraft();
  const format = useFormat();
  const id = useId();
  const held = product.ownCharge;
  const [text, setText] = useState(begun ?? (held === null ? '' : format.plain(held.amount)));
  const [how, setHow] = useState<OwnCharge['how']>(held?.how ?? 'onTop');
  const [fault, setFault] = useState<string | null>(null);
  const done = useRef(false);
  const take = (move: 'down' | 'stay') => {
    if (done.current) return;
    const amount = readMoney(book.shop)(text);
    // As files have it: "3.00 on top".
    const whole = readCell('ownCharge', text, book);
    const set = amount.ok ? { ownCharge: { amount: amount.value, how } } : whole.ok ? whole.value : null;
    if (set === null) return setFault(amount.ok ? null : amount.message);
    done.current = true;
    onTake(set, move);
  };
  const seen = readMoney(book.shop)(text);
  return (
    <fieldset
      // Takes the focus when a word in it is pressed: the editor is not left by that.
      tabIndex={-1}
      className="absolute end-0 top-0 z-20 w-72 space-y-1.5 rounded-md border border-clay bg-paper p-2 text-start shadow-sm"
      onBlur={(event) => !event.currentTarget.contains(event.relatedTarget) && take('stay')}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') {
          event.preventDefault();
          take('down');
        }
        if (event.key === 'Escape') {
          done.current = true;
          onLeave();
        }
      }}
    >
      <legend className="sr-only">Own delivery charge of {product.name}</legend>
      <label className="flex items-center gap-2">
        <span className="text-sm text-ash">For each item, {book.shop.currency}</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: it takes the place of the cell the user just chose to change
          autoFocus
          aria-label={`Own delivery charge of ${product.name}`}
          aria-invalid={fault !== null}
          aria-describedby={fault === null ? undefined : id}
          value={text}
          placeholder="none"
          onFocus={(event) => begun === null && event.target.select()}
          onChange={(event) => {
            setText(event.target.value);
            setFault(null);
          }}
          className="h-8 w-24 rounded-md border border-line-strong bg-paper px-2 text-end placeholder:text-ash aria-invalid:border-fault"
        />
      </label>
      {seen.ok && seen.twoWays && <Echo twoWays={seen.twoWays} onInstead={setText} />}
      {fault !== null && (
        <p id={id} role="alert" className="text-xs text-fault">
          {fault}
        </p>
      )}
      {HOWS.map(([one, words]) => (
        <label key={one} className="flex items-center gap-2 text-sm">
          <input type="radio" name={id} className="size-4 accent-clay" checked={how === one} onChange={() => setHow(one)} />
          {words}
        </label>
      ))}
      <Button onClick={() => take('stay')}>Done</Button>
    </fieldset>
  );
}

/** A cell being changed in place. */
export function GoodsCellEditor(props: EditorProps) {
  if (props.column === 'ownCharge') return <OwnChargeEditor {...props} />;
  if (props.column === 'handling') return <HandlingEditor {...props} />;
  return props.column === 'group' || props.column === 'origin' ? <ChoiceEditor {...props} /> : <TextEditor {...props} />;
}
