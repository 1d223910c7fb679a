import type { CompiledBook } from './compile.ts';
import type { MeasuredCart, MeasuredConsignment } from './consignment.ts';
import { destinationOf } from './measureCart.ts';
import type { Remark } from './quoteTypes.ts';
import type { QuoteRequest } from './request.ts';

type LineCode = 'lineWithoutWeight' | 'lineWithoutSize' | 'fitsNothing' | 'noOrigin';

function linesIn(consignments: readonly MeasuredConsignment[], which: (consignment: MeasuredConsignment) => readonly number[]): number[] {
  const lines = new Set<number>();
  for (const consignment of consignments) for (const line of which(consignment)) lines.add(line);
  return [...lines].sort((a, b) => a - b);
}

const tooLarge = ({ parcels }: MeasuredConsignment) =>
  parcels.flatMap(({ how, contents }) => (how === 'fitsNothing' ? contents.map(({ line }) => line) : []));

/** What the owner should know about the goods and addresses of a cart. */
export function remarksOn(compiled: CompiledBook, request: QuoteRequest, { measures, consignments }: MeasuredCart): Remark[] {
  if (measures.itemCount === 0) return [{ code: 'nothingToDeliver' }];
  const remarks: Remark[] = [];
  const tell = (code: LineCode, lines: readonly number[]) => {
    for (const line of lines) remarks.push({ code, line });
  };
  const without = (what: 'weight' | 'size') =>
    request.lines.flatMap((line, at) => (line.delivered && line[what] === undefined ? [at] : []));
  tell('lineWithoutWeight', without('weight'));
  tell('lineWithoutSize', without('size'));
  tell('fitsNothing', linesIn(consignments, tooLarge));
  tell(
    'noOrigin',
    linesIn(consignments, ({ shippable, lines }) => (shippable ? [] : lines)),
  );
  const sized = (line: number) => request.lines[line]?.size !== undefined;
  if (consignments.some(({ parcels }) => parcels.some(({ loose }) => loose.some(({ line }) => sized(line)))))
    remarks.push({ code: 'tooManyToPlace' });
  if (compiled.sampleCarton && consignments.some(({ parcels }) => parcels.some(({ packaging }) => packaging !== null)))
    remarks.push({ code: 'sampleCarton' });
  if (compiled.places.needsPoint && consignments.some(({ to }) => !destinationOf(request, to)?.point)) remarks.push({ code: 'noPoint' });
  return remarks;
}
