import type { LetterKind, PrintedKind } from '@ostrakon/core/contract';
import { problemWords } from '../../access/problemWords.ts';
import { askFile } from '../../api/client.ts';
import { downloadBlob } from '../../ui/download.ts';
import { toast } from '../../ui/toast.ts';

/** What papers are called. */
export const PAPER_NAMES: Readonly<Record<PrintedKind, string>> = {
  slip: 'Packing slips',
  pickList: 'Pick list',
  pickupList: 'Pickup list',
  roundSheet: 'Round sheet',
  customs: 'Customs forms',
};

/** What e-mails are called. */
export const LETTER_NAMES: Readonly<Record<LetterKind, string>> = {
  mailPacked: 'Packed, to the buyer',
  mailUnderWay: 'On its way, to the buyer',
  mailReady: 'Ready to collect, to the buyer',
  mailLate: 'Late, to the buyer',
  mailPacker: 'One order, to a packer',
  mailPackerDay: 'All of a day, to a packer',
};

const FILES: Readonly<Record<PrintedKind, string>> = {
  slip: 'packing-slips.pdf',
  pickList: 'pick-list.pdf',
  pickupList: 'pickup-list.pdf',
  roundSheet: 'round-sheet.pdf',
  customs: 'customs-forms.pdf',
};

/** Papers of consignments as a file to be printed. */
export async function printPapers(kind: PrintedKind, of: readonly number[]): Promise<void> {
  try {
    downloadBlob(FILES[kind], await askFile('POST /papers/print', { body: { kind, of: [...of] } }));
  } catch (failed) {
    toast.error(problemWords(failed));
  }
}
