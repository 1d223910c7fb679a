import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import type { Request, Response } from 'express';

const compress = promisify(brotliCompress);
/** Where more effort no longer pays: a large answer is made anew with every change. */
const QUALITY = 5;

interface Packed {
  readonly of: object;
  readonly json: string;
  readonly small: Promise<Buffer>;
}

/** A large answer that is asked for again and again: written and compressed once for as long as what it is made of is the same object. */
export class PackedJson<Source extends object> {
  readonly #answerOf: (source: Source) => unknown;
  #packed: Packed | undefined;

  /** @param answerOf the answer; called once for each source */
  constructor(answerOf: (source: Source) => unknown) {
    this.#answerOf = answerOf;
  }

  /** Makes the answer ready before it is asked for. */
  prepare(source: Source): Packed {
    if (this.#packed?.of === source) return this.#packed;
    const json = JSON.stringify(this.#answerOf(source));
    const small = compress(json, { params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY } });
    // Whoever waits for it is told; that nobody does is no fault.
    small.catch(() => undefined);
    this.#packed = { of: source, json, small };
    return this.#packed;
  }

  async send(source: Source, req: Request, res: Response): Promise<void> {
    const { json, small } = this.prepare(source);
    res.type('json').vary('Accept-Encoding');
    if (req.acceptsEncodings('br') !== 'br') res.send(json);
    else res.set('Content-Encoding', 'br').send(await small);
  }
}
