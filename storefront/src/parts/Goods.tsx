import { useState } from 'react';
import { withMore } from '../basket.ts';
import { useFront } from '../FrontProvider.tsx';
import { Picture } from './Picture.tsx';

/** What the shop sells, to be put into the basket. */
export function Goods() {
  const { goods, words, format, change } = useFront();
  const [search, setSearch] = useState('');
  const [said, setSaid] = useState('');
  const wanted = search.trim().toLowerCase();
  const found = goods.filter(({ name, group }) => `${name} ${group ?? ''}`.toLowerCase().includes(wanted));
  return (
    <section aria-labelledby="goods" className="min-w-0">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1 id="goods" className="text-2xl font-bold">
          {words.goods}
        </h1>
        <label className="block w-full max-w-64">
          <span className="sr-only">{words.search}</span>
          <input
            type="search"
            className="field"
            placeholder={words.search}
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </label>
      </div>
      <p role="status" className="sr-only">
        {said}
      </p>
      {found.length === 0 && <p className="py-6 text-dim">{words.nothingFound}</p>}
      <ul className="mt-4 grid gap-3 min-[420px]:grid-cols-2 lg:grid-cols-3">
        {found.map(({ product, name, price }) => (
          <li key={product} className="flex items-center gap-3 rounded-md border border-line p-3">
            <Picture of={product} />
            <span className="min-w-0 flex-1">
              <span className="block font-semibold">{name}</span>
              <span className="block text-dim tabular-nums">{format.money(price)}</span>
              <button
                type="button"
                className="quiet mt-1"
                aria-label={`${words.add}: ${name}`}
                onClick={() => {
                  change((basket) => withMore(basket, { product, quantity: 1 }, new Date().toISOString()));
                  setSaid(words.added(name));
                }}
              >
                {words.add}
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
