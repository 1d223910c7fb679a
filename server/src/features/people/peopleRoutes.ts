import type { SessionState } from '@ostrakon/core/contract';
import type { Request, Response } from 'express';
import { HttpProblem } from '../../http/problems.ts';
import type { PersonRow } from '../../persistence/access/accessEntities.ts';
import { folded } from '../../persistence/folded.ts';
import type { AuditPort } from '../../ports/auditPort.ts';
import type { OwnerHandlers, Who } from '../../ports/who.ts';
import type { PeopleStore } from './peopleStore.ts';
import { dropCookie, setCookie } from './sessionCookie.ts';
import type { Tries } from './tries.ts';

interface Parts {
  readonly people: PeopleStore;
  readonly tries: Tries;
  readonly audit: AuditPort;
  readonly shopName: () => string;
}

const addressOf = ({ ip }: Request): string => ip ?? '';

/** What the page shows of somebody's role. */
const facts = ({ role, mayPublish }: { role: string; mayPublish: boolean }) =>
  `${role}${mayPublish && role === 'keeper' ? ' who may publish' : ''}`;

const wrong = (what: string, pointer: string) => new HttpProblem('wrong-password', what, { errors: [{ pointer, detail: what }] });

/** Signing in and out, one's own password and second factor. */
export function sessionHandlers({ people, tries, audit, shopName }: Parts) {
  const stateOf = (person: string | null): SessionState => ({ people: people.any, who: person === null ? null : people.myself(person) });
  const enter = async (row: PersonRow, req: Request, res: Response) => {
    setCookie(req, res, await people.sessions.begin(row.id, req.headers['user-agent'] ?? ''));
    await people.seen(row);
    return stateOf(row.id);
  };
  const requirePerson = ({ person }: Who): string => {
    if (person === null) throw new HttpProblem('not-signed-in', 'This shop has no people yet, so nobody is signed in.');
    return person;
  };
  /** One's own password again, before what would let somebody else in. */
  const confirm = async (who: Who, password: string, pointer: string, req: Request): Promise<string> => {
    const person = requirePerson(who);
    const row = people.find(person);
    await tries.require(who.name, addressOf(req));
    if (await people.isRight(row, password)) return person;
    await tries.wrong(who.name, addressOf(req));
    throw wrong('This is not your password.', pointer);
  };
  const refused = async (row: PersonRow | null, name: string, address: string) => {
    await tries.wrong(name, address);
    await audit.record(row?.name ?? 'somebody', 'signInRefused', '');
  };
  return {
    'GET /session': ({ who, res }) => {
      res.set('Cache-Control', 'no-store');
      return stateOf(who.person);
    },
    'POST /session': async ({ body: { name, password, code }, req, res }) => {
      const row = people.named(name);
      const typed = folded(name);
      const address = addressOf(req);
      await tries.require(typed, address);
      if (!(await people.isRight(row, password)) || !row) {
        await refused(row, typed, address);
        throw new HttpProblem('wrong-password', 'Name or password is wrong.');
      }
      if (people.hasFactor(row)) {
        if (!code) throw new HttpProblem('code-needed', 'Enter the code your app shows, or one of your recovery codes.');
        const taken = await people.takeCode(row, code);
        if (taken === null) {
          await refused(row, typed, address);
          throw new HttpProblem('code-needed', 'This code is wrong, was used already, or has ended. Enter the next one.');
        }
        if (taken === 'recovery') await audit.record(row.name, 'recoveryCodeUsed', '');
      }
      await tries.right(typed, address);
      await audit.record(row.name, 'signedIn', '');
      return enter(row, req, res);
    },
    'DELETE /session': async ({ who, req, res }) => {
      if (who.session !== null) {
        await people.sessions.end(who.session);
        await who.tell('signedOut', '');
      }
      dropCookie(req, res);
      return null;
    },
    'PUT /session/password': async ({ body: { present, password }, who, req }) => {
      const person = await confirm(who, present, '/present', req);
      await people.changePassword(person, password);
      await people.sessions.endAll(person, who.session);
      await who.tell('passwordChanged', '');
      return null;
    },
    'POST /session/second-factor': async ({ body: { password }, who, req, res }) => {
      res.set('Cache-Control', 'no-store');
      return people.beginFactor(await confirm(who, password, '/password', req), shopName());
    },
    'PUT /session/second-factor': async ({ body: { code }, who, req, res }) => {
      const person = requirePerson(who);
      await tries.require(who.name, addressOf(req));
      const codes = await people.confirmFactor(person, code);
      if (codes === null) {
        await tries.wrong(who.name, addressOf(req));
        throw wrong('This is not the code your app shows now.', '/code');
      }
      await who.tell('secondFactorOn', '');
      res.set('Cache-Control', 'no-store');
      return { codes };
    },
    'POST /session/second-factor/end': async ({ body: { password }, who, req }) => {
      await people.endFactor(await confirm(who, password, '/password', req));
      await who.tell('secondFactorOff', '');
      return null;
    },
    'GET /sessions': ({ who }) => ({ sessions: people.sessions.of(requirePerson(who), who.session) }),
    'DELETE /sessions': async ({ who, req, res }) => {
      await people.sessions.endAll(requirePerson(who));
      await who.tell('signedOutEverywhere', '');
      dropCookie(req, res);
      return null;
    },
    'DELETE /sessions/:id': async ({ params, who }) => {
      const own = people.sessions.of(requirePerson(who), null).some(({ id }) => id === params.id);
      if (!own) throw new HttpProblem('not-found', 'You have no such session.');
      await people.sessions.end(params.id);
      await who.tell('signedOut', 'another browser');
      return null;
    },
    'POST /links/look': ({ body: { token } }) => people.look(token),
    'POST /links/use': async ({ body: { token, password }, req, res }) => {
      const { row, kind } = await people.useLink(token, password);
      await audit.record(row.name, kind === 'invitation' ? 'personJoined' : 'passwordReset', '');
      return enter(row, req, res);
    },
  } satisfies OwnerHandlers<'/session'> & OwnerHandlers<'/sessions'> & OwnerHandlers<'/links'>;
}

/** The shop's people. */
export function peopleHandlers({ people, audit }: Parts) {
  const list = () => ({ people: people.list() });
  return {
    'GET /people': list,
    'POST /people': async ({ body, who, res }) => {
      const made = await people.invite(body);
      await who.tell('personInvited', `${made.person.name}, ${facts(made.person)}`);
      res.set('Cache-Control', 'no-store');
      return made;
    },
    'POST /people/first': async ({ body: { name, password }, req, res }) => {
      const row = await people.first(name, password);
      await audit.record(row.name, 'personJoined', '');
      setCookie(req, res, await people.sessions.begin(row.id, req.headers['user-agent'] ?? ''));
      await people.seen(row);
      return { people: true, who: people.myself(row.id) };
    },
    'PATCH /people/:id': async ({ params, body, who }) => {
      await people.edit(params.id, body);
      const after = people.list().find(({ id }) => id === params.id);
      if (after) await who.tell('personChanged', `${after.name}, ${facts(after)}`);
      return list();
    },
    'DELETE /people/:id': async ({ params, who }) => {
      const name = people.nameOf(params.id);
      await people.end(params.id);
      await who.tell('personEnded', name);
      return list();
    },
    'POST /people/:id/link': async ({ params, who, res }) => {
      const link = await people.link(params.id);
      await who.tell('linkMade', people.nameOf(params.id));
      res.set('Cache-Control', 'no-store');
      return link;
    },
  } satisfies OwnerHandlers<'/people'>;
}
