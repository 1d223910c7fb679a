import type { Product } from '@ostrakon/core';
import { type KeyboardEvent, useId, useRef, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Echo } from '../../ui/Echo.tsx';
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
        aria-label={`${column === 'extraPackingDays' ? 'Extra days' : column === 'ownCharge' ? 'Own delivery charge' : column} of ${product.name}`}
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

/** A cell being changed in place. */
export function GoodsCellEditor(props: EditorProps) {
  if (props.column === 'handling') return <HandlingEditor {...props} />;
  return props.column === 'group' || props.column === 'origin' ? <ChoiceEditor {...props} /> : <TextEditor {...props} />;
}
