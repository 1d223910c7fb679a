import { compile, describeChanges, quote, type RateBook } from '@ostrakon/core';
import { useDeferredValue, useMemo } from 'react';
import { useBench } from '../../bench/BenchProvider.tsx';
import { changeWords } from '../../words/changeWords.ts';
import { useFormat, useSubdivisionNames } from '../../words/useWords.ts';

/** What a step would make, as sentences, and what the cart on the bench would get then. */
export function RecipePreview({ before, after }: { before: RateBook; after: RateBook }) {
  const { request, carriers, quote: now } = useBench();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  // What is typed comes first.
  const books = useDeferredValue(useMemo(() => ({ before, after }), [before, after]));
  const sentences = useMemo(
    () => describeChanges(books.before, books.after).map((change) => changeWords(change, format, subdivision, books.after)),
    [books, format, subdivision],
  );
  const offers = useMemo(() => {
    const { options } = quote(compile(books.after), request, carriers);
    return options.flatMap((option) => {
      const was = now.options.find((one) => one.service === option.service);
      const price = option.status === 'priced' ? option.price : null;
      const wasPrice = was?.status === 'priced' ? was.price : null;
      if (price === wasPrice && was !== undefined) return [];
      const name = books.after.services.find(({ id }) => id === option.service)?.name ?? option.service;
      return [{ id: option.service, name, price, wasPrice }];
    });
  }, [books, request, carriers, now]);
  return (
    <div className="mt-3 space-y-2 rounded-md bg-bone px-3 py-2 text-sm" role="status">
      <div>
        <p className="font-semibold">It makes</p>
        <ul className="list-disc space-y-0.5 ps-5 font-serif">
          {[...new Set(sentences)].map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      </div>
      <div>
        <p className="font-semibold">The cart on the bench would get</p>
        {offers.length === 0 ? (
          <p>what it gets now: this cart is not touched by it.</p>
        ) : (
          <ul className="list-disc ps-5">
            {offers.map(({ id, name, price, wasPrice }) => (
              <li key={id}>
                {name}: {price === null ? 'no price yet' : format.price(price)}
                {wasPrice !== null && ` instead of ${format.price(wasPrice)}`}
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
