import { z } from 'zod';
import type { RateBook } from '../rate-book/rateBook.ts';
import { type CommandDefinition, define } from './define.ts';
import { goodsGroupCommands } from './goodsGroupCommands.ts';
import { goodsRuleCommands } from './goodsRuleCommands.ts';
import { laneCommands } from './laneCommands.ts';
import { languageCommands } from './languageCommands.ts';
import { locationCommands } from './locationCommands.ts';
import { meantCommands } from './meantCommands.ts';
import { packingCommands } from './packingCommands.ts';
import { ruleCommands } from './ruleCommands.ts';
import { serviceCommands } from './serviceCommands.ts';
import { shopCommands } from './shopCommands.ts';
import { takeOverCommand } from './takeOverCommand.ts';
import { zoneCommands } from './zoneCommands.ts';

/** Every change that is one thing. */
const single = {
  ...shopCommands,
  ...languageCommands,
  ...goodsGroupCommands,
  ...goodsRuleCommands,
  ...locationCommands,
  ...packingCommands,
  ...zoneCommands,
  ...serviceCommands,
  ...laneCommands,
  ...ruleCommands,
  ...meantCommands,
  ...takeOverCommand,
};

type SingleName = keyof typeof single;
/** A change that is one thing. */
export type SingleCommand = { [N in SingleName]: { name: N; args: z.output<(typeof single)[N]['args']> } }[SingleName];

function commandIn<C>(definitions: Readonly<Record<string, CommandDefinition<z.ZodType>>>): z.ZodType<C> {
  const one = Object.entries(definitions).map(([name, { args }]) => z.strictObject({ name: z.literal(name), args }));
  return z.discriminatedUnion('name', one as never) as never;
}

/** What is asked of a command by its name; the union ties each name to its own arguments, which the compiler cannot follow. */
const definitionOf = (definitions: object, name: string) =>
  (definitions as Readonly<Record<string, CommandDefinition<z.ZodType>>>)[name] as CommandDefinition<z.ZodType>;

const together = define(
  z.strictObject({
    commands: z
      .array(commandIn<SingleCommand>(single as never))
      .min(1)
      .max(1000),
  }),
  (book, { commands: several }) => several.reduce((edited, { name, args }) => definitionOf(single, name).apply(edited, args), book),
);

/** Every named change to the draft, used by the server, the screens and undo alike; several in one step are all made, or none. */
export const commands = { ...single, together };

export type CommandName = keyof typeof commands;
export type Command = SingleCommand | { name: 'together'; args: z.output<typeof together.args> };

/** A command as it crosses the wire. */
export const Command: z.ZodType<Command> = commandIn<Command>(commands as never);

/**
 * The document after a command; the one given is not changed.
 * @throws CommandProblem when the command does not fit the document
 */
export function applyCommand(book: RateBook, command: Command): RateBook {
  return definitionOf(commands, command.name).apply(book, command.args);
}
