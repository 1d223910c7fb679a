import clsx from 'clsx';
import { Link } from 'react-router';
import { Account } from '../access/Account.tsx';
import { SeeAsBuyer } from '../buyers-view/SeeAsBuyer.tsx';
import { useChanges } from '../draft/useChanges.ts';

function PublishLink() {
  const changes = useChanges();
  if (changes === null) return null;
  const label =
    changes.live === null
      ? 'Publish'
      : changes.list.length === 0
        ? 'Published'
        : `Publish ${changes.list.length} ${changes.list.length === 1 ? 'change' : 'changes'}`;
  return (
    <Link
      to="/publish"
      className={clsx(
        'inline-flex h-8 items-center rounded-md border px-3 text-sm font-semibold whitespace-nowrap',
        label === 'Published' ? 'border-hood-line text-hood-text hover:bg-hood-held' : 'border-clay bg-clay text-paper hover:bg-clay-deep',
      )}
    >
      {label}
    </Link>
  );
}

/** What stands at the end of the head of every page: publishing, the buyer's eyes, and who is signed in. */
export const HeaderEnd = () => (
  <>
    <PublishLink />
    <SeeAsBuyer />
    <Account />
  </>
);
