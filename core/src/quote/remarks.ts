import { addressHints } from '../places/addressHints.ts';
import type { CompiledBook } from './compile.ts';
import type { MeasuredCart, MeasuredConsignment } from './consignment.ts';
import type { Located } from './locate.ts';
import { destinationOf } from './measureCart.ts';
import type { Remark } from './quoteTypes.ts';
import type { CartLine, QuoteRequest } from './request.ts';

type LineCode = 'lineWithoutWeight' | 'lineWithoutSize' | 'fitsNothing' | 'noOrigin';

function linesIn(consignments: readonly MeasuredConsignment[], which: (consignment: MeasuredConsignment) => readonly number[]): number[] {
  const lines = consignments.flatMap(which);
  return lines.length === 0 ? lines : [...new Set(lines)].sort((a, b) => a - b);
}

const tooLarge = ({ parcels }: MeasuredConsignment): readonly number[] =>
  parcels.some(({ how }) => how === 'fitsNothing')
    ? parcels.flatMap(({ how, contents }) => (how === 'fitsNothing' ? contents.map(({ line }) => line) : []))
    : NO_LINES;

const NO_LINES: readonly number[] = [];

/** What the addresses goods go to lack or contradict; an address in a country that is not served is asked for nothing. */
export function hintsOn({ places: index }: CompiledBook, request: QuoteRequest, places: readonly Located[]): Remark[] {
  if (!request.lines.some(({ delivered }) => delivered)) return [];
  const remarks: Remark[] = [];
  places.forEach(({ answer }, to) => {
    const destination = destinationOf(request, to);
    if (destination === undefined || answer.status === 'notServed') return;
    const matched = answer.status === 'zone' ? answer.place.kind : undefined;
    for (const hint of addressHints(index, destination, matched)) remarks.push({ to, ...hint });
  });
  return remarks;
}

/** What the owner should know about the goods and addresses of a cart. */
export function remarksOn(compiled: CompiledBook, request: QuoteRequest, { measures, consignments }: MeasuredCart): Remark[] {
  if (measures.itemCount === 0) return [{ code: 'nothingToDeliver' }];
  const remarks: Remark[] = [];
  const tell = (code: LineCode, lines: readonly number[]) => {
    for (const line of lines) remarks.push({ code, line });
  };
  const without = (code: LineCode, what: 'weight' | 'size') => {
    for (let at = 0; at < request.lines.length; at += 1) {
      const line = request.lines[at] as CartLine;
      if (line.delivered && line[what] === undefined) remarks.push({ code, line: at });
    }
  };
  without('lineWithoutWeight', 'weight');
  without('lineWithoutSize', 'size');
  tell('fitsNothing', linesIn(consignments, tooLarge));
  tell(
    'noOrigin',
    linesIn(consignments, ({ shippable, lines }) => (shippable ? NO_LINES : lines)),
  );
  const sized = (line: number) => request.lines[line]?.size !== undefined;
  if (consignments.some(({ parcels }) => parcels.some(({ loose }) => loose.some(({ line }) => sized(line)))))
    remarks.push({ code: 'tooManyToPlace' });
  if (compiled.sampleCarton && consignments.some(({ parcels }) => parcels.some(({ packaging }) => packaging !== null)))
    remarks.push({ code: 'sampleCarton' });
  if (compiled.places.needsPoint && consignments.some(({ to }) => !destinationOf(request, to)?.point)) remarks.push({ code: 'noPoint' });
  return remarks;
}
