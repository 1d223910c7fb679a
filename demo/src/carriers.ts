import { type Carriage, type LiveTerms, type OpenAccount, PLAIN_CARRIAGE, PLAIN_TERMS } from '@ostrakon/core';

/** Accounts with the three invented carriers; their keys are those the stand-ins know. */
export const accounts: OpenAccount[] = [
  { kind: 'service', id: 'gannet', name: 'Gannet Air', carrier: 'gannet-air', key: 'ganne-7Q2F-dartmouth' },
  { kind: 'service', id: 'petrel', name: 'Petrel Post', carrier: 'petrel-post', key: 'petrel-K81-dartmouth' },
  { kind: 'service', id: 'bluff', name: 'Bluff Freight', carrier: 'bluff-freight', key: 'bluff-0031-dartmouth' },
];

const by = (account: string, carrier: string, service: string, more: Partial<Carriage> = {}): Carriage => ({
  account,
  carrier,
  service,
  ...PLAIN_CARRIAGE,
  ...more,
});

export const express = by('gannet', 'Gannet Air', 'DAY', { packaging: ['mailer', 'carton-s', 'carton-m', 'carton-l', 'tube'] });
export const tracked = by('petrel', 'Petrel Post', 'TRACKED');
export const surface = by('petrel', 'Petrel Post', 'SLOW');
export const smallPacket = by('petrel', 'Petrel Post', 'PACKET');
export const freight = by('bluff', 'Bluff Freight', 'PALLET');

const markup = (basisPoints: number, amount = 0, least: number | null = null): LiveTerms['markup'] => ({
  basisPoints,
  amount,
  least,
  most: null,
});

export const expressTerms: LiveTerms = { ...PLAIN_TERMS, markup: markup(800, 150) };
/** While the post does not answer, a tracked parcel costs what the ground parcel does. */
export const trackedTerms: LiveTerms = {
  ...PLAIN_TERMS,
  markup: markup(1200, 0, 100),
  ending: 'nearest05',
  unanswered: { kind: 'service', service: 'ground' },
};
/** The telephone price holds while the freight line does not answer. */
export const freightTerms: LiveTerms = { ...PLAIN_TERMS, markup: markup(1000), unanswered: { kind: 'card' }, days: 'own' };
