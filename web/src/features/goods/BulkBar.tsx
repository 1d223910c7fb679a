import type { Product } from '@ostrakon/core';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import type { Format } from '../../words/format.ts';
import { useFormat } from '../../words/useWords.ts';
import { HANDLING, type Handling, readCell, readTags } from './goodsColumns.ts';
import type { Goods } from './useGoods.ts';

const FIELDS = [
  ['group', 'goods group'],
  ['origin', 'origin'],
  ['weight', 'weight'],
  ['size', 'size'],
  ['extraPackingDays', 'extra packing days'],
  ['addTag', 'add tags'],
  ['dropTag', 'take tags off'],
  ...HANDLING,
] as const;
type Field = (typeof FIELDS)[number][0];
type Set = Partial<Omit<Product, 'id'>>;

const isFlag = (field: Field): field is Handling => HANDLING.some(([flag]) => flag === field);

/** What the chosen products get: the same for each, but for tags, which are joined to what each has. */
function useReader() {
  const { book } = useDraft();
  return useCallback(
    (field: Field, text: string): Read<(product: Product) => Set> => {
      const same = (set: Set) => ({ ok: true as const, value: () => set });
      if (isFlag(field)) return same({ [field]: text !== 'no' });
      if (field === 'group' || field === 'origin') return same({ [field]: text === '' ? null : text });
      if (field === 'addTag' || field === 'dropTag') {
        const tags = readTags(text);
        if (tags.length === 0) return { ok: false, message: 'Write at least one tag.' };
        const joined = (held: readonly string[]) =>
          field === 'addTag' ? [...new Set([...held, ...tags])] : held.filter((tag) => !tags.includes(tag));
        return { ok: true, value: (product) => ({ tags: joined(product.tags) }) };
      }
      const read = readCell(field, text, book);
      return read.ok ? same(read.value) : read;
    },
    [book],
  );
}

function ValueField({
  field,
  text,
  onChange,
  fault,
}: {
  field: Field;
  text: string;
  onChange: (text: string) => void;
  fault: string | null;
}) {
  const { book } = useDraft();
  const choices: (readonly [string, string])[] | null = isFlag(field)
    ? [
        ['yes', 'yes'],
        ['no', 'no'],
      ]
    : field === 'group'
      ? [['', 'no group'], ...book.goodsGroups.map(({ id, name }) => [id, name] as const)]
      : field === 'origin'
        ? [['', 'wherever it can be sent from'], ...book.locations.map(({ id, name }) => [id, name] as const)]
        : null;
  if (choices) {
    return (
      <Select label="New value" className="w-52!" value={text} onChange={(event) => onChange(event.target.value)}>
        {choices.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </Select>
    );
  }
  return (
    <input
      aria-label="New value"
      aria-invalid={fault !== null}
      value={text}
      onChange={(event) => onChange(event.target.value)}
      className="h-8 w-52 rounded-md border border-line-strong bg-paper px-2 aria-invalid:border-fault"
    />
  );
}

/** What a change of all would do, before it is made. */
function effectWords(changed: number, all: number, words: string, format: Format): string {
  if (changed === 0) return all === 1 ? 'It has that already: nothing changes.' : 'All of them have that already: nothing changes.';
  const rest = all - changed;
  const already = rest === 0 ? '' : `; ${format.number(rest)} ${rest === 1 ? 'has' : 'have'} that already`;
  return `Changes ${words} of ${format.count(changed, 'product')}${already}. One undo takes it back.`;
}

/** Changes all chosen products in one step. */
export function BulkBar({ picked, change, onDone }: { picked: readonly Product[]; change: Goods['change']; onDone: () => void }) {
  const format = useFormat();
  const read = useReader();
  const [field, setField] = useState<Field>('group');
  const [text, setText] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const words = FIELDS.find(([id]) => id === field)?.[1] ?? '';
  // Of thousands of products it takes a moment to tell: what is typed comes first.
  const deferred = useDeferredValue(text);
  /** How many of them would be changed by what is typed; null while it is not understood. */
  const changed = useMemo(() => {
    const value = read(field, deferred);
    if (!value.ok) return null;
    const isChanged = (product: Product) =>
      Object.entries(value.value(product)).some(([name, next]) => JSON.stringify(product[name as keyof Product]) !== JSON.stringify(next));
    return picked.filter(isChanged).length;
  }, [read, field, deferred, picked]);
  const apply = () => {
    const value = read(field, text);
    if (!value.ok) return setFault(value.message);
    setFault(null);
    void change(
      { edit: picked.map((product) => ({ id: product.id, set: value.value(product) })) },
      `${words} of ${format.count(picked.length, 'product')}`,
    );
  };
  return (
    <form
      aria-label="Change the chosen products"
      className="flex flex-wrap items-center gap-2 rounded-lg border border-clay bg-clay-soft px-3 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        apply();
      }}
    >
      <span className="font-semibold">{format.count(picked.length, 'product')} chosen</span>
      <span>Set</span>
      <Select
        label="What to set"
        className="w-44!"
        value={field}
        onChange={(event) => {
          const next = event.target.value as Field;
          setField(next);
          setText(isFlag(next) ? 'yes' : '');
          setFault(null);
        }}
      >
        {FIELDS.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
      <span>to</span>
      <ValueField field={field} text={text} onChange={setText} fault={fault} />
      <Button look="main" type="submit">
        Apply
      </Button>
      <Button look="quiet" onClick={onDone}>
        Choose none
      </Button>
      <div className="flex w-full items-center gap-3">
        {fault !== null && (
          <p role="alert" className="text-sm text-fault">
            {fault}
          </p>
        )}
        {fault === null && changed !== null && (
          <p role="status" className="text-sm text-ash">
            {effectWords(changed, picked.length, words, format)}
          </p>
        )}
        <Button
          className="ms-auto border-transparent! bg-transparent! text-fault! hover:underline"
          onClick={() => {
            void change({ remove: picked.map(({ id }) => id) }, `removing ${format.count(picked.length, 'product')}`);
            onDone();
          }}
        >
          Remove {picked.length === 1 ? picked[0]?.name : format.count(picked.length, 'product')}
        </Button>
      </div>
    </form>
  );
}
