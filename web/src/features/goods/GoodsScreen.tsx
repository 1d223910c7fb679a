import type { Product } from '@ostrakon/core';
import { Undo2 } from 'lucide-react';
import { Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { Button } from '../../ui/Button.tsx';
import { type FileWriting, writesOtherwise, writingChoices } from '../../ui/fileWriting.ts';
import { later } from '../../ui/later.ts';
import { Menu } from '../../ui/Menu.tsx';
import { SearchField } from '../../ui/SearchField.tsx';
import { Select } from '../../ui/Select.tsx';
import { useFormat } from '../../words/useWords.ts';
import { AddProductDialog } from './AddProductDialog.tsx';
import { BulkBar } from './BulkBar.tsx';
import { GoodsGroupsDialog } from './GoodsGroupsDialog.tsx';
import { GoodsTable } from './GoodsTable.tsx';
import { sortKey } from './goodsColumns.ts';
import { filterGoods, type GoodsFilter, type Lack, lacksSize, lacksWeight, NO_FILTER, type Sort, sortGoods } from './goodsFilter.ts';
import { useGoods } from './useGoods.ts';

const ImportDialog = later(() => import('./ImportDialog.tsx'), 'ImportDialog');

function Filters({
  products,
  filter,
  onChange,
}: {
  products: readonly Product[];
  filter: GoodsFilter;
  onChange: (filter: GoodsFilter) => void;
}) {
  const { goodsGroups } = useDraft().book;
  const tags = useMemo(() => [...new Set(products.flatMap((product) => product.tags))].sort(), [products]);
  return (
    <div className="flex items-center gap-2">
      <SearchField
        label="Find goods by name, article number or tag"
        hint="Name, article number or tag"
        value={filter.text}
        onType={(text) => onChange({ ...filter, text })}
        sign
        className="min-w-40 flex-1"
      />
      <Select
        label="Only the goods group"
        className="w-44!"
        value={filter.group}
        onChange={(event) => onChange({ ...filter, group: event.target.value })}
      >
        <option value="">Every goods group</option>
        {goodsGroups.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
        <option value="none">In no group</option>
      </Select>
      <Select
        label="Only the tag"
        className="w-36!"
        value={filter.tag}
        onChange={(event) => onChange({ ...filter, tag: event.target.value })}
      >
        <option value="">Every tag</option>
        {tags.map((tag) => (
          <option key={tag}>{tag}</option>
        ))}
      </Select>
    </div>
  );
}

/** What is missing, counted; each is a way to see just those. */
function Lacks({
  products,
  filter,
  onChange,
}: {
  products: readonly Product[];
  filter: GoodsFilter;
  onChange: (filter: GoodsFilter) => void;
}) {
  const format = useFormat();
  const counts: readonly (readonly [Lack, string, number])[] = [
    ['weight', 'without weight', products.filter(lacksWeight).length],
    ['size', 'without size', products.filter(lacksSize).length],
  ];
  return counts.map(([lack, words, count]) =>
    count === 0 ? null : (
      <button
        key={lack}
        type="button"
        aria-pressed={filter.lacks === lack}
        onClick={() => onChange({ ...filter, lacks: filter.lacks === lack ? null : lack })}
        className="rounded-full bg-ochre-soft px-2.5 py-0.5 text-sm font-semibold text-ochre aria-pressed:bg-ochre aria-pressed:text-paper"
      >
        {format.number(count)} {words}
      </button>
    ),
  );
}

function readFilter(search: URLSearchParams): GoodsFilter {
  const lacks = search.get('lacks');
  return {
    text: search.get('find') ?? '',
    group: search.get('group') ?? '',
    tag: search.get('tag') ?? '',
    lacks: lacks === 'weight' || lacks === 'size' ? lacks : null,
  };
}

const WRITE_MS = 300;

/** What is looked for; it is written into the address after a pause, so that it can be linked to and survives a reload. */
function useFilter(): [GoodsFilter, (filter: GoodsFilter) => void] {
  const { pathname } = useLocation();
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState(() => readFilter(search));
  const written = useRef(filter);
  // A link to other goods may lead to this very screen.
  useEffect(() => {
    const linked = readFilter(search);
    if (JSON.stringify(linked) === JSON.stringify(written.current)) return;
    written.current = linked;
    setFilter(linked);
  }, [search]);
  useEffect(() => {
    const timer = setTimeout(() => {
      // Another page may be on its way while this one is still seen: it is not to be called back.
      const isLeft = window.location.pathname !== pathname;
      if (isLeft || filter === written.current) return;
      written.current = filter;
      const entries = Object.entries({ find: filter.text, group: filter.group, tag: filter.tag, lacks: filter.lacks ?? '' });
      setSearch(Object.fromEntries(entries.filter(([, value]) => value !== '')), { replace: true });
    }, WRITE_MS);
    return () => clearTimeout(timer);
  }, [filter, pathname, setSearch]);
  return [filter, setFilter];
}

/** What the shop sells. */
export function GoodsScreen() {
  const { book } = useDraft();
  const format = useFormat();
  const goods = useGoods();
  const { products, change } = goods;
  const [filter, setFilter] = useFilter();
  const [sort, setSort] = useState<Sort | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [open, setOpen] = useState<'add' | 'groups' | 'import' | null>(null);
  const found = useMemo(() => {
    const groups = new Set(book.goodsGroups.map(({ id }) => id));
    return sortGoods(filterGoods(products, filter, groups), sort, (product, column) => sortKey(product, column, book));
  }, [products, filter, sort, book]);
  const picked = useMemo(() => (chosen.size === 0 ? [] : products.filter(({ id }) => chosen.has(id))), [products, chosen]);
  const { locale } = book.shop;
  const exportAll = async (writing: FileWriting) => {
    const { downloadGoods } = await import('./exportGoods.ts');
    downloadGoods(found, book, writing);
  };
  const close = () => setOpen(null);
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 p-4">
      <div className="flex flex-wrap items-center gap-2">
        <h1 className="font-serif text-xl font-semibold">Goods</h1>
        <span role="status" className="text-sm text-ash">
          {found.length === products.length
            ? format.count(products.length, 'product')
            : `${format.number(found.length)} of ${format.count(products.length, 'product')}`}
        </span>
        <Lacks products={products} filter={filter} onChange={setFilter} />
        <span className="ms-auto flex gap-2">
          {goods.undoWords !== null && (
            <Button onClick={() => void goods.undo()} title={`Undo ${goods.undoWords}`}>
              <Undo2 size={14} aria-hidden /> Undo last change
            </Button>
          )}
          <Button onClick={() => setOpen('groups')}>Goods groups</Button>
          <Button onClick={() => setOpen('import')}>Import</Button>
          {writesOtherwise(locale) ? (
            <Menu
              trigger={<Button disabled={found.length === 0}>Export</Button>}
              groups={() => [
                { entries: writingChoices(locale).map(([writing, label]) => ({ label, act: () => void exportAll(writing) })) },
              ]}
            />
          ) : (
            <Button onClick={() => void exportAll('plain')} disabled={found.length === 0}>
              Export
            </Button>
          )}
          <Button look="main" onClick={() => setOpen('add')}>
            Add product
          </Button>
        </span>
      </div>
      <p className="text-sm text-ash">
        Prices, weights, sizes and where goods leave from count for buyers at once. Goods group, not delivered, extra packing days and own
        delivery charge belong to the draft: they count once it is published.
      </p>
      <Filters products={products} filter={filter} onChange={setFilter} />
      {picked.length > 0 && <BulkBar picked={picked} change={change} onDone={() => setChosen(new Set())} />}
      {products.length === 0 ? (
        <p className="rounded-lg border border-line-strong border-dashed p-6 text-ash">
          No goods yet. Import a file of your goods (CSV), or add the first product by hand. Their weights and sizes decide what delivery
          costs.
        </p>
      ) : found.length === 0 ? (
        <p className="rounded-lg border border-line-strong border-dashed p-6 text-ash">
          Nothing is found like this.{' '}
          <button type="button" className="text-clay underline" onClick={() => setFilter(NO_FILTER)}>
            Show all goods
          </button>
        </p>
      ) : (
        <GoodsTable rows={found} change={change} chosen={chosen} onChoose={setChosen} sort={sort} onSort={setSort} />
      )}
      {open === 'add' && <AddProductDialog products={products} change={change} onClose={close} />}
      {open === 'groups' && <GoodsGroupsDialog products={products} onClose={close} />}
      <Suspense>{open === 'import' && <ImportDialog goods={goods} onClose={close} />}</Suspense>
    </div>
  );
}
