import type { ReactNode } from 'react';

/** A page without the rest of the shop around it. */
export function PlainPage({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="min-h-screen bg-slip">
      <header>
        <div className="flex min-h-[46px] items-center gap-2 bg-hood px-4 font-serif text-lg font-semibold text-hood-text">
          <img src="/favicon.svg" alt="" className="size-6" /> Ostrakon
        </div>
        <div className="band" aria-hidden />
      </header>
      <main className="mx-auto mt-8 mb-8 w-[30rem] max-w-[calc(100vw-2rem)] rounded-lg border border-line-strong bg-paper p-5">
        <h1 className="mb-3 font-serif text-xl font-semibold">{title}</h1>
        {children}
      </main>
    </div>
  );
}
