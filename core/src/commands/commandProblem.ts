import { z } from 'zod';

export const CommandProblemCode = z.enum([
  'zoneNotFound',
  'serviceNotFound',
  'laneNotFound',
  'laneExists',
  'idInUse',
  'tooMany',
  'outOfOrder',
  'otherMinorUnit',
  'packagingNotFound',
  'locationNotFound',
  'locationInUse',
  'goodsGroupNotFound',
  'chargeNotFound',
  'allowanceNotFound',
  'capBelowFloor',
  'carrierNotChosen',
  'figuresNeeded',
  'languageThere',
  'languageNotFound',
]);
export type CommandProblemCode = z.infer<typeof CommandProblemCode>;

const SENTENCES: Record<CommandProblemCode, (id: string) => string> = {
  figuresNeeded: () => 'Prices of this kind begin with figures: set them as prices',
  zoneNotFound: (id) => `No zone has the id "${id}"`,
  serviceNotFound: (id) => `No service has the id "${id}"`,
  laneNotFound: (id) => `There is no lane ${id}`,
  laneExists: (id) => `There is a lane ${id} already`,
  idInUse: (id) => `The id "${id}" is in use already`,
  tooMany: (id) => `There are as many ${id} as a rate book takes`,
  otherMinorUnit: (id) =>
    `${id} counts in another smallest unit, so the prices in the rate book would mean something else; remove its lanes first`,
  packagingNotFound: (id) => `No packaging has the id "${id}"`,
  locationNotFound: (id) => `No location has the id "${id}"`,
  locationInUse: (id) => `A zone draws a circle around ${id}; remove the circle first`,
  goodsGroupNotFound: (id) => `No goods group has the id "${id}"`,
  chargeNotFound: (id) => `No charge has the id "${id}"`,
  allowanceNotFound: (id) => `No allowance has the id "${id}"`,
  capBelowFloor: () => 'At most is less than at least',
  carrierNotChosen: (id) => `No carrier is chosen for the service "${id}"`,
  languageThere: (tag) => `Buyers read ${tag} already`,
  languageNotFound: (tag) => `Buyers are not answered in ${tag}`,
  outOfOrder: (id) => `The list has no position ${id}`,
};

/** A command that does not fit the document it was given. */
export class CommandProblem extends Error {
  readonly code: CommandProblemCode;
  /** Where in the arguments the fault lies. */
  readonly path: string;

  constructor(code: CommandProblemCode, path: string, id: string) {
    super(SENTENCES[code](id));
    this.name = 'CommandProblem';
    this.code = code;
    this.path = path;
  }
}
