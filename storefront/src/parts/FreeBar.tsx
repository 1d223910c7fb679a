import { useFront } from '../FrontProvider.tsx';

/** How much more in goods makes an option free, and how far the basket is. */
export function FreeBar({ name, more, goods }: { name: string; more: number; goods: number }) {
  const { words, format } = useFront();
  const share = Math.round((goods / (goods + more)) * 100);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 bg-sand px-4 py-3 text-sand-text">
      <p>{words.moreForFree(format.money(more), name)}</p>
      <span className="h-2 min-w-32 flex-1 overflow-hidden rounded-full bg-sail" aria-hidden="true">
        <span className="bar block h-full rounded-full bg-sand-bar" style={{ width: `${share}%` }} />
      </span>
      <p className="tabular-nums">{words.ofGoods(format.money(goods), format.money(goods + more))}</p>
    </div>
  );
}
