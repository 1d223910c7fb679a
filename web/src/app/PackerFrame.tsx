import { useQuery } from '@tanstack/react-query';
import { Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Link, Navigate, Outlet, useLocation } from 'react-router';
import { accessApi, accessQueries } from '../access/accessApi.ts';
import { Button } from '../ui/Button.tsx';
import { Broken } from '../ui/Lost.tsx';

/** The shop as who packs sees it: orders, and the way out. */
export function PackerFrame({ name }: { name: string }) {
  const { pathname } = useLocation();
  const { refetch } = useQuery(accessQueries.session);
  const signOut = async () => {
    await accessApi.signOut();
    await refetch();
    window.location.reload();
  };
  if (!pathname.startsWith('/orders')) return <Navigate to="/orders" replace />;
  return (
    <div className="flex h-dvh flex-col">
      <header>
        <div className="flex min-h-[46px] items-center gap-4 bg-hood px-4 text-hood-text">
          <Link to="/orders" className="flex items-center gap-2 font-serif text-lg font-semibold">
            <img src="/favicon.svg" alt="" className="size-6" /> Ostrakon
          </Link>
          <span className="ms-auto text-sm text-hood-dim">{name}, packer</span>
          <Link to="/account" className="text-sm underline">
            Your account
          </Link>
          <Button look="dark" onClick={() => void signOut()}>
            Sign out
          </Button>
        </div>
        <div className="band" aria-hidden />
      </header>
      <main id="page" tabIndex={-1} className="relative min-h-0 flex-1 overflow-auto outline-none">
        <ErrorBoundary FallbackComponent={Broken} resetKeys={[pathname]}>
          <Suspense fallback={<p className="p-4 text-ash">Opening…</p>}>
            <Outlet />
          </Suspense>
        </ErrorBoundary>
      </main>
    </div>
  );
}
