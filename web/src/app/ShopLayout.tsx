import clsx from 'clsx';
import { Suspense } from 'react';
import { NavLink, Outlet } from 'react-router';

const SCREENS = [
  ['/shop', 'Facts and messages'],
  ['/shop/goods', 'Goods'],
  ['/shop/packaging', 'Packaging'],
  ['/shop/carriers', 'Carriers'],
  ['/shop/locations', 'Locations'],
  ['/shop/dispatch', 'Dispatch'],
  ['/shop/places', 'Served places'],
] as const;

/** What stands at the head of everything about the shop. */
export function ShopLayout() {
  return (
    <div className="flex h-full min-h-0 flex-col">
      <nav aria-label="Shop" className="flex gap-1 border-line-strong border-b px-4 pt-2">
        {SCREENS.map(([to, name]) => (
          <NavLink
            key={to}
            to={to}
            end
            className={({ isActive }) =>
              clsx(
                '-mb-px rounded-t-md border px-3 py-1.5',
                isActive ? 'border-line-strong border-b-slip bg-slip font-semibold' : 'border-transparent text-ash hover:text-ink',
              )
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="relative min-h-0 flex-1 overflow-auto">
        <Suspense fallback={<p className="p-4 text-ash">Opening…</p>}>
          <Outlet />
        </Suspense>
      </div>
    </div>
  );
}
