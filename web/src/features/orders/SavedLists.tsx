import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Button } from '../../ui/Button.tsx';
import { Menu, type MenuGroup } from '../../ui/Menu.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { NameForm } from '../../ui/NameForm.tsx';
import { toast } from '../../ui/toast.ts';
import { keepLists, savedLists, withList } from './savedLists.ts';

/** Lists of orders that are looked at again and again, by names of their own. */
export function SavedLists({ search }: { search: string }) {
  const navigate = useNavigate();
  const [naming, setNaming] = useState(false);
  const shown = (list: string) => navigate({ pathname: '/orders', search: list });
  const forget = (name: string) => {
    const before = savedLists();
    keepLists(before.filter((one) => one.name !== name));
    toast(`“${name}” is not kept any more`, { action: { label: 'Undo', onClick: () => keepLists(before) } });
  };
  const keep = (typed: string) => {
    const name = typed.trim().slice(0, 60);
    if (name === '') return { ok: false, message: 'Write a name' } as const;
    if (!keepLists(withList(savedLists(), { name, search }))) return { ok: false, message: 'This browser keeps nothing' } as const;
    setNaming(false);
    toast(`“${name}” kept`);
    return { ok: true } as const;
  };
  const groups = (): readonly MenuGroup[] => {
    const lists = savedLists();
    return [
      ...(lists.length > 0
        ? [{ heading: 'Show', entries: lists.map(({ name, search: kept }) => ({ label: name, act: () => void shown(kept) })) }]
        : []),
      { entries: [{ label: 'Keep what is shown…', act: () => setNaming(true) }] },
      ...(lists.length > 0
        ? [{ heading: 'Keep no more', entries: lists.map(({ name }) => ({ label: name, act: () => forget(name) })) }]
        : []),
    ];
  };
  return (
    <>
      <Menu trigger={<Button>My lists</Button>} groups={groups} />
      <Modal
        open={naming}
        onOpenChange={setNaming}
        title="Keep this list"
        about="What it is narrowed to, and its order, under a name of yours."
      >
        <NameForm example="Heavy parcels of today" button="Keep" onName={keep} />
      </Modal>
    </>
  );
}
