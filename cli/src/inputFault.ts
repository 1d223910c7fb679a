/** A fault of the input, told in one sentence. */
export class InputFault extends Error {}

export interface Streams {
  readonly stdout: { write(text: string): unknown };
  readonly stderr: { write(text: string): unknown };
}
