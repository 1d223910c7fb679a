import clsx from 'clsx';
import { Suspense, useEffect, useRef } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';

/** Screens of one subject under one head: a tab for each, and the one that is open below. */
function TabbedScreens({ label, screens }: { label: string; screens: readonly (readonly [path: string, name: string])[] }) {
  const { pathname } = useLocation();
  const tabs = useRef<HTMLElement>(null);
  // Where there are more of them than fit, the one that is open is in sight.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another tab is open at another path
  useEffect(() => {
    tabs.current?.querySelector('[aria-current=page]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [pathname]);
  return (
    <div className="flex h-full min-h-0 flex-col print:block print:h-auto">
      <nav
        ref={tabs}
        aria-label={label}
        className="flex gap-1 border-line-strong border-b overflow-x-auto overflow-y-hidden px-4 pt-2 print:hidden max-[1100px]:gap-0"
      >
        {screens.map(([to, name]) => (
          <NavLink
            key={to}
            to={to}
            end
            className={({ isActive }) =>
              clsx(
                '-mb-px rounded-t-md border px-2.5 py-1.5 whitespace-nowrap max-[1100px]:px-2 max-[1100px]:text-sm',
                isActive ? 'border-line-strong border-b-slip bg-slip font-semibold' : 'border-transparent text-ash hover:text-ink',
              )
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="relative min-h-0 flex-1 overflow-auto print:overflow-visible">
        <Suspense fallback={<p className="p-4 text-ash">Opening…</p>}>
          <Outlet />
        </Suspense>
      </div>
    </div>
  );
}

/** Everything about the shop. */
export const ShopLayout = () => (
  <TabbedScreens
    label="Shop"
    screens={[
      ['/shop', 'Facts and messages'],
      ['/shop/goods', 'Goods'],
      ['/shop/packaging', 'Packaging'],
      ['/shop/carriers', 'Carriers'],
      ['/shop/locations', 'Locations'],
      ['/shop/places', 'Served places'],
      ['/shop/words', 'Words for buyers'],
      ['/shop/delivery', 'Delivery page'],
      ['/shop/checkout', 'Checkout'],
      ['/shop/mail', 'E-mails'],
      ['/shop/people', 'People'],
      ['/shop/activity', 'Activity'],
      ['/shop/backup', 'Backup'],
    ]}
  />
);

/** Everything about when orders leave and arrive. */
export const DatesLayout = () => (
  <TabbedScreens
    label="Dates"
    screens={[
      ['/dates', 'Arrival and last orders'],
      ['/dates/dispatch', 'Dispatch and closed days'],
    ]}
  />
);

/** Everything about what carriage costs. */
export const CostsLayout = () => (
  <TabbedScreens
    label="Costs"
    screens={[
      ['/costs', 'What carriage costs'],
      ['/costs/fit', 'Fit prices'],
      ['/costs/label', 'Label test'],
    ]}
  />
);

/** Everything that shows what a draft does, for all carts. */
export const ProofLayout = () => (
  <TabbedScreens
    label="Proof"
    screens={[
      ['/proof', 'Findings'],
      ['/proof/coverage', 'Coverage'],
      ['/proof/trials', 'Trials'],
    ]}
  />
);
