import type { FallbackProps } from 'react-error-boundary';
import { Link } from 'react-router';

/** What stands where nothing is. */
export function Lost({ what }: { what: string }) {
  return (
    <div className="p-4">
      <h1 className="font-serif text-xl font-semibold">Not here</h1>
      <p className="mt-2">
        {what}{' '}
        <Link to="/book" className="text-clay underline">
          Go to the rate book
        </Link>
      </p>
    </div>
  );
}

export function Broken({ error }: FallbackProps) {
  return (
    <div role="alert" className="p-6">
      <h1 className="font-serif text-xl font-semibold">This page failed</h1>
      <p className="mt-2">
        What you did is kept and goes on being saved. Load the page again; if it fails once more, undo the last change.
      </p>
      <p className="mt-2 text-sm text-ash">{error instanceof Error ? error.message : String(error)}</p>
      <button type="button" className="mt-3 text-clay underline" onClick={() => location.reload()}>
        Load again
      </button>
    </div>
  );
}
