import { type GoodsGroup, MARKS, newId, PLAIN_GROUP, type Product } from '@ostrakon/core';
import clsx from 'clsx';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { SignButton } from '../../ui/Button.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { markClass, markWords } from '../../ui/marks.ts';
import { NameForm } from '../../ui/NameForm.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import { toast } from '../../ui/toast.ts';

function GroupRow({ group, at, last, count }: { group: GoodsGroup; at: number; last: boolean; count: number }) {
  const session = useDraftSession();
  const set = (change: Partial<GoodsGroup>) => session.dispatch({ name: 'setGoodsGroup', args: { ...group, ...change } });
  const move = (to: number) => session.dispatch({ name: 'moveGoodsGroup', args: { group: group.id, to } });
  const remove = () => {
    session.dispatch({ name: 'removeGoodsGroup', args: { group: group.id } });
    toast(`Removed the goods group ${group.name}; its products are in no group now`, {
      action: { label: 'Undo', onClick: session.undo },
    });
  };
  return (
    <li className="flex items-start gap-2 py-1">
      <span aria-hidden className={clsx('mt-2.5 size-3 shrink-0 rounded-full', markClass[group.mark])} />
      <TypedField
        className="flex-1"
        label={`Name of the group ${group.name}`}
        shown={group.name}
        read={(name) => ({ ok: true, value: name })}
        commit={(name) => {
          const taken = set({ name });
          return taken.ok ? taken : { ok: false, message: `${taken.message}.` };
        }}
      />
      <Select
        label={`Mark of ${group.name}`}
        className="w-32!"
        value={group.mark}
        onChange={(event) => set({ mark: event.target.value as GoodsGroup['mark'] })}
      >
        {MARKS.map((mark) => (
          <option key={mark} value={mark}>
            {markWords[mark]}
          </option>
        ))}
      </Select>
      <span className="w-24 pt-1.5 text-end text-sm text-ash">{count === 1 ? '1 product' : `${count} products`}</span>
      <SignButton label={`Move ${group.name} up`} disabled={at === 0} onClick={() => move(at - 1)}>
        <ArrowUp size={14} aria-hidden />
      </SignButton>
      <SignButton label={`Move ${group.name} down`} disabled={last} onClick={() => move(at + 1)}>
        <ArrowDown size={14} aria-hidden />
      </SignButton>
      <SignButton label={`Remove ${group.name}`} onClick={remove}>
        <X size={14} aria-hidden />
      </SignButton>
    </li>
  );
}

/** The goods groups: names, colour marks and order. */
export function GoodsGroupsDialog({ products, onClose }: { products: readonly Product[]; onClose: () => void }) {
  const { goodsGroups } = useDraft().book;
  const session = useDraftSession();
  const counts = new Map<string | null, number>();
  for (const { group } of products) counts.set(group, (counts.get(group) ?? 0) + 1);
  return (
    <Modal
      open
      wide
      onOpenChange={(open) => !open && onClose()}
      title="Goods groups"
      about="A product is in one group or in none. To fill a group, find products by name or tag, choose them all, and set their goods group."
    >
      {goodsGroups.length === 0 ? (
        <p className="mb-3 rounded-lg border border-line-strong border-dashed p-3 text-ash">
          No groups yet. Groups are for goods that travel by other rules: liquids, heavy goods, things made to order.
        </p>
      ) : (
        <ul className="mb-3">
          {goodsGroups.map((group, at) => (
            <GroupRow key={group.id} group={group} at={at} last={at === goodsGroups.length - 1} count={counts.get(group.id) ?? 0} />
          ))}
        </ul>
      )}
      <NameForm
        key={goodsGroups.length}
        example="Bulky goods"
        button="Add a goods group"
        onName={(name) => {
          const mark = MARKS[goodsGroups.length % MARKS.length] ?? 'clay';
          return session.dispatch({ name: 'addGoodsGroup', args: { id: newId(name, goodsGroups, 'group'), name, mark, ...PLAIN_GROUP } });
        }}
      />
    </Modal>
  );
}
