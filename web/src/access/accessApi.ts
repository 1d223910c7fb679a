import {
  AuditList,
  type ChangePassword,
  type EditKey,
  type EditPerson,
  type FirstPerson,
  type InvitePerson,
  KeyList,
  KeyMade,
  LinkSeen,
  type MakeKey,
  OneTimeLink,
  OpenSessions,
  PersonInvited,
  PersonList,
  RecoveryCodes,
  SecondFactorBegun,
  SessionState,
  type SignIn,
} from '@ostrakon/core/contract';
import { queryOptions } from '@tanstack/react-query';
import { ask, askFile } from '../api/client.ts';

/** People, keys and who did what. */
export const accessApi = {
  session: () => ask('GET /session', SessionState),
  signIn: (body: SignIn) => ask('POST /session', SessionState, { body }),
  signOut: () => askFile('DELETE /session'),
  changePassword: (body: ChangePassword) => askFile('PUT /session/password', { body }),
  beginFactor: (password: string) => ask('POST /session/second-factor', SecondFactorBegun, { body: { password } }),
  confirmFactor: async (code: string) => (await ask('PUT /session/second-factor', RecoveryCodes, { body: { code } })).codes,
  endFactor: (password: string) => askFile('POST /session/second-factor/end', { body: { password } }),
  sessions: async () => (await ask('GET /sessions', OpenSessions)).sessions,
  endSession: (id: string) => askFile('DELETE /sessions/:id', { params: { id } }),
  signOutEverywhere: () => askFile('DELETE /sessions'),
  lookAtLink: (token: string) => ask('POST /links/look', LinkSeen, { body: { token } }),
  takeLink: (token: string, password: string) => ask('POST /links/use', SessionState, { body: { token, password } }),
  people: async () => (await ask('GET /people', PersonList)).people,
  first: (body: FirstPerson) => ask('POST /people/first', SessionState, { body }),
  invite: (body: InvitePerson) => ask('POST /people', PersonInvited, { body }),
  editPerson: async (id: string, body: EditPerson) => (await ask('PATCH /people/:id', PersonList, { params: { id }, body })).people,
  endPerson: async (id: string) => (await ask('DELETE /people/:id', PersonList, { params: { id } })).people,
  linkFor: (id: string) => ask('POST /people/:id/link', OneTimeLink, { params: { id }, body: {} }),
  keys: () => ask('GET /keys', KeyList),
  makeKey: (body: MakeKey) => ask('POST /keys', KeyMade, { body }),
  editKey: (id: string, body: EditKey) => ask('PATCH /keys/:id', KeyList, { params: { id }, body }),
  endKey: (id: string) => ask('DELETE /keys/:id', KeyList, { params: { id } }),
  audit: (query: { before?: number | undefined; text?: string | undefined; kinds?: string | undefined }) =>
    ask('GET /audit', AuditList, { query }),
};

export const accessQueries = {
  session: queryOptions({ queryKey: ['session'], queryFn: accessApi.session, staleTime: 60_000 }),
  sessions: queryOptions({ queryKey: ['sessions'], queryFn: accessApi.sessions }),
  people: queryOptions({ queryKey: ['people'], queryFn: accessApi.people }),
  keys: queryOptions({ queryKey: ['keys'], queryFn: accessApi.keys }),
};
