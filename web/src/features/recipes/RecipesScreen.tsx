import { missingFor, type Recipe, recipes } from '@ostrakon/core';
import { Suspense } from 'react';
import { NavLink, Outlet, useParams } from 'react-router';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { needWords, recipeWords } from '../../words/recipeWords.ts';

const GROUPS: readonly (readonly [heading: string, ids: readonly string[]])[] = [
  ['What delivery costs', ['onePrice', 'weightBands', 'upToElseAsk', 'valueBands', 'weightAndValue', 'firstAndFurther', 'handlingOnly']],
  ['Who brings it, and where', ['nearFar', 'carrierPlusShare', 'express', 'vanRings', 'counter']],
  ['Free for some', ['freeAfterOrder', 'freeSoonAfterCart', 'coupon', 'manyFree']],
  ['Charges and goods', ['packing', 'goodsOwnPrices']],
];

/** A recipe that stands in no group is shown with the last. */
function recipesIn(ids: readonly string[], isLast: boolean): readonly Recipe[] {
  const grouped = GROUPS.flatMap(([, some]) => some);
  const rest = isLast ? recipes.filter(({ id }) => !grouped.includes(id)) : [];
  return [...ids.flatMap((id) => recipes.find((one) => one.id === id) ?? []), ...rest];
}

/** The common ways to charge for delivery, each a sentence to fill in. */
export function RecipesScreen() {
  const { book } = useDraft();
  const { recipe } = useParams();
  return (
    <div className="p-4">
      <h1 className="font-serif text-xl font-semibold">Recipes</h1>
      <p className="mb-3 text-sm text-ash">
        Common ways to charge for delivery. Each is a sentence you fill in with figures of your own; it adds to what you have and changes
        nothing that is there.
      </p>
      <div className="grid items-start gap-4 min-[1100px]:grid-cols-[17rem_minmax(0,1fr)]">
        <nav aria-label="Recipes" className="space-y-2 rounded-lg border border-line-strong bg-paper p-2">
          {GROUPS.map(([heading, ids], at) => (
            <div key={heading}>
              <p className="px-2 py-0.5 text-xs text-ash">{heading}</p>
              <ul>
                {recipesIn(ids, at === GROUPS.length - 1).map((one) => {
                  const missing = missingFor(book, one);
                  return (
                    <li key={one.id}>
                      <NavLink
                        to={`/recipes/${one.id}`}
                        className={({ isActive }) =>
                          `block rounded-md px-2 py-1 ${isActive ? 'bg-clay-tint font-semibold' : 'hover:bg-bone'}`
                        }
                      >
                        {recipeWords(one).title}
                        {missing !== null && <span className="block text-xs font-normal text-ash">{needWords[missing][0]}</span>}
                      </NavLink>
                    </li>
                  );
                })}
              </ul>
            </div>
          ))}
        </nav>
        <Suspense>
          {recipe === undefined ? (
            <p className="rounded-lg border border-line border-dashed px-4 py-6 text-ash">
              Choose the one that is nearest to how you charge. You see what it makes, and what the cart on the bench would pay, before
              anything is taken.
            </p>
          ) : (
            <Outlet />
          )}
        </Suspense>
      </div>
    </div>
  );
}
