import type { AuditKind } from '@ostrakon/core/contract';

/** What the audit list tells of, as it is read after a name. */
export const AUDIT_WORDS: Readonly<Record<AuditKind, string>> = {
  signedIn: 'signed in',
  signInRefused: 'was not let in: password or code was wrong',
  signedOut: 'signed out',
  signedOutEverywhere: 'signed out everywhere',
  passwordChanged: 'changed their password',
  passwordReset: 'chose another password by a one-time address',
  secondFactorOn: 'began a second factor',
  secondFactorOff: 'does without a second factor',
  recoveryCodeUsed: 'used a recovery code',
  personInvited: 'invited',
  personJoined: 'chose their first password',
  personChanged: 'changed what somebody may do',
  personEnded: 'let somebody in no more',
  linkMade: 'made a one-time address',
  keyMade: 'made a checkout key',
  keyChanged: 'changed a checkout key',
  keyEnded: 'ended a checkout key',
  goodsChanged: 'changed goods:',
  trialsChanged: 'changed trials:',
  draftMade: 'began a draft',
  draftThrownAway: 'threw a draft away',
  draftBroughtBack: 'brought a draft back',
  published: 'published edition',
  planned: 'planned edition',
  planMoved: 'moved a plan of edition',
  planCalledOff: 'called a plan off',
  wentBack: 'went back to edition',
  calendarMade: 'gave the calendar of editions an address',
  calendarEnded: 'took the calendar of editions away',
  backedUp: 'made a backup',
  exported: 'exported',
  restored: 'put another shop in place of this one',
  carrierOpened: 'opened a carrier account',
  carrierChanged: 'changed a carrier account',
  carrierRemoved: 'closed a carrier account',
};

/** What is chosen together. */
export const AUDIT_GROUPS = [
  ['', 'Everything'],
  ['goodsChanged,trialsChanged,draftMade,draftThrownAway,draftBroughtBack', 'Goods, trials and drafts'],
  ['published,planned,planMoved,planCalledOff,wentBack', 'Publishing and plans'],
  ['keyMade,keyChanged,keyEnded,carrierOpened,carrierChanged,carrierRemoved,calendarMade,calendarEnded', 'Keys, accounts, addresses'],
  ['personInvited,personJoined,personChanged,personEnded,linkMade', 'People'],
  [
    'signedIn,signInRefused,signedOut,signedOutEverywhere,passwordChanged,passwordReset,secondFactorOn,secondFactorOff,recoveryCodeUsed',
    'Signing in',
  ],
  ['backedUp,exported,restored', 'Backup and export'],
] as const satisfies readonly (readonly [kinds: string, name: string])[];
