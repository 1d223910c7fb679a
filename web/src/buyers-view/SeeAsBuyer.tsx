import { Eye } from 'lucide-react';
import { useBench } from '../bench/BenchProvider.tsx';
import { useActiveDraft } from '../draft/activeDraft.ts';
import { Menu } from '../ui/Menu.tsx';
import { seeAsBuyer } from './lookApi.ts';

/** Opens the shop front as a buyer sees it, with the cart and address of the bench: by what is live, or by this draft. */
export function SeeAsBuyer() {
  const { state } = useBench();
  const draft = useActiveDraft();
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label="See as a buyer"
          title="See as a buyer: the shop front, with the bench’s cart"
          className="inline-grid size-8 shrink-0 place-items-center rounded-md border border-hood-line text-hood-text hover:bg-hood-held"
        >
          <Eye size={16} aria-hidden />
        </button>
      }
      groups={() => [
        {
          heading: 'See as a buyer',
          entries: [
            { label: 'What is live', about: 'as every buyer sees it now', act: () => void seeAsBuyer({ see: 'live' }, state.cart) },
            { label: 'This draft', about: 'before anybody else does', act: () => void seeAsBuyer({ see: 'draft', draft }, state.cart) },
          ],
        },
      ]}
    />
  );
}
