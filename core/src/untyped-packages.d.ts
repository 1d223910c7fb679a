// The parts of a package whose types are those of the whole.
declare module 'fast-json-patch/module/core.mjs' {
  export { applyPatch } from 'fast-json-patch';
}
declare module 'fast-json-patch/module/duplex.mjs' {
  export { compare } from 'fast-json-patch';
}
declare module 'fast-json-patch/module/helpers.mjs' {
  export function _deepClone(value: unknown): unknown;
  export function unescapePathComponent(path: string): string;
}
// Test oracles that ship no types.
declare module 'iso-3166-2' {
  const iso31662: { country(code: string): { sub: Record<string, { name: string }> } | null };
  export default iso31662;
}
declare module 'big.js' {
  export default class Big {
    static readonly roundHalfUp: number;
    static readonly roundHalfEven: number;
    constructor(value: number | string);
    times(other: number): Big;
    div(other: number): Big;
    minus(other: number): Big;
    abs(): Big;
    lt(other: number): boolean;
    round(digits: number, mode: number): Big;
    toNumber(): number;
  }
}
declare module 'robust-point-in-polygon' {
  /** -1 inside, 0 on the edge, 1 outside. */
  export default function classify(ring: [number, number][], point: [number, number]): -1 | 0 | 1;
}
declare module 'zipcodes/lib/codes.js' {
  const zipcodes: { codes: Record<string, { state: string }> };
  export default zipcodes;
}
