import { z } from 'zod';
import type { RateBook } from '../rate-book/rateBook.ts';
import type { CommandDefinition } from './define.ts';
import { goodsGroupCommands } from './goodsGroupCommands.ts';
import { laneCommands } from './laneCommands.ts';
import { locationCommands } from './locationCommands.ts';
import { packingCommands } from './packingCommands.ts';
import { ruleCommands } from './ruleCommands.ts';
import { serviceCommands } from './serviceCommands.ts';
import { shopCommands } from './shopCommands.ts';
import { zoneCommands } from './zoneCommands.ts';

/** Every named change to the draft, used by the server, the screens and undo alike. */
export const commands = {
  ...shopCommands,
  ...goodsGroupCommands,
  ...locationCommands,
  ...packingCommands,
  ...zoneCommands,
  ...serviceCommands,
  ...laneCommands,
  ...ruleCommands,
};

export type CommandName = keyof typeof commands;
export type Command = { [N in CommandName]: { name: N; args: z.output<(typeof commands)[N]['args']> } }[CommandName];

const names = Object.keys(commands) as CommandName[];

/** A command as it crosses the wire. */
export const Command: z.ZodType<Command> = z.discriminatedUnion(
  'name',
  names.map((name) => z.strictObject({ name: z.literal(name), args: commands[name].args })) as never,
);

/**
 * The document after a command; the one given is not changed.
 * @throws CommandProblem when the command does not fit the document
 */
export function applyCommand(book: RateBook, command: Command): RateBook {
  // The union ties each name to its own arguments, which the compiler cannot follow through the index.
  const definition = commands[command.name] as unknown as CommandDefinition<z.ZodType>;
  return definition.apply(book, command.args);
}
