import { type ReactNode, useId } from 'react';

/** A part of a page in a frame of its own, under its heading. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  const id = useId();
  return (
    <section aria-labelledby={id} className="rounded-lg border border-line-strong bg-paper p-4">
      <h2 id={id} className="mb-2 font-serif text-lg font-semibold">
        {title}
      </h2>
      {children}
    </section>
  );
}
