import { isProductLine } from '@ostrakon/core';
import { Minus, Plus, Split } from 'lucide-react';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { SignButton } from '../ui/Button.tsx';
import { readCount } from '../ui/readers.ts';
import { Select } from '../ui/Select.tsx';
import { TypedField } from '../ui/TypedField.tsx';
import { useFormat } from '../words/useWords.ts';
import { AddGoods } from './AddGoods.tsx';
import { BenchDiscount } from './BenchDiscount.tsx';
import { useBench } from './BenchProvider.tsx';

function CartRow({ at }: { at: number }) {
  const { request, state, send } = useBench();
  const format = useFormat();
  const line = request.lines[at];
  const input = state.cart.lines[at];
  if (!line || !input) return null;
  const name = line.name || 'Goods of your own';
  const several = state.cart.others !== undefined;
  const set = (quantity: number) => send({ kind: 'setQuantity', at, quantity });
  const detail = isProductLine(input) ? '' : ` ${format.money(line.unitPrice)}, ${line.weight ?? 'no weight'}`;
  return (
    <li className={`flex items-center gap-1 ${several ? 'flex-wrap justify-end' : ''}`}>
      <span className={`min-w-0 truncate ${several ? 'basis-full' : 'flex-1'}`} title={name + detail}>
        {name}
        <span className="text-ash">{detail}</span>
      </span>
      <SignButton
        className="size-6!"
        label={line.quantity === 1 ? `Take ${name} out` : `One ${name} less`}
        onClick={() => set(line.quantity - 1)}
      >
        <Minus size={14} aria-hidden />
      </SignButton>
      <TypedField
        label={`Quantity of ${name}`}
        className="w-11"
        inputClass="h-6! px-1! text-center"
        inputMode="numeric"
        shown={String(line.quantity)}
        read={(text) => {
          const count = readCount(format)(text);
          return count.ok && count.value > 100_000 ? { ok: false, message: 'At most 100,000.' } : count;
        }}
        commit={(quantity) => {
          set(quantity);
          return { ok: true };
        }}
      />
      <SignButton className="size-6!" label={`One ${name} more`} onClick={() => set(line.quantity + 1)} disabled={line.quantity >= 100_000}>
        <Plus size={14} aria-hidden />
      </SignButton>
      <span className="w-20 text-end">{format.money(line.unitPrice * line.quantity)}</span>
      {several && <LineAddress at={at} name={name} />}
    </li>
  );
}

/** Which address a line goes to; one piece of it may be sent elsewhere. */
function LineAddress({ at, name }: { at: number; name: string }) {
  const { state, send } = useBench();
  const line = state.cart.lines[at];
  const count = (state.cart.others?.length ?? 0) + 1;
  const to = line?.to ?? 0;
  return (
    <>
      <Select
        label={`Address of ${name}`}
        className="h-6! w-28! px-0.5! text-sm!"
        value={to}
        onChange={(event) => send({ kind: 'sendTo', at, to: Number(event.target.value) })}
      >
        {Array.from({ length: count }, (_, number) => number).map((number) => (
          <option key={number} value={number}>
            address {number + 1}
          </option>
        ))}
      </Select>
      <SignButton
        className="size-6!"
        label={`Send one ${name} to the next address`}
        disabled={(line?.quantity ?? 0) < 2}
        onClick={() => send({ kind: 'sendTo', at, to: (to + 1) % count, piece: true })}
      >
        <Split size={13} aria-hidden />
      </SignButton>
    </>
  );
}

/** The goods on the bench, and what they come to. */
export function BenchCart() {
  const { state, measured, send, quote } = useBench();
  const { shop } = useDraft().book;
  const format = useFormat();
  const { measures } = measured;
  const discounted = measures.valueBeforeDiscounts !== measures.valueAfterDiscounts;
  const weightless = quote.remarks.some((remark) => remark.code === 'lineWithoutWeight');
  return (
    <section aria-label="Cart">
      {state.cart.lines.length === 0 ? (
        <p className="text-ash">The cart is empty. Add goods to see what {shop.name} would charge for delivery.</p>
      ) : (
        <ul className="space-y-1">
          {state.cart.lines.map((line, at) => (
            // Lines have no identity of their own; a product stands in the cart once for each address.
            <CartRow key={isProductLine(line) ? `${line.product} ${line.to ?? 0}` : `own-${at}`} at={at} />
          ))}
        </ul>
      )}
      <div className="mt-2 flex items-start justify-between gap-2">
        <AddGoods />
        <BenchDiscount />
      </div>
      {state.cart.lines.length > 0 && (
        <p className="mt-2 flex justify-between gap-2 text-sm text-ash">
          <span>
            {format.money(measures.valueBeforeDiscounts)} goods
            {discounted && `, ${format.money(measures.valueAfterDiscounts)} after discounts`} · {format.count(measures.itemCount, 'item')}
            {measures.parcels > 0 && (
              <span className="block">
                {format.mass(measures.itemsWeight, measures.packedWeight)} +{' '}
                {format.mass(measures.packedWeight - measures.itemsWeight, measures.packedWeight)} packing ={' '}
                {format.mass(measures.packedWeight)} in{' '}
                <a href="#parcels" className="text-clay underline">
                  {format.count(measures.parcels, 'parcel')}
                </a>
              </span>
            )}
          </span>
          <button type="button" className="text-clay hover:underline" onClick={() => send({ kind: 'clear' })}>
            Empty the cart
          </button>
        </p>
      )}
      {weightless && (
        <p className="mt-1 rounded-md bg-ochre-soft px-2 py-1 text-sm text-ochre">
          A product here has no weight. It counts as 0, so this price may be too low.{' '}
          <Link to="/shop/goods?lacks=weight" className="underline">
            Goods without weight
          </Link>
        </p>
      )}
    </section>
  );
}
