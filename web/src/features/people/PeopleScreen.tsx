import type { OneTimeLink, Person, Role } from '@ostrakon/core/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { accessApi, accessQueries } from '../../access/accessApi.ts';
import { OneTimeAddress } from '../../access/OneTimeAddress.tsx';
import { fieldFault, problemWords } from '../../access/problemWords.ts';
import { SecretField } from '../../access/SecretField.tsx';
import { ROLE_WORDS, useMe } from '../../access/useMe.ts';
import { useSending } from '../../access/useSending.ts';
import { Button } from '../../ui/Button.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { LabelledInput } from '../../ui/LabelledInput.tsx';
import { Modal } from '../../ui/Modal.tsx';
import { Select } from '../../ui/Select.tsx';
import { useFormat } from '../../words/useWords.ts';

const ROLES = Object.keys(ROLE_WORDS) as Role[];

/** The first owner: from then on nobody comes in without signing in. */
function FirstOwner() {
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const { busy, error, send } = useSending();
  const faults = { name: fieldFault(error, 'name'), password: fieldFault(error, 'password') };
  return (
    <form
      className="max-w-md space-y-3 rounded-lg border border-line-strong bg-paper p-4"
      onSubmit={(event) => {
        event.preventDefault();
        void send(async () => {
          await accessApi.first({ name, password });
          window.location.reload();
        });
      }}
    >
      <h2 className="font-serif text-lg font-semibold">Begin with yourself</h2>
      <LabelledInput label="Your name" value={name} onType={setName} fault={faults.name} hint="Nell Hanlon" />
      <SecretField label="Password" value={password} onType={setPassword} isNew fault={faults.password} />
      <p className="text-sm text-ash">
        At least ten characters. A few words that do not belong together are easy to keep and hard to guess.
      </p>
      {error !== null && faults.name === undefined && faults.password === undefined && (
        <p role="alert" className="text-fault">
          {problemWords(error)}
        </p>
      )}
      <Button look="main" type="submit" disabled={busy || name.trim() === '' || password === ''}>
        Become the owner
      </Button>
    </form>
  );
}

function RoleChoice({ role, onChoose, label }: { role: Role; onChoose: (role: Role) => void; label: string }) {
  return (
    <Select label={label} value={role} onChange={(event) => onChoose(event.target.value as Role)} className="w-36">
      {ROLES.map((one) => (
        <option key={one} value={one}>
          {ROLE_WORDS[one][0]}
        </option>
      ))}
    </Select>
  );
}

/** Somebody new: what they may do, then the address to give to them. */
function InviteDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('keeper');
  const [mayPublish, setMayPublish] = useState(false);
  const [link, setLink] = useState<OneTimeLink | null>(null);
  const { busy, error, send } = useSending();
  const fault = fieldFault(error, 'name');
  const invite = () =>
    send(async () => {
      const made = await accessApi.invite({ name, role, mayPublish });
      setLink(made.link);
      await client.invalidateQueries({ queryKey: accessQueries.people.queryKey });
    });
  if (link !== null) {
    return (
      <Modal open onOpenChange={onClose} title={`${name} is invited`}>
        <OneTimeAddress name={name} link={link} />
        <Button look="main" className="mt-3" onClick={onClose}>
          Done
        </Button>
      </Modal>
    );
  }
  return (
    <Modal open onOpenChange={onClose} title="Invite somebody" about="They choose their own password at an address that works once.">
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void invite();
        }}
      >
        <LabelledInput label="Name they sign in with" value={name} onType={setName} fault={fault} hint="Otto Veer" />
        <fieldset>
          <legend className="text-sm">What they may do</legend>
          {ROLES.map((one) => (
            <label key={one} className="flex items-center gap-2 py-0.5">
              <input type="radio" name="role" checked={role === one} onChange={() => setRole(one)} />
              <span>
                {ROLE_WORDS[one][0]} <span className="text-sm text-ash">{ROLE_WORDS[one][1]}</span>
              </span>
            </label>
          ))}
        </fieldset>
        {role === 'keeper' && (
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={mayPublish} onChange={(event) => setMayPublish(event.target.checked)} /> May publish
          </label>
        )}
        {error !== null && fault === undefined && (
          <p role="alert" className="text-fault">
            {problemWords(error)}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy || name.trim() === ''}>
          Invite
        </Button>
      </form>
    </Modal>
  );
}

function PersonRow({ person, onLink }: { person: Person; onLink: (link: OneTimeLink) => void }) {
  const client = useQueryClient();
  const format = useFormat();
  const me = useMe();
  const [ending, setEnding] = useState(false);
  const { busy, error, send } = useSending();
  const { id, name, role, mayPublish, invited, secondFactor, seenAt } = person;
  const change = (act: () => Promise<Person[]>) => send(async () => void client.setQueryData(accessQueries.people.queryKey, await act()));
  return (
    <tr className="border-line border-t align-baseline">
      <th scope="row" className="py-2.5 pe-4 text-start font-semibold">
        {name}
        {me?.name === name && <span className="ms-1 font-normal text-ash">(you)</span>}
        {error !== null && (
          <span role="alert" className="block max-w-80 text-sm font-normal text-fault">
            {problemWords(error)}
          </span>
        )}
      </th>
      <td className="pe-4">
        <RoleChoice
          role={role}
          label={`What ${name} may do`}
          onChoose={(next) => void change(() => accessApi.editPerson(id, { role: next }))}
        />
      </td>
      <td className="pe-4 whitespace-nowrap">
        {role === 'keeper' ? (
          <label className="inline-flex items-center gap-2">
            <input
              type="checkbox"
              checked={mayPublish}
              disabled={busy}
              onChange={(event) => void change(() => accessApi.editPerson(id, { mayPublish: event.target.checked }))}
            />
            May publish
          </label>
        ) : role === 'owner' ? (
          'Publishes'
        ) : (
          ''
        )}
      </td>
      <td className="py-2 pe-4 text-sm">
        {invited ? 'Invited' : secondFactor ? 'Password and second factor' : 'Password'}
        <span className="block text-ash">{seenAt === null ? 'Never signed in' : `Last signed in ${format.moment(seenAt)}`}</span>
      </td>
      <td className="space-x-3 whitespace-nowrap">
        <Button
          look="quiet"
          disabled={busy}
          aria-label={invited ? `New address for ${name}` : `Let ${name} choose another password`}
          onClick={() => void send(async () => onLink(await accessApi.linkFor(id)))}
        >
          {invited ? 'New address' : 'Another password'}
        </Button>
        <Button look="quiet" disabled={busy} aria-label={`Let ${name} in no more`} onClick={() => setEnding(true)}>
          Let in no more
        </Button>
        {ending && (
          <Modal
            open
            onOpenChange={() => setEnding(false)}
            title={`Let ${name} in no more?`}
            about="They are signed out everywhere at once. What they did stays under their name, which nobody else can take."
          >
            <div className="flex gap-2">
              <Button
                look="main"
                disabled={busy}
                onClick={() => {
                  setEnding(false);
                  void change(() => accessApi.endPerson(id));
                }}
              >
                Let in no more
              </Button>
              <Button onClick={() => setEnding(false)}>Cancel</Button>
            </div>
          </Modal>
        )}
      </td>
    </tr>
  );
}

/** Who may come in, and what for. */
export function PeopleScreen() {
  const session = useQuery(accessQueries.session);
  const people = useQuery({ ...accessQueries.people, enabled: session.data?.people === true });
  const [inviting, setInviting] = useState(false);
  const [link, setLink] = useState<{ name: string; link: OneTimeLink } | null>(null);
  if (!session.data) return <p className="p-4 text-ash">Opening…</p>;
  if (!session.data.people) {
    return (
      <div className="max-w-4xl space-y-4 p-4">
        <h1 className="font-serif text-xl font-semibold">People</h1>
        <p className="max-w-2xl">
          Nobody has to sign in: the shop can be reached from this machine only, and whoever sits at it may do everything. Before others can
          reach it, it needs an owner. From then on everybody signs in, and it is written down who did what.
        </p>
        <FirstOwner />
      </div>
    );
  }
  if (people.isError) {
    return (
      <p role="alert" className="p-4">
        {problemWords(people.error)}
      </p>
    );
  }
  return (
    <div className="max-w-5xl space-y-4 p-4">
      <div className="flex items-center justify-between gap-4">
        <h1 className="font-serif text-xl font-semibold">People</h1>
        <Button look="main" onClick={() => setInviting(true)}>
          Invite somebody
        </Button>
      </div>
      <div className="overflow-x-auto rounded-lg border border-line-strong bg-paper px-4 pb-2">
        <table className="w-full">
          <HeadRow names={['Name', 'May do', 'Publishing', 'Signs in with', '']} />
          <tbody>
            {(people.data ?? []).map((person) => (
              <PersonRow key={person.id} person={person} onLink={(made) => setLink({ name: person.name, link: made })} />
            ))}
          </tbody>
        </table>
      </div>
      <dl className="grid max-w-2xl grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-sm">
        {ROLES.map((role) => (
          <div key={role} className="contents">
            <dt className="font-semibold">{ROLE_WORDS[role][0]}</dt>
            <dd className="text-ash">{ROLE_WORDS[role][1]}</dd>
          </div>
        ))}
      </dl>
      {inviting && <InviteDialog onClose={() => setInviting(false)} />}
      {link !== null && (
        <Modal open onOpenChange={() => setLink(null)} title={`An address for ${link.name}`}>
          <OneTimeAddress {...link} />
        </Modal>
      )}
    </div>
  );
}
