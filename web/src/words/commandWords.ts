import type { CommandName } from '@ostrakon/core';

const words: Record<CommandName, string> = {
  setShop: 'shop facts',
  setServed: 'served countries',
  setTexts: 'messages',
  addZone: 'new zone',
  renameZone: 'zone name',
  duplicateZone: 'copied zone',
  removeZone: 'removed zone',
  moveZone: 'zone order',
  setPlaces: 'places of a zone',
  addService: 'new service',
  renameService: 'service name',
  describeService: 'service details',
  duplicateService: 'copied service',
  removeService: 'removed service',
  moveService: 'service order',
  startLane: 'new lane',
  copyLane: 'copied lane',
  removeLane: 'removed lane',
  setCard: 'prices',
  switchCard: 'kind of price',
  setLimits: 'limits',
  setFreeFrom: 'free delivery',
};

/** What a command changed, in two words, for undo and redo. */
export const commandWords = (name: string): string => (name in words ? words[name as CommandName] : 'change');
