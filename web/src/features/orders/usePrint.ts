import type { PaperKind } from '@ostrakon/core/contract';
import { problemWords } from '../../access/problemWords.ts';
import { askFile } from '../../api/client.ts';
import { downloadBlob } from '../../ui/download.ts';
import { toast } from '../../ui/toast.ts';

/** What papers are called. */
export const PAPER_NAMES: Readonly<Record<PaperKind, string>> = {
  slip: 'Packing slips',
  pickList: 'Pick list',
  pickupList: 'Pickup list',
  roundSheet: 'Round sheet',
};

const FILES: Readonly<Record<PaperKind, string>> = {
  slip: 'packing-slips.pdf',
  pickList: 'pick-list.pdf',
  pickupList: 'pickup-list.pdf',
  roundSheet: 'round-sheet.pdf',
};

/** Papers of consignments as a file to be printed. */
export async function printPapers(kind: PaperKind, of: readonly number[]): Promise<void> {
  try {
    downloadBlob(FILES[kind], await askFile('POST /papers/print', { body: { kind, of: [...of] } }));
  } catch (failed) {
    toast.error(problemWords(failed));
  }
}
